import { uniformChange, withoutChange, type UniformChange } from '../change';
import { findingsOf, inPaintersOrder, weighed, wholePicture } from '../correct';
import type { EdgesTold } from '../edges';
import { kindOf, type Finding } from '../kinds';
import { coloursOf, type CanvasSize, type Flat } from '../photo';
import { massAt, pixelsOf, type PassageLabel } from '../plan';
import { halfWidth, pixelsIn, type Point } from '../raster';
import {
  accountOf,
  compare,
  doubtOf,
  groupedMasses,
  measured,
  readFlat,
  seatsAsked,
  usualDoubt,
  type Account,
  type Reading,
} from '../read';
import type { LastFlat, SessionKnown, SessionPlan } from './ask';
import { gridOf } from './flat';

/** A finding with what the painter says of the passage its middle lies on. */
export type SaidFinding = Finding & { readonly passage: PassageLabel | null };

/**
 * A light that was to be kept and is darker: a point on it (canvas mm), by how many steps (negative), and than what:
 * planned, or the session before.
 */
export interface LostLight {
  readonly at: Point;
  readonly steps: number;
  readonly from: 'plan' | 'before';
}

/** What is judged: a reading of a flat against its plan. */
export interface Judged {
  readonly canvas: CanvasSize;
  readonly flat: Flat;
  readonly plan: SessionPlan;
  readonly reading: Reading;
}

/** Light that is known by itself, not fitted to the painting: only between two such can a change all over be told. */
const KNOWN_BY_ITSELF: readonly string[] = ['card', 'grey', 'board'];

/** What changed all over the picture since the last session; null where nothing did, or where it cannot be told. */
export async function changeSince(last: LastFlat | null, flat: Flat): Promise<UniformChange | null> {
  if (!last || !KNOWN_BY_ITSELF.includes(flat.light.method)) return null;
  const mask = flat.mask.slice();
  if (last.notRead) for (const i of pixelsIn(last.notRead, gridOf(flat))) mask[i] = 1;
  const { value, warmth } = usualDoubt(flat);
  const both = {
    value: Math.hypot(value, last.uncertainty.value),
    warmth: Math.hypot(warmth, last.uncertainty.warmth),
  };
  return uniformChange({ now: flat.small, before: await last.flat(), mask }, both);
}

/** Findings with the passage their middle lies on; lights that are saved for last are not yet missed. */
function onPassages(findings: readonly Finding[], { plan: { picture, said }, canvas }: Judged): SaidFinding[] {
  const { width } = picture.picture;
  const mmPerPixel = canvas.widthMm / width;
  const places = said.passages.map(({ where, label }) => ({
    label,
    pixels: new Set(pixelsOf(where, { ...picture, mmPerPixel })),
  }));
  return findings.flatMap((finding): SaidFinding[] => {
    const [x, y, w, h] = finding.region.box;
    const middle = Math.floor((y + h / 2) / mmPerPixel) * width + Math.floor((x + w / 2) / mmPerPixel);
    const passage = places.find(({ pixels }) => pixels.has(middle))?.label ?? null;
    const waits = passage === 'saved for last' && kindOf(finding.kind).waitsForLight(finding);
    return waits ? [] : [{ ...finding, passage }];
  });
}

/**
 * Findings in the order painters correct; what changed all over is told once and first, and each place is judged as if
 * it had not.
 */
export function findingsAfter(change: UniformChange | null, edges: EdgesTold, judged: Judged): SaidFinding[] {
  const { flat, canvas, reading, plan } = judged;
  const { masses, picture, paint, repainted } = plan.picture;
  const { drift, clipped } = reading.aligned;
  const { toleranceMm, focal } = plan.said;
  const light = doubtOf(flat);
  const ground = {
    massOf: masses.massOf,
    ids: masses.ids,
    uncertainty: light,
    tolerance: toleranceMm,
    edges,
    repainted,
  };
  const again = (by: UniformChange) =>
    readFlat(
      { ...flat, small: withoutChange(flat.small, by) },
      { plan: picture, masses, toleranceMm, drift, paint, clipped },
    );
  const loose = new Set(plan.said.loose.map((at) => masses.ids[massAt(masses, at, canvas.widthMm / masses.width)]));
  const own = inPaintersOrder(weighed(findingsOf(change ? again(change) : reading, ground), { focal, loose }));
  const whole = change && wholePicture(reading.aligned, change, light);
  return onPassages(whole ? [whole, ...own] : own, judged);
}

const LEAST_PIXELS = 4; // of a place, to be compared with the session before
const KEPT_WITHIN = 0.3; // steps a kept light may darken: about three units of L*

/** How far values inside a place fell since the last session; null where there was none, or too little can be read. */
async function fallOf({ flat }: Judged, { last, earlier }: Pick<SessionKnown, 'last' | 'earlier'>) {
  const then = await (last ? last.flat() : earlier?.());
  if (!then) return () => null;
  const [now, was] = [coloursOf(flat.small), coloursOf(then)];
  const unread = flat.mask.slice();
  if (last?.notRead) for (const i of pixelsIn(last.notRead, gridOf(flat))) unread[i] = 1;
  const { value } = usualDoubt(flat);
  const doubt = Math.hypot(value, last?.uncertainty.value ?? value);
  return (pixels: Int32Array) => {
    const read = pixels.filter((i) => unread[i] === 0);
    return read.length < LEAST_PIXELS
      ? null
      : { steps: measured(now, read).value - measured(was, read).value, doubt, from: 'before' as const };
  };
}

/**
 * Lights that were to be kept, or are laid, and are darker: a reserved one than planned, and either than the last
 * session showed it.
 */
export async function lostLights(judged: Judged, known: Pick<SessionKnown, 'last' | 'earlier'>): Promise<LostLight[]> {
  const { reading, flat, plan } = judged;
  const { picture, said } = plan;
  const kept = said.passages.filter(({ label }) => label === 'reserved' || label === 'placed');
  if (kept.length === 0) return [];
  const { mmPerPixel } = gridOf(flat);
  const sinceLast = await fallOf(judged, known);
  return kept.flatMap(({ where, label }) => {
    const pixels = pixelsOf(where, { ...picture, mmPerPixel });
    const seen = label === 'reserved' ? compare(reading.aligned, pixels, doubtOf(flat)) : null;
    const planned = seen && { steps: seen.difference.value, doubt: seen.uncertainty.value, from: 'plan' as const };
    const [lost] = [planned, sinceLast(pixels)].filter(
      (fall) => fall !== null && fall.steps <= -Math.max(KEPT_WITHIN, halfWidth(fall.doubt)),
    );
    if (!lost) return [];
    const [x, y] = 'mass' in where ? where.mass : (where.place.outlines[0][0] ?? [0, 0]);
    return [{ at: [x, y] as const, steps: lost.steps, from: lost.from }];
  });
}

/** The reading in numbers, with what the plan says of families, groups and tones. */
export function accountFor({ reading, flat, canvas, plan: { picture, said } }: Judged): Account {
  const { masses } = picture;
  const mmPerPixel = canvas.widthMm / masses.width;
  const idAt = (at: Point) => masses.ids[massAt(masses, at, mmPerPixel)];
  const { split, tones, splits } = said;
  return accountOf(reading, masses, {
    light: doubtOf(flat),
    split,
    tones,
    splits,
    families: new Map(said.families.map(({ at, family }) => [idAt(at), family])),
    groups: groupedMasses(masses, said.groups, mmPerPixel),
    variation: new Map(said.variation.map(({ at, is }) => [idAt(at), is])),
    seats: seatsAsked(masses, said, mmPerPixel),
    paint: picture.paint,
  });
}
