import { straighten } from '../photo';
import {
  mapCorners,
  homographyBetween,
  isConvexClockwise,
  lightOfPicture,
  project,
  rectangle,
  type Box,
  type Corners,
  type Picture,
  type Point,
  type Raster,
} from '../raster';

/** How the canvas is cut from a reference. */
export interface Crop {
  /** px: of the reference, or of the print straightened out of it */
  readonly box: Box;
  /** degrees the box is turned clockwise about its middle, to set a leaning reference upright */
  readonly turn: number;
  /** corners of a photographed print or screen, reference px; null = the reference is the picture itself */
  readonly print: Corners | null;
}

export const plainCrop = (box: Box): Crop => ({ box, turn: 0, print: null });

const length = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay);

/**
 * How many times as wide as high a flat rectangle is whose corners were photographed, the camera's axis through the
 * picture's middle and its
 * pixels square (Zhang and He 2007, "Whiteboard scanning and image enhancement"). Seen nearly head-on, where
 * perspective says nothing: the
 * mean of its opposite sides.
 */
export function proportionOf(print: Corners, { width, height }: { width: number; height: number }): number {
  const [p1, p2, p4, p3] = print.map(([x, y]) => [x - width / 2, y - height / 2, 1] as const);
  const cross = (a: readonly number[], b: readonly number[]) =>
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]] as const;
  const dot = (a: readonly number[], b: readonly number[]) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  const k2 = dot(cross(p1, p4), p3) / dot(cross(p2, p4), p3);
  const k3 = dot(cross(p1, p4), p2) / dot(cross(p3, p4), p2);
  const n2 = p2.map((v, i) => k2 * v - p1[i]);
  const n3 = p3.map((v, i) => k3 * v - p1[i]);
  const [tl, tr, br, bl] = print;
  const plain = (length(tl, tr) + length(bl, br)) / (length(tl, bl) + length(tr, br));
  const focal2 = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const size = Math.max(width, height);
  // Between a wide lens and a long one; beyond, the corners' own error speaks.
  if (!Number.isFinite(focal2) || focal2 < (0.4 * size) ** 2 || focal2 > (6 * size) ** 2) return plain;
  const long2 = (n: number[]) => (n[0] ** 2 + n[1] ** 2) / focal2 + n[2] ** 2;
  const proportion = Math.sqrt(long2(n2) / long2(n3));
  return Math.abs(Math.log(proportion / plain)) < 0.4 ? proportion : plain;
}

/** Size of the print once straightened, px: as long as its longest sides, in its own proportions. */
export function printSize(
  print: Corners,
  picture: { width: number; height: number },
): { width: number; height: number } {
  const [tl, tr, br, bl] = print;
  const wide = Math.max(length(tl, tr), length(bl, br));
  const proportion = proportionOf(print, picture);
  return { width: wide, height: wide / proportion };
}

/** The picture the crop's box lies in: the print straightened out of it, or the reference itself. */
export const cropBase = ({ print }: Pick<Crop, 'print'>, picture: { width: number; height: number }) =>
  print ? printSize(print, picture) : { width: picture.width, height: picture.height };

/** All that lies inside a print's corners, whatever its proportions: a drawing of the canvas is all of it. */
export function wholePrint(crop: Crop, picture: { width: number; height: number }): Crop {
  const { width, height } = cropBase(crop, picture);
  return crop.print ? { ...crop, box: [0, 0, width, height], turn: 0 } : crop;
}

/** The turned box's corners in the picture it lies in. */
function turnedBox({ box: [x, y, w, h], turn }: Crop): Corners {
  const [cx, cy] = [x + w / 2, y + h / 2];
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const at = (dx: number, dy: number): Point => [cx + cos * dx - sin * dy, cy + sin * dx + cos * dy];
  return [at(-w / 2, -h / 2), at(w / 2, -h / 2), at(w / 2, h / 2), at(-w / 2, h / 2)];
}

/** Where the canvas's corners lie in the reference, px, clockwise from top left. */
export function cropCorners(crop: Crop, picture: { width: number; height: number }): Corners {
  const turned = turnedBox(crop);
  if (!crop.print) return turned;
  const { width, height } = printSize(crop.print, picture);
  const out = homographyBetween(rectangle(width, height), crop.print);
  return out ? mapCorners(turned, (corner) => project(out, corner)) : turned;
}

/** Whether a crop stays inside the picture it is cut from (half a pixel over is forgiven). */
export function cropFits(crop: Crop, picture: { width: number; height: number }): boolean {
  if (crop.print && !isConvexClockwise(crop.print)) return false;
  const { width, height } = cropBase(crop, picture);
  return turnedBox(crop).every(([x, y]) => x >= -0.5 && y >= -0.5 && x <= width + 0.5 && y <= height + 0.5);
}

/** The largest box about a middle that, turned, stays inside a picture. */
export function largestBox(
  { width, height }: { width: number; height: number },
  { proportion, turn, middle = [width / 2, height / 2] }: { proportion: number; turn: number; middle?: Point },
): Box {
  const [cos, sin] = [Math.abs(Math.cos((turn * Math.PI) / 180)), Math.abs(Math.sin((turn * Math.PI) / 180))];
  // A box of width w reaches w/2 (cos + sin/p) sideways and w/2 (sin + cos/p) up and down.
  const aside = 2 * Math.min(middle[0], width - middle[0]);
  const along = 2 * Math.min(middle[1], height - middle[1]);
  const w = Math.max(1, Math.min(aside / (cos + sin / proportion), along / (sin + cos / proportion)));
  return [middle[0] - w / 2, middle[1] - w / proportion / 2, w, w / proportion];
}

/** The reference under a crop as light, at a size of the canvas's proportions. */
export function croppedLight(picture: Picture, crop: Crop, size: { width: number; height: number }): Raster {
  if (crop.turn === 0 && !crop.print) return lightOfPicture(picture, crop.box, size);
  return straighten(picture, cropCorners(crop, picture), size);
}
