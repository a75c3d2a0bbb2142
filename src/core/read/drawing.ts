import type { MassMap } from '../plan';
import type { Point } from '../raster';
import { fieldOfGlobal, middleOf, shiftAt, type Drift } from './drift';

/** How one mass is drawn against the plan, once the whole drawing's own shift is taken off. */
export interface MassDrawing {
  readonly id: number;
  /** mm, painting minus plan */
  readonly shift: Point;
  /** degrees, clockwise */
  readonly tilt: number;
  /** 1 = as planned */
  readonly scale: number;
  /** one sigma of the shift, mm */
  readonly doubt: number;
}

/** A shift with its one-sigma doubt, mm. */
export interface Shift {
  readonly by: Point;
  readonly doubt: number;
}

/**
 * One sigma of a single cell's shift where its confidence is a half, and of what even a clear place keeps, mm (truth
 * suite).
 */
const DOUBT = { half: 0.8, least: 0.35 };

/** One sigma of a shift from its confidence, mm. */
export const doubtOfShift = (confidence: number): number =>
  Math.hypot(DOUBT.least, DOUBT.half * Math.sqrt((1 - Math.min(0.999, confidence)) / Math.max(0.02, confidence)));

/** What of each cell's shift is its own: the whole drawing's part taken off. */
export function ownShifts(drift: Drift): { dx: Float32Array; dy: Float32Array } {
  const { columns, rows, cellMm } = drift;
  const middle: Point = [(columns * cellMm) / 2, (rows * cellMm) / 2];
  const whole = fieldOfGlobal(drift.global, middle, drift);
  return { dx: drift.dx.map((v, i) => v - whole.dx[i]), dy: drift.dy.map((v, i) => v - whole.dy[i]) };
}

const LEAST_SAY = 1.5; // confident cells a mass's drawing needs

/** Place, tilt and size of every mass by its confident cells; masses of which nothing can be said are left out. */
export function massDrawings(drift: Drift, masses: MassMap, mmPerPixel: number): MassDrawing[] {
  const own = ownShifts(drift);
  const cells = masses.ids.map((): number[] => []);
  for (let i = 0; i < own.dx.length; i++) {
    const [x, y] = middleOf(drift, i).map((mm) => Math.floor(mm / mmPerPixel));
    const k = masses.massOf[Math.min(masses.height - 1, y) * masses.width + Math.min(masses.width - 1, x)];
    if (drift.confidence[i] > 0.3) cells[k].push(i);
  }
  return masses.ids.flatMap((id, k): MassDrawing[] => {
    const all = cells[k].map((i) => {
      const [x, y] = middleOf(drift, i);
      return { x, y, dx: own.dx[i], dy: own.dy[i], say: drift.confidence[i] ** 2 };
    });
    const total = all.reduce((sum, { say }) => sum + say, 0);
    if (total < LEAST_SAY) return [];
    const mean = (pick: (one: (typeof all)[number]) => number) =>
      all.reduce((sum, one) => sum + one.say * pick(one), 0) / total;
    const [cx, cy, sx, sy] = [mean(({ x }) => x), mean(({ y }) => y), mean(({ dx }) => dx), mean(({ dy }) => dy)];
    // Least squares for a turn and a size about the mass's middle, held back where it is small.
    let [turn, size, lever] = [0, 0, 0];
    for (const { x, y, dx, dy, say } of all) {
      const [px, py, qx, qy] = [x - cx, y - cy, dx - sx, dy - sy];
      turn += say * (px * qy - py * qx);
      size += say * (px * qx + py * qy);
      lever += say * (px * px + py * py);
    }
    lever += total * drift.cellMm ** 2 * 4;
    const scatter = Math.sqrt(mean(({ dx, dy }) => (dx - sx) ** 2 + (dy - sy) ** 2));
    return [
      {
        id,
        shift: [sx, sy],
        tilt: (Math.atan(turn / lever) * 180) / Math.PI,
        scale: 1 + size / lever,
        doubt: Math.hypot(DOUBT.least, scatter / Math.sqrt(Math.max(1, total))),
      },
    ];
  });
}

/**
 * The shift of a place beyond the whole drawing's, from its confident cells; null where nothing can be said.
 * @param holds whether it holds a point (canvas mm)
 */
export function shiftOf(drift: Drift, holds: (at: Point) => boolean): Shift | null {
  const own = ownShifts(drift);
  let [sum, x, y, sure] = [0, 0, 0, 0];
  for (let i = 0; i < own.dx.length; i++) {
    if (drift.confidence[i] < 0.3 || !holds(middleOf(drift, i))) continue;
    const say = drift.confidence[i] ** 2;
    sum += say;
    x += say * own.dx[i];
    y += say * own.dy[i];
    sure += say * drift.confidence[i];
  }
  return sum > 0 ? { by: [x / sum, y / sum], doubt: doubtOfShift(sure / sum) } : null;
}

/** How far the whole drawing lies off, as the root mean square over the canvas, mm. */
export function wholeOff({ global, columns, rows, cellMm }: Drift): number {
  const [w, h] = [columns * cellMm, rows * cellMm];
  const field = fieldOfGlobal(global, [w / 2, h / 2], { columns, rows, cellMm });
  let sum = 0;
  for (let i = 0; i < field.dx.length; i++) sum += field.dx[i] ** 2 + field.dy[i] ** 2;
  return Math.sqrt(sum / field.dx.length);
}

/** A point of the drift to be shown or told: a place of the plan, its whole shift, and how sure it is. */
export interface DriftPoint {
  readonly at: Point;
  readonly shift: Point;
  readonly confidence: number;
}

/** The drift at points about as far apart as asked. @param apart mm */
export function driftPoints(drift: Drift, apart: number): DriftPoint[] {
  const [w, h] = [drift.columns * drift.cellMm, drift.rows * drift.cellMm];
  const [columns, rows] = [Math.max(2, Math.round(w / apart)), Math.max(2, Math.round(h / apart))];
  return Array.from({ length: columns * rows }, (_, i): DriftPoint => {
    const at: Point = [(((i % columns) + 0.5) * w) / columns, ((Math.floor(i / columns) + 0.5) * h) / rows];
    const cell =
      Math.min(drift.rows - 1, Math.floor(at[1] / drift.cellMm)) * drift.columns +
      Math.min(drift.columns - 1, Math.floor(at[0] / drift.cellMm));
    return { at, shift: shiftAt(drift, ...at), confidence: drift.confidence[cell] };
  });
}
