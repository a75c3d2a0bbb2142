import { coloursOf, valuePlane, type Colours } from '../photo';
import { heldPoints, warped, warpedTo, warpOf, type MassMap, type Pin } from '../plan';
import { makeRaster, median, quantile, type Plane, type Point, type Raster } from '../raster';
import { driftOf, shiftAt, type Drift } from './drift';
import { asLines, besideTraces, contoursOfMasses, linesOf, NEAR_MM, pointsOn, steepnessOf } from './traces';

/** How a drawing puts the places of a plan. */
export interface Traced {
  /** where the plan's places lie in the drawing, canvas mm */
  readonly pins: readonly Pin[];
  /** share of the plan's contours that the drawing has, beyond those that meet a line of any drawing by chance, 0..1 */
  readonly found: number;
  /** mm by which the contours it has lie beside its lines still, in the middle of all */
  readonly median: number;
  /** mm from the plan to the drawing, which all but one in twenty of the contours it has keep within */
  readonly most: number;
}

/** A plan whose places are looked for in a drawing. */
export interface Traceable {
  readonly picture: Raster;
  readonly masses: MassMap;
  /** 1 = a departure makes it another picture than the reference: it is not looked for there */
  readonly departed: Uint8Array;
}

interface Sheet {
  readonly widthMm: number;
  readonly heightMm: number;
}

const ROUNDS = 3;
const LEAST_CONFIDENCE = 0.05; // with which a place has a say in how the drawing lies
const MOST_PINS = 60;
const PINS_APART = 0.05; // of the canvas's long side
const POINTS_APART = 0.0125; // the same of points on the contours
const LEAST = { pins: 12, found: 0.2 }; // below which a drawing is not told to be of this plan

const PAPER = 8; // value
const INK = 4; // steps darker

const drawnIn = ({ data }: Plane): Colours => {
  const none = new Float32Array(data.length);
  return { value: data.map((v) => PAPER - INK * v), a: none, b: none };
};

/** A way to look for the plan in a drawing. */
interface Eye {
  /** what a contour of the plan is looked for among */
  readonly traces: Plane;
  /** @param pins by which the plan is moved already */
  readonly driftFrom: (pins: readonly Pin[]) => Drift;
}

/** Looks for lines: the contours of masses, drawn on paper or on the canvas. */
function eyeForLines(contours: Plane, drawing: Plane, mmPerPixel: number): Eye {
  const { width, height } = contours;
  const traces = linesOf(drawing, mmPerPixel);
  const drawn = drawnIn(traces);
  const pen = { ...makeRaster(width, height), r: asLines(contours, mmPerPixel).data };
  return {
    traces,
    driftFrom: (pins) => {
      const { r: data } = warped(pen, pins, { mmPerPixel, held: [] });
      return driftOf(drawnIn({ width, height, data }), drawn, { width, height, mmPerPixel });
    },
  };
}

/** Looks for the planned picture itself: an earlier state of the painting. */
function eyeForPaint({ picture }: Traceable, drawing: Raster, mmPerPixel: number): Eye {
  const { width, height } = picture;
  const painted = coloursOf(drawing);
  return {
    traces: steepnessOf({ width, height, data: painted.value }, mmPerPixel),
    driftFrom: (pins) =>
      driftOf(coloursOf(warped(picture, pins, { mmPerPixel, held: [] })), painted, { width, height, mmPerPixel }),
  };
}

function confidenceAt({ columns, rows, cellMm, confidence }: Drift, [x, y]: Point): number {
  const column = Math.min(columns - 1, Math.max(0, Math.floor(x / cellMm)));
  const row = Math.min(rows - 1, Math.max(0, Math.floor(y / cellMm)));
  return confidence[row * columns + column];
}

/** The surest of them, no two close together. */
function spread<P extends { readonly from: Point; readonly sure: number }>(points: readonly P[], apart: number): P[] {
  const out: P[] = [];
  for (const one of [...points].sort((a, b) => b.sure - a.sure)) {
    if (out.length === MOST_PINS) break;
    if (out.every(({ from: [x, y] }) => Math.hypot(x - one.from[0], y - one.from[1]) >= apart)) out.push(one);
  }
  return out;
}

