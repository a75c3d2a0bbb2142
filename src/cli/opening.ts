import { basename } from 'node:path';
import { CanvasNotFound, CornersRefused, type CanvasSize, type GreyPatch } from '../core/photo';
import { CROP_TOLERANCE, middleCrop } from '../core/plan';
import type { Box, Corners, Picture } from '../core/raster';
import { AnotherPicture } from '../core/session';
import { decodePicture } from '../server/images/decodePicture';
import { InputError } from '../server/images/inputError';
import { readRegular } from '../server/images/regularFile';

/** @throws InputError where there is no picture */
export async function openPicture(path: string): Promise<Picture> {
  let bytes: Uint8Array;
  try {
    bytes = await readRegular(path, { name: path, follow: true });
  } catch (cause) {
    if (cause instanceof InputError) throw cause;
    throw new InputError(
      'file',
      `${path} cannot be read (${(cause as NodeJS.ErrnoException).code}): give the path of a picture.`,
    );
  }
  return decodePicture(bytes, basename(path));
}

/**
 * The whole reference where its proportions are the canvas's (give or take a few pixels), else refused: guessing a crop
 * would move everything.
 */
function wholeOrRefused(reference: Picture, canvas: CanvasSize): Box {
  const { width, height } = reference;
  const off = Math.abs((width / height) * (canvas.heightMm / canvas.widthMm) - 1);
  if (off > Math.max(4 * CROP_TOLERANCE, 3 / Math.min(width, height))) {
    const [x, y, w, h] = middleCrop(reference, canvas).map(Math.round);
    throw new InputError(
      'crop',
      `The reference is ${width} x ${height} pixels, the canvas ${canvas.widthMm} x ${canvas.heightMm} mm: other proportions. Add --crop, for the middle "${x},${y},${w},${h}".`,
    );
  }
  return [0, 0, width, height];
}

/** The part of a reference that is painted. @throws InputError for one that does not fit */
export function cropOf(reference: Picture, { crop, canvas }: { crop?: Box; canvas: CanvasSize }): Box {
  if (!crop) return wholeOrRefused(reference, canvas);
  const [x, y, w, h] = crop;
  if (x < -0.5 || y < -0.5 || x + w > reference.width + 0.5 || y + h > reference.height + 0.5) {
    throw new InputError(
      'crop',
      `--crop "${crop.join(',')}" reaches outside the reference, which is ${reference.width} x ${reference.height} pixels: give a box inside it.`,
    );
  }
  return crop;
}

/** @throws InputError for a box that reaches outside the canvas */
export function checkRegion([x, y, w, h]: Box, canvas: CanvasSize): void {
  if (x < 0 || y < 0 || x + w > canvas.widthMm + 1e-6 || y + h > canvas.heightMm + 1e-6) {
    throw new InputError(
      'region',
      `--region "${x},${y},${w},${h}" reaches outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm: give a box inside it.`,
    );
  }
}

/** What was said of a photograph. */
interface SaidOfPhoto {
  readonly corners?: Corners;
  readonly greys: readonly GreyPatch[];
}

/** @param by what its options begin with: "--before-" of "--before-grey" @throws InputError for what lies outside it */
export function checkPhoto(photo: Picture, { corners, greys }: SaidOfPhoto, by = '--'): void {
  for (const [x, y] of corners ?? []) {
    if (x < -0.2 * photo.width || y < -0.2 * photo.height || x > 1.2 * photo.width || y > 1.2 * photo.height) {
      throw new InputError(
        'corners',
        `Corner ${x},${y} lies far outside the photo, which is ${photo.width} x ${photo.height} pixels.`,
      );
    }
  }
  for (const { box } of greys) {
    if (box[0] < 0 || box[1] < 0 || box[0] + box[2] > photo.width || box[1] + box[3] > photo.height) {
      throw new InputError(
        'grey',
        `${by}grey "${box.join(',')}" reaches outside the photo, which is ${photo.width} x ${photo.height} pixels.`,
      );
    }
  }
}

/**
 * Errors of the core as what to do about them on the command line.
 * @param by what the photograph's options begin with @param photo how it is called
 */
export function refusalOf(cause: unknown, by = '--', photo = 'the photo'): unknown {
  if (cause instanceof CanvasNotFound)
    return new InputError(
      'corners',
      `The canvas was not found surely in ${photo} (${cause.message}): give its corners with ${by}corners "x,y x,y x,y x,y", clockwise from the painting's top left.`,
    );
  if (cause instanceof CornersRefused)
    return new InputError(
      'corners',
      `${by}corners cannot be used: ${cause.message} Give them clockwise from the painting's top left.`,
    );
  if (cause instanceof AnotherPicture)
    return new InputError(
      'another-picture',
      `The shapes in ${photo} are not those of the reference: the corners lie elsewhere, or it shows another painting. Nothing was read. Give the corners with ${by}corners, or read it all the same with --insist.`,
    );
  return cause;
}
