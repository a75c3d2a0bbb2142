import { mapCorners, type Corners, type Point } from './raster';

/** One radial term of a lens about the middle of a photo: how straight lines come out bent. */
export interface Lens {
  /** share by which the photo's own corner moves outwards; below 0 straight lines bulge (barrel); |bend| up to 0.05 */
  readonly bend: number;
  /** of the photo, px */
  readonly width: number;
  readonly height: number;
}

/** A lens that bends nothing. */
export const straightLens = ({ width, height }: { width: number; height: number }): Lens => ({
  bend: 0,
  width,
  height,
});

const squared = ({ width, height }: Lens, x: number, y: number) => (4 * (x * x + y * y)) / (width ** 2 + height ** 2);

/**
 * Where a straight lens would have put a photo's point: the division model r / (1 + bend r^2) (Fitzgibbon 2001), r = 1
 * at the corner.
 */
export function unbent(lens: Lens, [px, py]: Point): Point {
  const [cx, cy] = [lens.width / 2, lens.height / 2];
  const [x, y] = [px - cx, py - cy];
  const scale = 1 / (1 + lens.bend * squared(lens, x, y));
  return [cx + x * scale, cy + y * scale];
}

/**
 * Inverse of {@link unbent}, by its power series (Catalan numbers): off by 14 bend^4, which is a hundredth of a pixel.
 */
export function bentBy(lens: Lens, [px, py]: Point): Point {
  const [cx, cy] = [lens.width / 2, lens.height / 2];
  const [x, y] = [px - cx, py - cy];
  const s = lens.bend * squared(lens, x, y);
  const scale = 1 + s * (1 + s * (2 + 5 * s));
  return [cx + x * scale, cy + y * scale];
}

export const unbentCorners = (lens: Lens, corners: Corners): Corners =>
  lens.bend === 0 ? corners : mapCorners(corners, (corner) => unbent(lens, corner));
export const bentCorners = (lens: Lens, corners: Corners): Corners =>
  lens.bend === 0 ? corners : mapCorners(corners, (corner) => bentBy(lens, corner));
