import { kindOf } from '../../core/kinds';
import { AMOUNT_WORDS, colourAmount, stepsFigure } from '../../core/words';
import { useScale } from '../settings';
import { Mark, markOf } from '../marks/mark';

const WORDS = { value: ['darker', 'lighter'], temperature: ['cooler', 'warmer'] } as const;

/**
 * What the hand should do to a mass, with its mark.
 * @param amount painted minus plan;
 * @param within so far it is as planned;
 * @param towards the hue it should turn to
 */
export function ShouldBecome({
  kind,
  amount,
  within,
  towards,
}: {
  kind: keyof typeof WORDS;
  amount: number;
  within: number;
  towards?: string;
}) {
  const scale = useScale();
  if (Math.abs(amount) <= within) return 'as planned';
  return (
    <>
      {[
        kind === 'temperature' && AMOUNT_WORDS[colourAmount(amount)],
        `${WORDS[kind][amount > 0 ? 0 : 1]}${towards ? `, towards ${towards}` : ''}`,
        kind === 'value' && stepsFigure(amount, scale.per),
      ]
        .filter(Boolean)
        .join(' ')}{' '}
      <Mark name={markOf({ kind, amount }, scale.per)} label="" />
    </>
  );
}

/** From how much on a mass is said to differ, as a finding would. @param sure half-width of what was measured */
export const asPlannedWithin = (kind: keyof typeof WORDS, sure: number): number => Math.max(kindOf(kind).least, sure);
