/**
 * Linear light of sRGB primaries, D65; 1.0 = white. Planes are row-major, width x height. NaN never occurs; "not read"
 * is a separate mask.
 */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
}

/** One number a pixel, row-major. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** A place in pixels or canvas millimetres, x right, y down. */
export type Point = readonly [x: number, y: number];
/** x, y, width, height. */
export type Box = readonly [x: number, y: number, w: number, h: number];
/** Corners clockwise from the painting's top left. */
export type Corners = readonly [Point, Point, Point, Point];

/** Something made of each of four corners, in their order. */
export const mapCorners = <P, Q>(
  [a, b, c, d]: readonly [P, P, P, P],
  make: (corner: P, index: number) => Q,
): [Q, Q, Q, Q] => [make(a, 0), make(b, 1), make(c, 2), make(d, 3)];

export function makeRaster(width: number, height: number): Raster {
  const size = width * height;
  return { width, height, r: new Float32Array(size), g: new Float32Array(size), b: new Float32Array(size) };
}

export const channelsOf = (raster: Raster): [Float32Array, Float32Array, Float32Array] => [
  raster.r,
  raster.g,
  raster.b,
];
