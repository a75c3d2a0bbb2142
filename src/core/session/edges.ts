import {
  edgeAcross,
  pixelBlur,
  readEdges,
  readPlan,
  type Closely,
  type EdgeAcross,
  type EdgeLine,
  type EdgeSight,
  type PlanLine,
  type PlanLook,
  type SeenEdge,
} from '../edges';
import { coloursOf, type Flat } from '../photo';
import type { Point } from '../raster';
import { shiftAt, type Aligned } from '../read';
import { readBars, readStrips, type Bar, type BarLook, type InFront, type Strip, type StripLook } from '../thin';
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

/** Whether a place of the painting (canvas mm) can be read closely. */
const readableOn =
  ({ mask, closeMask }: Flat, { width, height, mmPerPixel }: Aligned) =>
  ([x, y]: Point): boolean => {
    const [u, v] = [Math.floor(x / mmPerPixel), Math.floor(y / mmPerPixel)];
    if (u < 0 || v < 0 || u >= width || v >= height) return false;
    return mask[v * width + u] === 0 && closeMask[v * width + u] === 0;
  };

const shiftOn =
  ({ drift }: Aligned) =>
  ([x, y]: Point): Point =>
    shiftAt(drift, x, y);

/** The edges that drawn lines cross; null where the painting cannot be read, or there is no plan. */
export async function edgesOn(
  { plan, lines }: Pick<SessionAsk, 'plan' | 'lines'>,
  aligned: Aligned | null,
  flat: Flat,
): Promise<(EdgeAcross | null)[]> {
  if (!plan || !aligned || lines.length === 0) return lines.map(() => null);
  const [planned, painted] = [await plannedSight(plan), sightOf(flat)];
  const readable = readableOn(flat, aligned);
  return lines.map((line) => {
    const edge = edgeAcross(planned, painted, { line, shift: shiftOn(aligned) });
    return readable(edge.painted.at) ? edge : null;
  });
}

const hundredths = (v: number) => Math.round(100 * v) / 100;
const pointIn = ([x, y]: Point): Point => [hundredths(x), hundredths(y)];
const rounded = ({ at, widthMm, contrast, doubtMm, ...edge }: SeenEdge): SeenEdge => ({
  ...edge,
  at: pointIn(at),
  widthMm: widthMm === null ? null : hundredths(widthMm),
  contrast: hundredths(contrast),
  doubtMm: hundredths(doubtMm),
});

const closelyOf = (plan: SessionPlan, aligned: Aligned, flat: Flat): Closely => {
  let sight: Promise<EdgeSight> | null = null;
  return {
    plan: () => (sight ??= plannedSight(plan)),
    photo: sightOf(flat),
    shift: shiftOn(aligned),
    readable: readableOn(flat, aligned),
  };
};

const roundedLook = ({ at, widthMm, sides, stands, beside }: StripLook): StripLook => ({
  at: pointIn(at),
  widthMm: hundredths(widthMm),
  sides: pointIn(sides),
  stands: hundredths(stands),
  beside: pointIn(beside),
});

/** Every thin shape of the plan, planned and painted; to hundredths. */
async function everyStrip(closely: Closely, aligned: Aligned): Promise<Strip[]> {
  const strips = await readStrips({ ...closely, planned: aligned.planned, grid: aligned });
  return strips.map(({ lengthMm, places }) => ({
    lengthMm: hundredths(lengthMm),
    places: places.map(({ at, way, planned, painted }) => ({
      ...{ at: pointIn(at), way: pointIn(way) },
      planned: planned && roundedLook(planned),
      painted: painted && roundedLook(painted),
    })),
  }));
}

const roundedBar = ({ widthMm, beside }: BarLook): BarLook => ({
  widthMm: hundredths(widthMm),
  beside: pointIn(beside),
});

/** Every bar of the plan, planned and painted; to hundredths. */
async function everyBar(closely: Closely, aligned: Aligned): Promise<Bar[]> {
  const bars = await readBars({ ...closely, planned: aligned.planned, grid: aligned });
  return bars.map(({ lengthMm, places }) => ({
    lengthMm: hundredths(lengthMm),
    places: places.map(({ at, way, planned, painted }) => ({
      ...{ at: pointIn(at), way: pointIn(way) },
      planned: roundedBar(planned),
      painted: painted && roundedBar(painted),
    })),
  }));
}

/** What edges of a plan run along. */
function shapesOf({ picture: { masses, picture } }: SessionPlan, widthMm: number): Omit<PlanLook, 'plan'> {
  return { masses, mmPerPixel: widthMm / masses.width, value: () => coloursOf(picture).value };
}

/** Every edge of the plan, planned and painted; to hundredths: there are hundreds of them. */
async function everyEdge(closely: Closely, plan: SessionPlan, flat: Flat): Promise<EdgeLine[]> {
  const lines = await readEdges({ ...closely, ...shapesOf(plan, flat.canvas.widthMm) });
  return lines.map(({ between, places }) => ({
    between,
    places: places.map(
      (place) =>
        place && {
          at: pointIn(place.at),
          way: pointIn(place.way),
          planned: rounded(place.planned),
          painted: rounded(place.painted),
        },
    ),
  }));
}

/** Every edge of the plan, every thin shape and every bar. */
export async function edgesAndStrips(
  plan: SessionPlan,
  aligned: Aligned,
  flat: Flat,
): Promise<InFront & { readonly lines: EdgeLine[] }> {
  const closely = closelyOf(plan, aligned, flat);
  return {
    lines: await everyEdge(closely, plan, flat),
    ...{ strips: await everyStrip(closely, aligned), bars: await everyBar(closely, aligned) },
  };
}

/** Every edge of a plan as it is planned, to hundredths. */
export async function edgesPlanned(plan: SessionPlan, widthMm: number): Promise<PlanLine[]> {
  const lines = await readPlan({ plan: () => plannedSight(plan), ...shapesOf(plan, widthMm) });
  return lines.map(({ between, places }) => ({
    between,
    places: places.map(({ at, planned }) => ({ at: pointIn(at), planned: rounded(planned) })),
  }));
}

/** Every edge alone. */
export const edgesAlone = (plan: SessionPlan, aligned: Aligned, flat: Flat): Promise<EdgeLine[]> =>
  everyEdge(closelyOf(plan, aligned, flat), plan, flat);
