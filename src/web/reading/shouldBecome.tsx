import { Mark, markOf } from '../marks/mark';

const WORDS = { value: ['darker', 'lighter'], temperature: ['cooler', 'warmer'] } as const;

/** What the hand should do to a mass, with its mark. @param amount painted minus plan; @param within so far it is as planned */
export function ShouldBecome({ kind, amount, within }: { kind: keyof typeof WORDS; amount: number; within: number }) {
  if (Math.abs(amount) <= within) return 'as planned';
  return (
    <>
      {WORDS[kind][amount > 0 ? 0 : 1]} {Math.abs(amount).toFixed(kind === 'value' ? 1 : 0)}{' '}
      <Mark name={markOf({ kind, amount })} label="" />
    </>
  );
}

/** From how many steps on a value is said to differ. */
export const valueWithin = (oneSigma: number): number => Math.max(0.25, 2 * oneSigma);
