import { findingsOf, inPaintersOrder, weighed, wholePicture } from '../correct';
import { kindOf, type Finding } from '../kinds';
import type { CanvasSize, Flat } from '../photo';
import { massAt, pixelsOf, type PassageLabel } from '../plan';
import { halfWidth, pixelsIn, type Point } from '../raster';
import {
  accountOf,
  compare,
  doubtOf,
  groupedMasses,
  readFlat,
  seatsAsked,
  uniformChange,
  withoutChange,
  type Account,
  type Reading,
  type UniformChange,
} from '../read';
import type { LastFlat, SessionPlan } from './ask';
import { gridOf } from './flat';

/** A finding with what the painter says of the passage its middle lies on. */
export type SaidFinding = Finding & { readonly passage: PassageLabel | null };

/**
 * A light that was to be kept untouched and is darker than planned: a point on it (canvas mm), and by how many steps
 * (negative).
 */
export interface LostLight {
  readonly at: Point;
  readonly steps: number;
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
  const { value, warmth } = flat.light.uncertainty;
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
export function findingsAfter(change: UniformChange | null, judged: Judged): SaidFinding[] {
  const { flat, canvas, reading, plan } = judged;
  const { masses, picture } = plan.picture;
  const { toleranceMm, focal } = plan.said;
  const light = doubtOf(flat);
  const ground = { massOf: masses.massOf, ids: masses.ids, uncertainty: light, tolerance: toleranceMm };
  const again = (by: UniformChange) =>
    readFlat(
      { ...flat, small: withoutChange(flat.small, by) },
      { plan: picture, masses, toleranceMm, drift: reading.aligned.drift },
    );
  const loose = new Set(plan.said.loose.map((at) => masses.ids[massAt(masses, at, canvas.widthMm / masses.width)]));
  const own = inPaintersOrder(weighed(findingsOf(change ? again(change) : reading, ground), { focal, loose }));
  const whole = change && wholePicture(reading.aligned, change, light);
  return onPassages(whole ? [whole, ...own] : own, judged);
}

const KEPT_WITHIN = 0.3; // steps a reserved light may darken: about three units of L*

/** Lights that were to be kept untouched and are darker than planned. */
export function lostLights({ reading, flat, plan: { picture, said } }: Judged): LostLight[] {
  const { mmPerPixel } = gridOf(flat);
  return said.passages.flatMap(({ where, label }) => {
    if (label !== 'reserved') return [];
    const seen = compare(reading.aligned, pixelsOf(where, { ...picture, mmPerPixel }), doubtOf(flat));
    if (!seen || seen.difference.value > -Math.max(KEPT_WITHIN, halfWidth(seen.uncertainty.value))) return [];
    const [x, y] = 'mass' in where ? where.mass : (where.place.outlines[0][0] ?? [0, 0]);
    return [{ at: [x, y] as const, steps: seen.difference.value }];
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
  });
}