/** How a plan lies: what is pulled where, and how many of the pins were found rather than held. */
interface Lying {
  readonly pins: readonly Pin[];
  readonly sure: number;
}

/** Moves the plan until it lies as the drawing does, round by round. @param points on its contours */
function laidBy({ driftFrom }: Eye, points: readonly Point[], sheet: Sheet): Lying {
  const apart = PINS_APART * Math.max(sheet.widthMm, sheet.heightMm);
  let lying: Lying = { pins: [], sure: 0 };
  for (let round = 0; round < ROUNDS; round++) {
    const warp = warpOf(lying.pins, sheet, []);
    if (!warp) break;
    const drift = driftFrom(lying.pins);
    const moved = (from: Point): Pin & { readonly sure: number } => {
      const now = warpedTo(warp, from);
      const [dx, dy] = shiftAt(drift, ...now);
      return { from, to: [now[0] + dx, now[1] + dy], sure: confidenceAt(drift, now) };
    };
    const found = points.map(moved).filter(({ sure }) => sure >= LEAST_CONFIDENCE);
    const sure = spread(found, apart);
    const all = [...heldPoints(sheet).map(moved), ...sure];
    lying = { pins: all.map(({ from, to }) => ({ from, to })), sure: sure.length };
  }
  return lying;
}

const ASIDE: readonly Point[] = [
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
];
const ASIDE_MM = 8;
const NEARLY_ALL = 0.95; // one wrong place is not how far a drawing differs

/** How much of the plan's contours a drawing has once they lie by pins, and how far beside its lines. */
function howFound(
  { traces }: Eye,
  points: readonly Point[],
  { lie, mmPerPixel }: { lie: (at: Point) => Point; mmPerPixel: number },
): Omit<Traced, 'pins'> {
  const lying = points.map(lie);
  const beside = besideTraces(lying, traces, mmPerPixel);
  const off = beside.filter((mm) => mm !== null);
  const moved = lying.map(([x, y], i) => Math.hypot(x - points[i][0], y - points[i][1]));
  // Somewhat aside, a contour meets a line by chance.
  const step = ASIDE_MM / Math.SQRT2;
  const aside = ASIDE.map(([u, v]) => lying.map(([x, y]): Point => [x + step * u, y + step * v]));
  const chance = median(
    aside.map((shifted) => besideTraces(shifted, traces, mmPerPixel).filter((mm) => mm !== null).length),
  );
  return {
    found: Math.max(0, (off.length - chance) / Math.max(1, points.length - chance)),
    median: off.length > 0 ? median(off) : NEAR_MM,
    most:
      off.length > 0
        ? quantile(
            moved.filter((_, i) => beside[i] !== null),
            NEARLY_ALL,
          )
        : 0,
  };
}

/**
 * Finds a plan's places in a drawing, in lines or in paint.
 * @param drawing of the whole canvas, square, as large as the plan's picture; @param mmPerPixel of both
 * @returns null where too little of the plan is in it
 */
export function trace(plan: Traceable, drawing: Raster, mmPerPixel: number): Traced | null {
  const { width, height } = plan.picture;
  const sheet = { widthMm: width * mmPerPixel, heightMm: height * mmPerPixel };
  const contours = contoursOfMasses(plan.masses, plan.departed);
  const points = pointsOn(contours, mmPerPixel, POINTS_APART * Math.max(sheet.widthMm, sheet.heightMm));
  const eyes = [eyeForLines(contours, valuePlane(drawing), mmPerPixel), eyeForPaint(plan, drawing, mmPerPixel)];
  const tries = eyes.map((eye) => ({ eye, ...laidBy(eye, points, sheet) }));
  const [{ eye, pins, sure }] = tries.sort((a, b) => b.sure - a.sure);
  const warp = warpOf(pins, sheet, []);
  if (!warp || sure < LEAST.pins) return null;
  const told = howFound(eye, points, { lie: (at) => warpedTo(warp, at), mmPerPixel });
  return told.found < LEAST.found ? null : { pins, ...told };
}
