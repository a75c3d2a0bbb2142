import type { Flat } from '../photo';
import { pixelsOf, type PassageLabel } from '../plan';
import { pixelsIn, type Place } from '../raster';
import { coverageOf, usualDoubt } from '../read';
import type { LightAsk, SessionPlan } from './ask';
import { gridOf, shapeOf } from './flat';

/**
 * How much of the ground is covered (0..1), and where it is bare; alike = share where plan and ground look the same.
 */
export interface Covering {
  readonly covered: number;
  readonly alike: number;
  readonly bare: Place | null;
}

/** Passages that are not judged as they stand. */
const NOT_JUDGED: readonly PassageLabel[] = ['undecided', 'placeholder', 'to be covered', 'exaggerated for now'];

/** Where the ground still shows; places that are read all the same stay in. */
function coverageOn(flat: Flat, { picture: { picture, bare } }: SessionPlan, { ground, shots }: LightAsk) {
  if (!ground) return null;
  const grid = gridOf(flat);
  const keep = bare.slice();
  for (const place of ground.keep) for (const i of pixelsIn(place, grid)) keep[i] = 1;
  const look = { flat: flat.small, plan: picture, mask: flat.mask, keep };
  const coverage = coverageOf(look, ground.colour, usualDoubt(flat));
  const asked = shots.flatMap(({ areas }) => areas.filter(({ read }) => read));
  for (const { place } of asked) for (const i of pixelsIn(place, grid)) coverage.bare[i] = 0;
  return coverage;
}

/**
 * Leaves out of a flat what is judged by nothing: the bare ground, what the plan compares with nothing, passages that
 * are not judged as they
 * stand. @returns how much of the ground is covered; null where its colour is not known
 */
export function leaveUnjudged(ask: LightAsk, flat: Flat, plan: SessionPlan): Covering | null {
  const { picture, said } = plan;
  const { mmPerPixel } = gridOf(flat);
  const coverage = coverageOn(flat, plan, ask);
  coverage?.bare.forEach((bare, i) => bare && (flat.mask[i] = 1));
  picture.ignored.forEach((ignored, i) => ignored && (flat.mask[i] = 1));
  for (const { where, label } of said.passages)
    if (NOT_JUDGED.includes(label)) for (const i of pixelsOf(where, { ...picture, mmPerPixel })) flat.mask[i] = 1;
  return coverage && { covered: coverage.covered, alike: coverage.alike, bare: shapeOf(coverage.bare, flat) };
}
