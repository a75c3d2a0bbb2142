import type { PlanContent } from '../../contract';
import { cropCorners, lieInUse, warpedTo, warpOf, type Crop } from '../../core/plan';
import { homographyBetween, project, rectangle, type Place, type Point } from '../../core/raster';

type Carry = (at: Point) => Point;
type At = [number, number];

const point = (at: Point, carry: Carry): At => [...carry(at)] as At;
const line = (points: readonly Point[], carry: Carry): At[] => points.map((at) => point(at, carry));
const place = ({ outlines }: Place, carry: Carry) => ({ outlines: outlines.map((outline) => line(outline, carry)) });
const where = (one: PlanContent['departures'][number]['where'], carry: Carry) =>
  'mass' in one ? { mass: point(one.mass, carry) } : { place: place(one.place, carry) };

function edit(one: PlanContent['edits'][number], carry: Carry): PlanContent['edits'][number] {
  switch (one.kind) {
    case 'merge':
      return { ...one, at: line(one.at, carry) };
    case 'split':
      return { ...one, at: point(one.at, carry) };
    case 'cut':
      return { ...one, at: point(one.at, carry), line: line(one.line, carry) };
    case 'redraw':
      return { ...one, at: point(one.at, carry), place: place(one.place, carry) };
    case 'own':
      return { ...one, place: place(one.place, carry) };
  }
}

/** A plan with everything in it moved where a new crop shows it. */
export function mapPlan(plan: PlanContent, carry: Carry): PlanContent {
  const { focal } = plan;
  return {
    ...plan,
    edits: plan.edits.map((one) => edit(one, carry)),
    marks: plan.marks.map((mark) => ({ ...mark, at: point(mark.at, carry) })),
    focal: focal && { ...focal, at: point(focal.at, carry) },
    path: line(plan.path, carry),
    edges: plan.edges.map((wish) => ({ ...wish, at: point(wish.at, carry) })),
    departures: plan.departures.map((one) => ({ ...one, where: where(one.where, carry) })),
    passages: plan.passages.map((one) => ({ ...one, where: where(one.where, carry) })),
    pins: plan.pins.map(({ from, to }) => ({ from: point(from, carry), to: point(to, carry) })),
    drawings: plan.drawings.map(({ pins = null, ...one }) => ({
      ...one,
      edits: one.edits.map((change) => edit(change, carry)),
      // A photographed drawing stays on the canvas where it is.
      pins: pins && pins.map(({ from, to }) => ({ from: point(from, carry), to })),
    })),
  };
}

interface Canvas {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Where a point of the canvas under one crop lies under another; null where either is no crop at all. */
export function carryBetween(
  picture: { width: number; height: number },
  before: { crop: Crop; canvas: Canvas },
  after: { crop: Crop; canvas: Canvas },
): Carry | null {
  const out = homographyBetween(
    rectangle(before.canvas.widthMm, before.canvas.heightMm),
    cropCorners(before.crop, picture),
  );
  const back = homographyBetween(
    cropCorners(after.crop, picture),
    rectangle(after.canvas.widthMm, after.canvas.heightMm),
  );
  return out && back ? (at) => project(back, project(out, at)) : null;
}

/** Where the plan's places lie in the drawing that governs, and back; null = where the plan has them. */
function lyingOf(plan: PlanContent, canvas: Canvas): { there: Carry; back: Carry } | null {
  const lie = lieInUse(plan);
  const back = lie.length > 0 ? warpOf(lie, canvas, []) : null;
  return back && { back, there: (at) => warpedTo(back, at) };
}

/** A plan with everything in it where the drawing that governs puts it: as it is read and shown. */
export function laidPlan<P extends PlanContent>(plan: P, canvas: Canvas): P {
  const lying = lyingOf(plan, canvas);
  return lying ? { ...plan, ...mapPlan(plan, lying.there) } : plan;
}

/** A place of what is read and shown, as the plan has it. */
export function placeInPlan(shown: Place, plan: PlanContent, canvas: Canvas): Place {
  const lying = lyingOf(plan, canvas);
  return lying ? place(shown, lying.back) : shown;
}
