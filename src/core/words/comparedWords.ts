import { figure } from './figures';
import { listed, percent } from './listed';

// Share of a length from which it is called off: what the same photograph measured again may differ by.
const SPOKEN = 0.005;

/** "A B", "C D": what a line is called after its ends. */
export const lineName = (index: number): string =>
  `${String.fromCharCode(65 + 2 * index)} ${String.fromCharCode(66 + 2 * index)}`;

/** "1.9 % long". @param off share of the length planned */
export const lengthOffInWords = (off: number): string =>
  Math.abs(off) < SPOKEN ? 'right' : `${(100 * Math.abs(off)).toFixed(1)} % ${off > 0 ? 'long' : 'short'}`;

const too = (by: number) => lengthOffInWords(by).replace('% ', '% too ');

/** "0.8 % low": a height that is off, as a share of the canvas's height. */
export const heightOffInWords = (off: number): string =>
  Math.abs(off) < 0.0005 ? 'right' : `${(100 * Math.abs(off)).toFixed(1)} % ${off > 0 ? 'low' : 'high'}`;

/** "6.7 mm longer". @param by mm */
export const longerInWords = (by: number): string =>
  Math.abs(by) < 0.05 ? 'right' : `${Math.abs(by).toFixed(1)} ${by > 0 ? 'longer' : 'shorter'}`;

/**
 * "0.4° right low", "1.2° top left": a lean from whichever of level and plumb is nearer.
 * @param lean degrees from level; null = not known
 */
export function leanShortInWords(lean: number | null): string | null {
  if (lean === null) return null;
  if (Math.abs(lean) <= 45)
    return Math.abs(lean) < 0.05 ? 'level' : `${Math.abs(lean).toFixed(1)}° right ${lean > 0 ? 'low' : 'high'}`;
  const by = 90 - Math.abs(lean);
  return by < 0.05 ? 'plumb' : `${by.toFixed(1)}° top ${lean > 0 ? 'left' : 'right'}`;
}

/** A lean of the painting beside the plan's. @param by degrees, + = turned clockwise */
export const leanOffInWords = (by: number): string =>
  Math.abs(by) < 0.05 ? 'right' : `${Math.abs(by).toFixed(1)}° ${by > 0 ? 'clockwise' : 'back'}`;

export const NOT_FOUND = 'not found';

/** The angle between the first two lines, degrees. */
export function angleInWords(planned: number | null, painted: number | null): string {
  const told = (angle: number | null) => (angle === null ? NOT_FOUND : `${angle.toFixed(1)}°`);
  const between = `Between ${lineName(0)} and ${lineName(1)}:`;
  return planned === null
    ? `${between} ${told(painted)}.`
    : `${between} planned ${told(planned)}, painted ${told(painted)}.`;
}

/**
 * Which line is furthest off and which is nearest.
 * @param off of every line, the first the one that measures; null = not known
 */
export function comparedInWords(off: readonly (number | null)[]): string {
  const known = off.flatMap((by, i) => (by === null ? [] : [{ by, name: lineName(i) }]));
  if (off.length === 1) return known.map(({ by, name }) => `${name} is ${too(by)}.`).join('');
  const beside = known.filter(({ name }) => name !== lineName(0)).sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  const [worst] = beside;
  const best = beside.at(-1);
  if (!worst || !best) return '';
  if (Math.abs(worst.by) < SPOKEN) return `Beside ${lineName(0)}, every length is right.`;
  const first = `Beside ${lineName(0)}, ${worst.name} is ${too(worst.by)}`;
  return best === worst ? `${first}.` : `${first}: the furthest off. The nearest is ${best.name}, ${too(best.by)}.`;
}

const ALIKE = 2.5; // units of a*b* below which no difference of warmth is spoken of

const warmerInWords = (by: number, where: string) =>
  Math.abs(by) < ALIKE
    ? `A and B are alike in warmth ${where}`
    : `A is ${figure(Math.abs(by), 0)} ${by > 0 ? 'warmer' : 'cooler'} than B ${where}`;

/** Two differences of warmth that are as good as the same: figures for both, so that neither seems another. */
function asPlannedInWords(planned: number, painted: number): string {
  const said = (by: number) =>
    Math.abs(by) < 0.5 ? 'alike' : `${figure(Math.abs(by), 0)} ${by > 0 ? 'warmer' : 'cooler'}`;
  return `As planned, within ${ALIKE} units. A beside B: ${said(planned)} in the plan, ${said(painted)} in the painting.`;
}

/**
 * How much warmer one place is than another, and what to do.
 * @param planned, painted A less B, units of a*b* at middle value; null = there is no plan to compare with
 */
export function warmAgainstInWords(planned: number | null, painted: number): string {
  const now = warmerInWords(painted, 'in the painting');
  if (planned === null) return `${now}.`;
  const sameWay = planned * painted > 0 && Math.min(Math.abs(planned), Math.abs(painted)) >= ALIKE;
  const meant = `${warmerInWords(planned, 'in the plan')}${sameWay ? `, ${figure(Math.abs(painted), 0)} in the painting` : `; ${now}`}`;
  const by = planned - painted;
  if (Math.abs(by) < ALIKE) return asPlannedInWords(planned, painted);
  const [one, other] = by > 0 ? ['warmer', 'cooler'] : ['cooler', 'warmer'];
  return `Make A ${one} or B ${other}, by ${figure(Math.abs(by), 0)}: ${meant}.`;
}

interface Off {
  readonly name: string;
  /** of the unit, 0..1 */
  readonly share: number;
}

/**
 * Which features are off by more than the painter allows.
 * @param off the furthest first; @param threshold of the unit, 0..1
 */
export function likenessInWords(
  off: readonly Off[],
  { from, to, mm, threshold }: { from: string; to: string; mm: number; threshold: number },
): string {
  const unit = `${from} to ${to}, ${mm.toFixed(0)} mm as planned`;
  const allowed = `${+(100 * threshold).toFixed(1)} % of ${unit}`;
  const beyond = off.filter(({ share }) => share > threshold);
  if (beyond.length === 0) return `Every landmark is within ${allowed}.`;
  const names = beyond.map(({ name, share }) => `${name} (${(100 * share).toFixed(1)} %)`);
  return `Off by more than ${allowed}: ${listed(names)}.`;
}

/**
 * How far plan and painting lie apart when one is laid over the other.
 * @param residual null = found in too few places
 */
export const residualInWords = (residual: { median: number; most: number; found: number } | null): string =>
  residual
    ? [
        `Of the plan’s places ${percent(residual.found)} were found again in the painting:`,
        `half lie within ${residual.median.toFixed(1)} mm of where they are planned, the furthest ${residual.most.toFixed(1)} mm off.`,
      ].join(' ')
    : 'Revlin found too little of the plan in the painting to say how well the two lie over each other.';

/** What keys do on a picture. */
export const keysInWords = (picture: string): string => `${picture}: arrow keys move the spot, Enter puts it down`;
