import { LUMINANCE, valueFast } from '../colour';
import type { Raster } from '../raster';
import { isRising, STRAIGHT, type Bend } from './bend';
import { cellMeans } from './lightCells';
import { LEAST_TOLD, lightUnder, underVeil, type LightEvidence, type Lit } from './lightUnder';
import { explained, NO_RIVALRY, rivalryOf, type Explanation, type Rivalry } from './rivals';
import { isVeiled, NO_VEIL } from './veil';

const MOST: Bend = { bend: 0.6, shoulder: 0.5, toe: 0.4 };
const STEPS: Record<keyof Bend, readonly number[]> = {
  bend: [0, 0.2, 0.4, 0.6],
  shoulder: [0, 0.2, 0.4],
  toe: [0.2, 0.4],
};
const BETWEEN = 0.1;
const WORTH_BEND = 0.1; // of the canvas in agreement, for a whole bend: a straight curve is the plainest
const WORTH_SHOULDER = 0.04;
const WORTH_TOE = 0.04;
const HELD = 0.25; // of that where patches hold the curve: it cannot take what the painter did for the camera
// Nor does a curve that was not worth choosing become unlikely by it.
const UNLIKELY = 0.25;

interface Tried {
  readonly curve: Bend;
  readonly lit: Lit;
  /** agreement less what choosing the curve costs */
  readonly worth: number;
  readonly rival: Explanation;
}

/** A camera's curve, and how far the others that were tried would have put each cell. */
export interface FoundCurve {
  readonly curve: Bend;
  readonly rivalry: Rivalry;
}

/**
 * How the camera's curve is bent, as the plan agrees best (docs/decisions/0018, 0019, 0021).
 * @param held greys enough stand beside the canvas that every curve goes through them
 */
export function curveOf(small: Raster, evidence: LightEvidence, held: boolean): FoundCurve {
  const told = evidence.plan ?? evidence.before;
  const rich = told ? hasManyTones(told) : false;
  const cost = held ? HELD : 1;
  const most = rich ? MOST : { ...MOST, shoulder: 0, toe: 0 };
  const asItLies = bestBend({ most, cost }, (curve) => ({ ...lightUnder(small, evidence, curve), veil: NO_VEIL }));
  if (!rich) return found(asItLies);
  const veiled = (curve: Bend) => underVeil(lightUnder(small, evidence, curve), evidence);
  // Light that lies over darks looks like a straighter curve: where there is any, the curve is sought beneath it.
  if (![asItLies.best.curve, USUAL].some((curve) => isVeiled(veiled(curve).veil))) return found(asItLies);
  const beneath = bestBend({ most: MOST, cost }, veiled);
  return found({ best: beneath.best, tried: [...asItLies.tried, ...beneath.tried] });
}
const USUAL: Bend = { ...STRAIGHT, bend: 0.3 }; // what many phones do, nearly

function found({ best, tried }: Search): FoundCurve {
  if (best.lit.fit.agreement < LEAST_TOLD) return { curve: STRAIGHT, rivalry: NO_RIVALRY };
  const others = tried.filter((one) => one !== best).map(({ rival }) => rival);
  return { curve: best.curve, rivalry: rivalryOf(best.rival, others) };
}

const TONE = 0.5; // steps
const SEEN = 0.02; // share of the picture from which a tone counts
const LEAST_TONES = 6; // with fewer, one passage that was painted otherwise looks like a curve, or a sheen

/** Whether a plan has tones enough to tell a curve of two numbers beside a gain. */
function hasManyTones(plan: Raster): boolean {
  const [red, green, blue] = cellMeans(plan);
  const counts = new Map<number, number>();
  red.forEach((r, i) => {
    const value = valueFast(LUMINANCE[0] * r + LUMINANCE[1] * green[i] + LUMINANCE[2] * blue[i]);
    const tone = Math.floor(value / TONE);
    counts.set(tone, (counts.get(tone) ?? 0) + 1);
  });
  return [...counts.values()].filter((count) => count > SEEN * red.length).length >= LEAST_TONES;
}

const PARTS = ['bend', 'shoulder', 'toe'] as const;
const tenth = (of: number) => Math.round(10 * of) / 10;
const rounded = ({ bend, shoulder, toe }: Bend): Bend => ({
  bend: tenth(bend),
  shoulder: tenth(shoulder),
  toe: tenth(toe),
});

interface Search {
  readonly best: Tried;
  readonly tried: readonly Tried[];
}

/** @param cost how much of what a curve usually costs it costs here */
function bestBend({ most, cost }: { most: Bend; cost: number }, litUnder: (curve: Bend) => Lit): Search {
  const tried = new Map<string, Tried>();
  const tryOut = (wanted: Bend) => {
    const curve = rounded(wanted);
    const name = Object.values(curve).join(' ');
    if (tried.has(name) || !isRising(curve)) return;
    if (PARTS.some((part) => curve[part] < 0 || curve[part] > most[part])) return;
    const lit = litUnder(curve);
    const bent = WORTH_BEND * curve.bend + WORTH_SHOULDER * curve.shoulder + WORTH_TOE * curve.toe;
    tried.set(name, { curve, lit, worth: lit.fit.agreement - cost * bent, rival: explained(lit, UNLIKELY * bent) });
  };
  const best = () => [...tried.values()].reduce((one, two) => (two.worth > one.worth ? two : one));
  const along = (part: keyof Bend, values: (about: number) => readonly number[]) => {
    const { curve } = tried.size > 0 ? best() : { curve: STRAIGHT };
    for (const value of values(curve[part])) tryOut({ ...curve, [part]: value });
  };
  for (const part of PARTS) along(part, () => STEPS[part]);
  for (const part of PARTS)
    along(part, (about) => (part === 'toe' && about === 0 ? [] : [about - BETWEEN, about + BETWEEN]));
  return { best: best(), tried: [...tried.values()] };
}
