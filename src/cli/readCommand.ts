import { basename } from 'node:path';
import { CanvasNotFound, CornersRefused } from '../core/photo';
import { CROP_TOLERANCE, EMPTY_CONTENT, middleCrop, plainCrop } from '../core/plan';
import { placeOfBox, type Box, type Picture } from '../core/raster';
import { AnotherPicture, askOf, cardIn, readSession, sessionPlan, type SessionPlan, type Shot } from '../core/session';
import { decodePicture } from '../server/images/decodePicture';
import { InputError } from '../server/images/inputError';
import { readRegular } from '../server/images/regularFile';
import type { ReadRequest } from './arguments';
import { reportOf, type ReadReport } from './report';

async function openPicture(path: string): Promise<Picture> {
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

function cropOf(reference: Picture, { crop, canvas }: ReadRequest): Box {
  if (!crop) return wholeOrMiddle(reference, canvas);
  const [x, y, w, h] = crop;
  if (x < -0.5 || y < -0.5 || x + w > reference.width + 0.5 || y + h > reference.height + 0.5) {
    throw new InputError(
      'crop',
      `--crop "${crop.join(',')}" reaches outside the reference, which is ${reference.width} x ${reference.height} pixels: give a box inside it.`,
    );
  }
  return crop;
}

/**
 * The whole reference where its proportions are the canvas's (give or take a few pixels), else refused: guessing a crop
 * would move everything.
 */
function wholeOrMiddle(reference: Picture, canvas: ReadRequest['canvas']): Box {
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

function checkBoxes({ regions, canvas, edges }: ReadRequest): void {
  for (const [x, y, w, h] of regions) {
    if (x < 0 || y < 0 || x + w > canvas.widthMm + 1e-6 || y + h > canvas.heightMm + 1e-6) {
      throw new InputError(
        'region',
        `--region "${x},${y},${w},${h}" reaches outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm: give a box inside it.`,
      );
    }
  }
  for (const [x, y] of edges.flat()) {
    if (x < 0 || y < 0 || x > canvas.widthMm || y > canvas.heightMm)
      throw new InputError(
        'edge',
        `--edge point ${x},${y} lies outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm.`,
      );
  }
}

function checkPhoto(photo: Picture, { corners, greys }: ReadRequest): void {
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
        `--grey "${box.join(',')}" reaches outside the photo, which is ${photo.width} x ${photo.height} pixels.`,
      );
    }
  }
}

/** A photograph for the core; the printed card is looked for where no patch was named. */
function shotOf(photo: Picture, { corners, covered, greys }: ReadRequest): Shot {
  const card = greys.length === 0 ? cardIn(photo) : null;
  return { open: () => photo, corners, covered, greys: card?.greys ?? greys, card: card?.rings ?? null, areas: [] };
}

/** A plan of which nothing is said but what the command line can say. */
function planFor(reference: Picture, request: ReadRequest): SessionPlan {
  const { key, departures, canvas } = request;
  const content = { ...EMPTY_CONTENT, key: { ...EMPTY_CONTENT.key, kind: key }, departures };
  return sessionPlan(reference, content, { crop: plainCrop(cropOf(reference, request)), canvas });
}

/** Errors of the core as what to do about them on the command line. */
function refusalOf(cause: unknown): unknown {
  if (cause instanceof CanvasNotFound)
    return new InputError(
      'corners',
      `The canvas was not found surely in the photo (${cause.message}): give its corners with --corners "x,y x,y x,y x,y", clockwise from the painting's top left.`,
    );
  if (cause instanceof CornersRefused)
    return new InputError(
      'corners',
      `--corners cannot be used: ${cause.message} Give them clockwise from the painting's top left.`,
    );
  if (cause instanceof AnotherPicture)
    return new InputError(
      'another-picture',
      'The shapes in the photo are not those of the reference: the corners lie elsewhere, or it shows another painting. Nothing was read. Give the corners with --corners, or read it all the same with --insist.',
    );
  return cause;
}

/** Carries out `revlin read`. @throws InputError for input that cannot be measured */
export async function readCommand(request: ReadRequest): Promise<ReadReport> {
  checkBoxes(request);
  const [reference, photos] = await Promise.all([
    openPicture(request.reference),
    Promise.all(request.photos.map(openPicture)),
  ]);
  photos.forEach((photo) => checkPhoto(photo, request));
  const plan = planFor(reference, request);
  const shots = photos.map((photo) => shotOf(photo, request));
  const [first] = shots;
  if (!first) throw new Error('a request names a photograph');
  const places = request.regions.map(placeOfBox);
  try {
    const { insist, edges: lines } = request;
    const reading = await readSession({ ...askOf(request.canvas, shots), plan, places, lines, insist });
    return reportOf(request, reading, first);
  } catch (cause) {
    throw refusalOf(cause);
  }
}
