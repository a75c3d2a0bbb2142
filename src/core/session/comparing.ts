import { repaintedBetween, type RepaintedArea, type UniformChange } from '../change';
import { UNITS_PER_STEP } from '../colour';
import { sightingOf } from '../correct';
import { kindOf, verdictOf, type FindingKind, type Sighting, type Verdict } from '../kinds';
import { coloursOf, type CanvasSize, type Flat } from '../photo';
import { pixelsIn, placeOfBox, type Place } from '../raster';
import { measured, resemblanceOf, showsAnother, usualDoubt, type Measured } from '../read';
import { askOf, type SessionPlan, type Shot } from './ask';
import { AnotherPicture } from './anotherPicture';
import { flatOf, gridOf, shapeOf } from './flat';
import { changeSince } from './judging';
import { restsOn, restsOnPaint, seen, sightOf, type Sight } from './seen';

/** A place of the canvas (mm) and what is asked of it. */
export interface AskedPlace {
  readonly place: Place;
  readonly kind: FindingKind;
}

/** How a place stood before and stands now, along what is asked of it. */
export interface ComparedPlace {
  readonly before: Sighting;
  readonly after: Sighting;
  readonly verdict: Verdict;
}

/** A part of the canvas that changed. */
export interface ChangedPart {
  readonly place: Place;
  /** of what can be read, 0..1 */
  readonly share: number;
  /** as it was, in the light of the photograph after; where all of it changed alike, in its own */
  readonly before: Measured;
  readonly after: Measured;
  /** nearer to the plan than it was; null = as near */
  readonly towardsPlan: boolean | null;
}

/** What happened between two photographs of a painting. */
export interface Compared {
  /** one for each place asked about; null = it cannot be told */
  readonly places: readonly (ComparedPlace | null)[];
  /** the larger first; a change over the whole picture alike comes before all */
  readonly changed: readonly ChangedPart[];
  /** of what can be read, 0..1 */
  readonly untouchedShare: number;
}

/**
 * One of two photographs of a painting, as it is compared with the other.
 * @param before the earlier one: what has not changed since tells the light; null = this is it
 * @throws CornersRefused, CanvasNotFound, AnotherPicture; whatever opening a picture throws
 */
export async function sightOfShot(
  { canvas, plan, shot }: { canvas: CanvasSize; plan: SessionPlan; shot: Shot },
  { kinds, before, insist }: { kinds: readonly FindingKind[]; before: Sight | null; insist: boolean },
): Promise<Sight> {
  const ask = { ...askOf(canvas, [shot]), before: before && (() => before.flat.small) };
  const flat = await flatOf(ask, plan);
  const edges = kinds.some((kind) => restsOn(kind) === 'edges');
  const sight = await sightOf(flat, plan, { landmarks: [], edges });
  if (!insist && showsAnother(resemblanceOf(sight.aligned)))
    throw new AnotherPicture('its shapes are not those of the plan');
  return sight;
}

/** What either flat does not show. */
const unreadIn = (one: Flat, two: Flat): Uint8Array => one.mask.map((unread, i) => (unread || two.mask[i] ? 1 : 0));

const LEAST_NEARER = 0.15; // steps, colour told in their worth: nearer than that is as near

/** How far paint is from what is planned, steps. */
function fromPlan({ value, lab: [, a, b] }: Measured, target: Measured): number {
  const ab = Math.hypot(a - target.lab[1], b - target.lab[2]);
  return Math.hypot(value - target.value, ab / UNITS_PER_STEP);
}

interface Measures {
  readonly before: Measured;
  readonly after: Measured;
  readonly target: Measured;
}

/** Whether paint came nearer to its plan; null = it is as near. */
function nearer({ before, after, target }: Measures): boolean | null {
  const gained = fromPlan(before, target) - fromPlan(after, target);
  return Math.abs(gained) < LEAST_NEARER ? null : gained > 0;
}

const NOTHING_PAINTED = 0.05; // of a place, that may be painted over and it is as it was

/** What became of a place; of paint that was not touched nothing else is told than before. */
function comparedAt(
  { place, kind }: AskedPlace,
  { then, now, repainted }: { then: Sight; now: Sight; repainted: Uint8Array },
): ComparedPlace | null {
  const was = seen(then, place, kind);
  const before = was && sightingOf({ kind, towards: null }, was);
  if (!before) return null;
  const pixels = pixelsIn(place, gridOf(now.flat));
  const painted = pixels.reduce((sum, i) => sum + repainted[i], 0) / Math.max(1, pixels.length);
  const still = restsOnPaint(kind) && painted < NOTHING_PAINTED;
  const is = seen(now, place, kind);
  const after = still ? before : is && sightingOf({ kind, towards: before.towards }, is);
  return after && { before, after, verdict: verdictOf(before, after, kindOf(kind).settledWithin) };
}

/** What all of the picture changed by alike, as one part. */
function wholePart(then: Sight, now: Sight, unread: Uint8Array): ChangedPart {
  const { widthMm, heightMm } = now.flat.canvas;
  const pixels = Int32Array.from(unread.keys()).filter((i) => unread[i] === 0);
  const [before, after] = [then, now].map(({ flat }) => measured(coloursOf(flat.small), pixels));
  const target = measured(now.aligned.planned, pixels);
  const place = placeOfBox([0, 0, widthMm, heightMm]);
  return { place, share: 1, before, after, towardsPlan: nearer({ before, after, target }) };
}

/** The change that came over the whole picture; null = none, or the light of either is not known by itself. */
const changeOver = (then: Sight, now: Sight): Promise<UniformChange | null> =>
  changeSince(
    { flat: () => then.flat.small, uncertainty: usualDoubt(then.flat), notRead: shapeOf(then.flat.mask, then.flat) },
    now.flat,
  );

/**
 * What happened between two photographs of a painting, each in its own light and tilt.
 * @param then the earlier one, @param now the later one
 */
export async function compareSights(then: Sight, now: Sight, asked: readonly AskedPlace[]): Promise<Compared> {
  const mask = unreadIn(now.flat, then.flat);
  const flats = { now: now.flat.small, before: then.flat.small, mask };
  const whole = await changeOver(then, now);
  const { areas, before: lit, untouchedShare } = repaintedBetween(flats, gridOf(now.flat));
  const [later, earlier] = [now.flat.small, lit].map(coloursOf);
  const partOf = ({ place, share, pixels }: RepaintedArea): ChangedPart => {
    const [before, after] = [measured(earlier, pixels), measured(later, pixels)];
    const target = measured(now.aligned.planned, pixels);
    return { place, share, before, after, towardsPlan: nearer({ before, after, target }) };
  };
  const repainted = new Uint8Array(mask.length).fill(whole ? 1 : 0);
  for (const { pixels } of areas) for (const i of pixels) repainted[i] = 1;
  return {
    places: asked.map((one) => comparedAt(one, { then, now, repainted })),
    changed: [...(whole ? [wholePart(then, now, mask)] : []), ...areas.map(partOf)],
    untouchedShare: whole ? 0 : untouchedShare,
  };
}
