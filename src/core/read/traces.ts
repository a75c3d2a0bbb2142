import type { MassMap } from '../plan';
import { gaussianBlur, median, sampleAt, type Plane, type Point } from '../raster';

const LINE_MM = 0.6; // one sigma of a drawn line
const AROUND_MM = 4; // one sigma of what a line is told from
const NOISE = 3.5; // times the middle of all: paper's grain and a brush's
const FAINT = 0.5; // steps from what is around it, at which a line counts half

/** Where two masses meet: 1, else 0; nowhere where the mask is not 0. */
export function contoursOfMasses({ massOf, width, height }: MassMap, mask: Uint8Array): Plane {
  const data = new Float32Array(massOf.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      if ((massOf[i] !== massOf[i + 1] || massOf[i] !== massOf[i + width]) && !mask[i]) data[i] = 1;
  return { width, height, data };
}

/** Contours as a pen would draw them, 0..1. */
export function asLines(contours: Plane, mmPerPixel: number): Plane {
  const { data, width, height } = gaussianBlur(contours, LINE_MM / mmPerPixel);
  // A line one pixel wide, spread over the pen's width, has this height.
  const full = mmPerPixel / (LINE_MM * Math.sqrt(2 * Math.PI));
  return { width, height, data: data.map((v) => Math.min(1, v / full)) };
}

function overNoise(plane: Plane): Plane {
  const noise = NOISE * median(plane.data.filter((_, i) => i % 17 === 0));
  const data = plane.data.map((v) => {
    const over = Math.max(0, v - noise);
    return over / (over + FAINT);
  });
  return { ...plane, data };
}

/** What stands out from around it as a line does, light on dark or dark on light: 0..1. */
export function linesOf(value: Plane, mmPerPixel: number): Plane {
  const fine = gaussianBlur(value, LINE_MM / mmPerPixel).data;
  const around = gaussianBlur(value, AROUND_MM / mmPerPixel).data;
  return overNoise({ ...value, data: fine.map((v, i) => Math.abs(v - around[i])) });
}

/** How steep a painted picture is, its contours as lines: 0..1. */
export function steepnessOf(value: Plane, mmPerPixel: number): Plane {
  const { width, height, data } = gaussianBlur(value, LINE_MM / mmPerPixel);
  const out = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      out[i] = Math.hypot(data[i + 1] - data[i - 1], data[i + width] - data[i - width]);
  return overNoise({ width, height, data: out });
}

/** Points on contours, canvas mm, no more than one in each square of so many mm. */
export function pointsOn({ data, width }: Plane, mmPerPixel: number, square: number): Point[] {
  const taken = new Set<string>();
  const out: Point[] = [];
  data.forEach((v, i) => {
    // A contour runs between its pixel and the next ones.
    const at: Point = [((i % width) + 1) * mmPerPixel, (Math.floor(i / width) + 1) * mmPerPixel];
    const name = v ? at.map((mm) => Math.floor(mm / square)).join() : '';
    if (!name || taken.has(name)) return;
    taken.add(name);
    out.push(at);
  });
  return out;
}

/** mm beside a contour where its line is looked for */
export const NEAR_MM = 1.5;
const SEEN = 0.3; // of a trace, from which it is one

/** How far from a point the middle of the trace near it lies, mm; null = none is near. */
function besideTrace([x, y]: Point, traces: Plane, mmPerPixel: number): number | null {
  const reach = Math.ceil(NEAR_MM / mmPerPixel);
  let [sum, dx, dy] = [0, 0, 0];
  for (let v = -reach; v <= reach; v++)
    for (let u = -reach; u <= reach; u++) {
      const near = Math.hypot(u, v) * mmPerPixel <= NEAR_MM;
      const trace = near ? sampleAt(traces, x / mmPerPixel + u - 0.5, y / mmPerPixel + v - 0.5) : 0;
      if (trace < SEEN) continue;
      sum += trace;
      dx += trace * u;
      dy += trace * v;
    }
  return sum > 0 ? (Math.hypot(dx, dy) / sum) * mmPerPixel : null;
}

/** How far beside its trace each point lies, mm; null = none is near it. */
export const besideTraces = (points: readonly Point[], traces: Plane, mmPerPixel: number): (number | null)[] =>
  points.map((at) => besideTrace(at, traces, mmPerPixel));
