import { makeRaster, solveLinear, type Plane, type Point, type Raster, channelsOf, sampleAt } from '../raster';

/** A point of the reference (canvas mm as cropped) and where it goes on the canvas. */
export interface Pin {
  readonly from: Point;
  readonly to: Point;
}

/** r^2 log r, the bending of a thin plate; 0 at 0. */
const plate = (r2: number) => (r2 > 0 ? 0.5 * r2 * Math.log(r2) : 0);

interface Sheet {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** What stays where it is while a picture is pulled out of shape: the canvas's corners and the middles of its sides. */
export const heldPoints = ({ widthMm: w, heightMm: h }: Sheet): readonly Point[] => [
  [0, 0],
  [w / 2, 0],
  [w, 0],
  [w, h / 2],
  [w, h],
  [w / 2, h],
  [0, h],
  [0, h / 2],
];

/**
 * Where each place of the canvas comes from in the reference: a thin plate through the pins (Bookstein 1989), the
 * {@link heldPoints} held too where it is the painter's own hand that pulls.
 * @returns null where two pins lie on the same place
 */
export function warpOf(
  pins: readonly Pin[],
  sheet: Sheet,
  held: readonly Point[] = heldPoints(sheet),
): ((at: Point) => Point) | null {
  if (pins.length === 0) return (at) => at;
  const size = Math.max(sheet.widthMm, sheet.heightMm);
  const all = [...held.map((at): Pin => ({ from: at, to: at })), ...pins];
  const at = all.map(({ to: [x, y] }): Point => [x / size, y / size]);
  const rows = [
    ...at.map(([x, y]) => [...at.map(([u, v]) => plate((x - u) ** 2 + (y - v) ** 2)), 1, x, y]),
    [...at.map(() => 1), 0, 0, 0],
    [...at.map(([x]) => x), 0, 0, 0],
    [...at.map(([, y]) => y), 0, 0, 0],
  ];
  const [along, down] = [0, 1].map((c) => solveLinear(rows, [...all.map(({ from, to }) => from[c] - to[c]), 0, 0, 0]));
  if (!along || !down) return null;
  const n = at.length;
  return ([x, y]) => {
    const [u, v] = [x / size, y / size];
    let [dx, dy] = [along[n] + along[n + 1] * u + along[n + 2] * v, down[n] + down[n + 1] * u + down[n + 2] * v];
    for (let k = 0; k < n; k++) {
      const bend = plate((u - at[k][0]) ** 2 + (v - at[k][1]) ** 2);
      dx += along[k] * bend;
      dy += down[k] * bend;
    }
    return [x + dx, y + dy];
  };
}

/**
 * Where a point of the reference comes to lie: a warp the other way.
 * @param warp see {@link warpOf}
 */
export function warpedTo(warp: (at: Point) => Point, from: Point): Point {
  let [x, y] = from;
  for (let n = 0; n < 12; n++) {
    const [u, v] = warp([x, y]);
    [x, y] = [x + from[0] - u, y + from[1] - v];
  }
  return [x, y];
}

const MESH = 48; // cells along the long side between which the warp runs straight

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * Where each pixel comes from, px.
 * @returns null where the pins contradict each other, or there are none
 */
function sourceOf({ width, height }: Size, pins: readonly Pin[], mmPerPixel: number, held?: readonly Point[]) {
  const sheet = { widthMm: width * mmPerPixel, heightMm: height * mmPerPixel };
  const warp = pins.length > 0 && warpOf(pins, sheet, held);
  if (!warp) return null;
  const cell = Math.max(width, height) / MESH;
  const [columns, rows] = [Math.ceil(width / cell) + 1, Math.ceil(height / cell) + 1];
  const mesh = [0, 1].map((): Plane => ({ width: columns, height: rows, data: new Float32Array(columns * rows) }));
  for (let k = 0; k < columns * rows; k++) {
    const [x, y] = [(k % columns) * cell * mmPerPixel, Math.floor(k / columns) * cell * mmPerPixel];
    warp([x, y]).forEach((v, c) => (mesh[c].data[k] = (v - [x, y][c]) / mmPerPixel));
  }
  return (x: number, y: number): Point => {
    const [u, v] = [(x + 0.5) / cell, (y + 0.5) / cell];
    return [x + sampleAt(mesh[0], u, v), y + sampleAt(mesh[1], u, v)];
  };
}

/**
 * The picture drawn out of shape as the pins say. Where the pins contradict each other it is left as it is.
 * @param held see {@link warpOf}
 */
export function warped(
  raster: Raster,
  pins: readonly Pin[],
  { mmPerPixel, held }: { mmPerPixel: number; held?: readonly Point[] },
): Raster {
  const source = sourceOf(raster, pins, mmPerPixel, held);
  if (!source) return raster;
  const { width, height } = raster;
  const out = makeRaster(width, height);
  const planes = channelsOf(raster).map((data): Plane => ({ width, height, data }));
  const channels = channelsOf(out);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const [sx, sy] = source(x, y);
      for (let c = 0; c < 3; c++) channels[c][i] = sampleAt(planes[c], sx, sy);
    }
  }
  return out;
}

/** For each pixel of a picture drawn out of shape, which pixel it comes from. @param held see {@link warpOf} */
export function warpedFrom(
  { width, height }: Size,
  pins: readonly Pin[],
  { mmPerPixel, held }: { mmPerPixel: number; held?: readonly Point[] },
): Int32Array {
  const source = sourceOf({ width, height }, pins, mmPerPixel, held);
  const within = (v: number, most: number) => Math.min(most - 1, Math.max(0, Math.round(v)));
  return Int32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = source?.(i % width, Math.floor(i / width)) ?? [i % width, Math.floor(i / width)];
    return within(y, height) * width + within(x, width);
  });
}
