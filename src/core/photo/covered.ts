import { mapCorners, homographyBetween, project, rectangle, type Corners, type Raster } from '../raster';

export interface CanvasSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * How many mm of the canvas a frame or tape hides on each side: the rectangle that is seen lies so far inside the
 * canvas.
 */
export interface Covered {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

export const UNCOVERED: Covered = { top: 0, right: 0, bottom: 0, left: 0 };

export const isCovered = ({ top, right, bottom, left }: Covered): boolean => top + right + bottom + left > 0;

/** Size of what is seen inside a frame or tape, mm. */
export const visibleSize = ({ widthMm, heightMm }: CanvasSize, { top, right, bottom, left }: Covered): CanvasSize => ({
  widthMm: widthMm - left - right,
  heightMm: heightMm - top - bottom,
});

/** Box of what is seen, canvas mm. */
export function visibleBox(canvas: CanvasSize, covered: Covered): readonly [number, number, number, number] {
  const { widthMm, heightMm } = visibleSize(canvas, covered);
  return [covered.left, covered.top, widthMm, heightMm];
}

/**
 * Corners of the whole canvas from those of the rectangle that is seen, both in photo px: the plane goes on behind the
 * frame.
 * @returns null where three of the corners lie on one line
 */
export function wholeCorners(seen: Corners, canvas: CanvasSize, covered: Covered): Corners | null {
  const [x, y, w, h] = visibleBox(canvas, covered);
  if (x === 0 && y === 0 && w === canvas.widthMm && h === canvas.heightMm) return seen;
  const window: Corners = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
  const toPhoto = homographyBetween(window, seen);
  return toPhoto && mapCorners(rectangle(canvas.widthMm, canvas.heightMm), (p) => project(toPhoto, p));
}

/** The part of a picture of the whole canvas that is seen. */
export function visiblePart(raster: Raster, canvas: CanvasSize, covered: Covered): Raster {
  const [x, y, w, h] = visibleBox(canvas, covered).map((mm) => Math.round((mm * raster.width) / canvas.widthMm));
  if (w >= raster.width && h >= raster.height) return raster;
  const width = Math.min(w, raster.width - x);
  const height = Math.min(h, raster.height - y);
  const part = (plane: Float32Array) => {
    const out = new Float32Array(width * height);
    for (let row = 0; row < height; row++) {
      const from = (y + row) * raster.width + x;
      out.set(plane.subarray(from, from + width), row * width);
    }
    return out;
  };
  return { width, height, r: part(raster.r), g: part(raster.g), b: part(raster.b) };
}
