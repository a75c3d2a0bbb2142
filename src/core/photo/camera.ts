import { LUMINANCE, valueFast } from '../colour';
import { shrinkRaster, type Raster } from '../raster';
import { isRising, STRAIGHT, type Bend } from './bend';
import { LEAST_TOLD, lightUnder, underVeil, type LightEvidence } from './lightUnder';
import { cellMeans } from './lightCells';
import { isVeiled } from './veil';
import { MOST_VIVID, UNTOLD_VIVID, vividOf, withoutVivid, type Vivid } from './vivid';

/** What a camera does to please: its tone curve, straight where patches tell it, and stronger colours. */
export interface Camera extends Bend {
  /** by which share it made all colours stronger, and the one-sigma doubt of that share */
  readonly vivid: Vivid;
}
export const UNTOLD_CAMERA: Camera = { ...STRAIGHT, vivid: UNTOLD_VIVID };

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
const QUICK = 4; // times smaller: cells are means of many pixels
const LARGE = 400; // px a side from which they still are

/** A copy in which the light is sought, large enough for the cells it is judged by. */
export const quickCopy = (raster: Raster): Raster =>
  Math.min(raster.width, raster.height) < LARGE ? raster : shrinkRaster(raster, QUICK);

interface Tried {
  readonly curve: Bend;
  readonly agreement: number;
  /** agreement less what the curve costs */
  readonly worth: number;
}

/** How the camera's curve is bent, where fewer than three greys tell it: as the plan agrees best. */
function bendOf(small: Raster, evidence: LightEvidence): Bend {
  const told = evidence.plan ?? evidence.before;
  const rich = told ? hasManyTones(told) : false;
  const most = rich ? MOST : { ...MOST, shoulder: 0, toe: 0 };
  const asItLies = bestBend(most, (curve) => lightUnder(small, evidence, curve).fit.agreement);
  if (!rich) return asItLies;
  const veiled = (curve: Bend) => underVeil(lightUnder(small, evidence, curve), evidence);
  // Light that lies over darks looks like a straighter curve: where there is any, the curve is sought beneath it.
  if (![asItLies, USUAL].some((curve) => isVeiled(veiled(curve).veil))) return asItLies;
  return bestBend(MOST, (curve) => veiled(curve).fit.agreement);
}
const USUAL: Bend = { ...STRAIGHT, bend: 0.3 }; // what many phones do, nearly

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

function bestBend(most: Bend, agreementUnder: (curve: Bend) => number): Bend {
  const tried = new Map<string, Tried>();
  const tryOut = (wanted: Bend) => {
    const curve = rounded(wanted);
    const name = Object.values(curve).join(' ');
    if (tried.has(name) || !isRising(curve)) return;
    if (PARTS.some((part) => curve[part] < 0 || curve[part] > most[part])) return;
    const agreement = agreementUnder(curve);
    const cost = WORTH_BEND * curve.bend + WORTH_SHOULDER * curve.shoulder + WORTH_TOE * curve.toe;
    tried.set(name, { curve, agreement, worth: agreement - cost });
  };
  const best = () => [...tried.values()].reduce((one, two) => (two.worth > one.worth ? two : one));
  const along = (part: keyof Bend, values: (about: number) => readonly number[]) => {
    const { curve } = tried.size > 0 ? best() : { curve: STRAIGHT };
    for (const value of values(curve[part])) tryOut({ ...curve, [part]: value });
  };
  for (const part of PARTS) along(part, () => STEPS[part]);
  for (const part of PARTS)
    along(part, (about) => (part === 'toe' && about === 0 ? [] : [about - BETWEEN, about + BETWEEN]));
  const { curve, agreement } = best();
  return agreement < LEAST_TOLD ? STRAIGHT : curve;
}

/**
 * What the camera did to please.
 * @param small a copy of the photo, see {@link quickCopy}: its cells have the same means
 * @param usable how many patches tell the tone curve
 */
export function cameraOf(small: Raster, evidence: LightEvidence, usable: number): Camera {
  const { plan, before } = evidence;
  const curve = usable >= 3 || !(plan ?? before) ? STRAIGHT : bendOf(small, evidence);
  let vivid = UNTOLD_VIVID;
  for (let round = 0; round < 2 && plan; round++) {
    const pale = withoutVivid(small, vivid.by);
    const { relight } = underVeil(lightUnder(pale, evidence, curve), evidence);
    const more = vividOf(relight(pale), plan);
    vivid = { by: Math.min(MOST_VIVID, (1 + vivid.by) * (1 + more.by) - 1), doubt: more.doubt };
    if (more.by === 0) break;
  }
  // Where the curve is guessed, another that fits nearly as well parts light and dark colours otherwise.
  const guessed = usable < 3 && vivid.doubt < UNTOLD_VIVID.doubt;
  return { ...curve, vivid: guessed ? { ...vivid, doubt: Math.hypot(vivid.doubt, OTHER_CURVE) } : vivid };
}
const OTHER_CURVE = 0.08; // share of a colour's chroma, one sigma: what covered photographs by four makes of curve
