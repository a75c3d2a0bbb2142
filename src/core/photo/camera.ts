import { shrinkRaster, type Raster } from '../raster';
import { STRAIGHT, type Bend } from './bend';
import { curveOf } from './curveSearch';
import { curvesFrom, lightUnder, underVeil, type LightEvidence } from './lightUnder';
import { NO_RIVALRY, together, type Rivalry } from './rivals';
import { sheenBeside } from './sheenBeside';
import { MOST_VIVID, UNTOLD_VIVID, vividOf, withoutVivid, type Vivid } from './vivid';
import { vividByPaints } from './vividByPaints';

/** What a camera does to please: its tone curve, and stronger colours. */
export interface Camera extends Bend {
  /** by which share it made all colours stronger, and the one-sigma doubt of that share */
  readonly vivid: Vivid;
}
export const UNTOLD_CAMERA: Camera = { ...STRAIGHT, vivid: UNTOLD_VIVID };

const QUICK = 4; // times smaller: cells are means of many pixels
const LARGE = 400; // px a side from which they still are

/** A copy in which the light is sought, large enough for the cells it is judged by. */
export const quickCopy = (raster: Raster): Raster =>
  Math.min(raster.width, raster.height) < LARGE ? raster : shrinkRaster(raster, QUICK);

/** A camera, what its patches are under, and how far other cameras would have put each cell. */
export interface FoundCamera {
  readonly camera: Camera;
  readonly evidence: LightEvidence;
  readonly rivalry: Rivalry;
}

/**
 * What the camera did to please.
 * @param small a copy of the photo, see {@link quickCopy}: its cells have the same means
 * @param usable how many patches tell the tone curve
 */
export function cameraOf(small: Raster, seen: LightEvidence, usable: number): FoundCamera {
  const { plan, before } = seen;
  const held = usable >= 3;
  const { curve, rivalry } = (plan ?? before) ? curveOf(small, seen, held) : { curve: STRAIGHT, rivalry: NO_RIVALRY };
  const beside = sheenBeside(small, seen, { curve, held });
  const { evidence } = beside;
  const byPaints = evidence.colours?.length
    ? vividByPaints(evidence.colours, curvesFrom(evidence.patches, curve))
    : null;
  const under = { curve, held };
  const vivid = byPaints ?? vividByEarlier(small, evidence, under) ?? vividByPlan(small, evidence, under);
  return { camera: { ...curve, vivid }, evidence, rivalry: together([rivalry, beside.rivalry]) };
}

interface Under {
  readonly curve: Bend;
  readonly held: boolean;
}

/** How much stronger the camera made all colours, as the plan tells it under a tone curve. */
const vividByPlan = (small: Raster, evidence: LightEvidence, under: Under): Vivid =>
  evidence.plan ? vividBy(evidence.plan, small, { evidence, under }) : UNTOLD_VIVID;

/**
 * The same from what was not painted on since a photograph in which it was known how strong colours are. Unlike the
 * plan's, a painter's own strong colours are in it.
 * @returns null where there is none, or too much was painted on since
 */
function vividByEarlier(small: Raster, evidence: LightEvidence, under: Under): Vivid | null {
  const { colourWitness } = evidence;
  if (!colourWitness) return null;
  const told = vividBy(colourWitness.flat, small, { evidence, under });
  const doubt = Math.hypot(told.doubt, colourWitness.doubt);
  return doubt < UNTOLD_VIVID.doubt ? { by: told.by, doubt, from: 'earlier' } : null;
}

function vividBy(
  meant: Raster,
  small: Raster,
  { evidence, under: { curve, held } }: { evidence: LightEvidence; under: Under },
): Vivid {
  let vivid = UNTOLD_VIVID;
  for (let round = 0; round < 2; round++) {
    const pale = withoutVivid(small, vivid.by);
    const { relight } = underVeil(lightUnder(pale, evidence, curve), evidence);
    const more = vividOf(relight(pale), meant);
    vivid = { by: Math.min(MOST_VIVID, (1 + vivid.by) * (1 + more.by) - 1), doubt: more.doubt };
    if (more.by === 0) break;
  }
  // Where the curve is guessed, another that fits nearly as well parts light and dark colours otherwise.
  const guessed = !held && vivid.doubt < UNTOLD_VIVID.doubt;
  return guessed ? { ...vivid, doubt: Math.hypot(vivid.doubt, OTHER_CURVE) } : vivid;
}
const OTHER_CURVE = 0.04; // share of a colour's chroma, one sigma: what covered photographs by four makes of curve
