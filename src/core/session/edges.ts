import { edgeAcross, pixelBlur, type EdgeAcross, type EdgeSight } from '../edges';
import type { Flat } from '../photo';
import type { Point } from '../raster';
import { shiftAt, type Aligned } from '../read';
import type { SessionAsk, SessionPlan } from './ask';

const UNMEASURED_PX = 1.6; // 10-90 % rise of a phone's photograph whose own blur could not be measured

/** The photograph as its edges are read. */
function sightOf(flat: Flat): EdgeSight {
  const light = flat.close();
  const own = pixelBlur(light.pixelMm);
  const blurMm = Number.isFinite(flat.blurMm) ? Math.max(flat.blurMm, own) : UNMEASURED_PX * light.pixelMm;
  return { light, blurMm };
}

/** The plan as its edges are read: never narrower than the reference's pixels allow. */
async function plannedSight(plan: SessionPlan): Promise<EdgeSight> {
  const light = await plan.close();
  return { light, blurMm: pixelBlur(light.pixelMm) };
}

/** The edges that drawn lines cross; null where the painting cannot be read, or there is no plan. */
export async function edgesOn(
  { plan, lines, viewingM }: Pick<SessionAsk, 'plan' | 'lines' | 'viewingM'>,
  aligned: Aligned | null,
  flat: Flat,
): Promise<(EdgeAcross | null)[]> {
  if (!plan || !aligned || lines.length === 0) return lines.map(() => null);
  const [planned, painted] = [await plannedSight(plan), sightOf(flat)];
  const { width, height, mmPerPixel, drift } = aligned;
  const unread = ([x, y]: Point) => {
    const column = Math.min(width - 1, Math.max(0, Math.floor(x / mmPerPixel)));
    const row = Math.min(height - 1, Math.max(0, Math.floor(y / mmPerPixel)));
    return flat.mask[row * width + column] !== 0 || flat.closeMask[row * width + column] !== 0;
  };
  return lines.map((line) => {
    const edge = edgeAcross(planned, painted, { line, shift: ([x, y]) => shiftAt(drift, x, y), viewingM });
    return unread(edge.painted.at) ? null : edge;
  });
}
