type Show = (value: number) => string;
/** Steps of the painter's scale between two values. */
type Between = (from: number, to: number) => number;

/** A thread of the key, and the threads below and above it. */
export interface ThreadFacts {
  readonly reference: number;
  readonly paint: number;
  readonly below: Pick<ThreadFacts, 'reference' | 'paint'> | null;
  readonly above: Pick<ThreadFacts, 'reference' | 'paint'> | null;
}

const ALIKE = 0.05; // of a step: less is no change

/** "Value 4.0 becomes 3.7. Between 3.0 and 5.0 the steps grow: 2.0 become 2.3." */
export function threadInWords({ reference, paint, below, above }: ThreadFacts, show: Show, between: Between): string {
  const becomes = `Value ${show(reference)} becomes ${show(paint)}.`;
  const [low, high] = [below ?? { reference, paint }, above ?? { reference, paint }];
  const [was, is] = [between(low.reference, high.reference), between(low.paint, high.paint)];
  if (was <= 0) return becomes;
  const where = `Between ${show(low.reference)} and ${show(high.reference)} the steps`;
  if (Math.abs(is - was) < ALIKE) return `${becomes} ${where} stay: ${was.toFixed(1)}.`;
  return `${becomes} ${where} ${is > was ? 'grow' : 'shrink'}: ${was.toFixed(1)} become ${is.toFixed(1)}.`;
}

const PRESSED = 0.6; // of a third's steps left: fewer are told
const THIRDS = ['the darks', 'the middle', 'the lights'] as const;

/**
 * The third of the reference's range whose steps are pressed together most; null = none is.
 * @param key value of the reference to value in paint
 */
export function pressedInWords(
  key: (reference: number) => number,
  { darkest, lightest }: { darkest: number; lightest: number },
  between: Between,
): string | null {
  const third = (lightest - darkest) / 3;
  const parts = THIRDS.map((name, i) => {
    const [from, to] = [darkest + i * third, darkest + (i + 1) * third];
    return { name, was: between(from, to), is: between(key(from), key(to)) };
  });
  const [most] = parts.toSorted((a, b) => a.is / a.was - b.is / b.was);
  if (!most || !(most.was > 0) || most.is > PRESSED * most.was) return null;
  return `Pressed together: ${most.name}. ${most.was.toFixed(1)} steps become ${most.is.toFixed(1)}; things there will hardly part.`;
}

/** "6.3 kept at 6.1". */
export const nailInWords = ({ reference, paint }: { reference: number; paint: number }, show: Show): string =>
  `${show(reference)} kept at ${show(paint)}`;
