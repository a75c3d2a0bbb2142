import { z } from 'zod';
import { wholeCorners } from '../../core/photo';
import { cropCorners } from '../../core/plan';
import type { Box } from '../../core/raster';
import { INPUT_TEXT } from '../../core/words';
import { InputError } from '../images/inputError';
import { coveredOf } from '../photo/photosOf';
import { homeOf } from '../photo/looking';
import { cropOf, governingReference, imageOf } from '../plan/planRows';
import { kept } from '../studio/kept';
import { newest, rowOf, type CornersRow, type PaintingRow, type PhotoRow, type ReadingRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { plannedPicture, readingPicture } from './pictures';

const share = z.number().min(0).max(1);
const Shares = z
  .tuple([share, share, share.min(0.005), share.min(0.005)])
  .refine(([x, y, w, h]) => x + w <= 1.0001 && y + h <= 1.0001);

/** A box from an address, "x,y,w,h" as shares of the canvas. @throws InputError where it is none */
export function boxFrom(text: unknown): Box {
  const asked = Shares.safeParse(typeof text === 'string' ? text.split(',').map(Number) : null);
  if (!asked.success) throw new InputError('box', INPUT_TEXT.closeUpBox);
  return asked.data;
}

/** A part of a photograph's flat with every pixel the photograph has. @returns a JPEG */
export async function flatClose(studio: Studio, photoId: string, box: Box): Promise<Uint8Array> {
  const { db, files, crew } = studio;
  const photo = await rowOf<PhotoRow>(db, 'photo', photoId);
  const reading = await newest<ReadingRow>(db, 'reading', photoId);
  const corners = await newest<CornersRow>(db, 'photo_corners', photoId);
  if (!reading || !corners) throw new InputError('not-read', INPUT_TEXT.readFirst, 404);
  const { painting } = await homeOf(studio, photo);
  const seen = kept('photo_corners.corners', corners.corners);
  const whole = seen && wholeCorners(seen, painting, coveredOf(photo));
  if (!whole) throw new InputError('corners', INPUT_TEXT.cornersInLine, 409);
  const shown = { path: await readingPicture(studio, reading, 'flat'), name: 'flat.jpg' };
  const source = { path: files.originalPath(photo.sha256), name: photo.fileName };
  const { bend } = kept('reading.result', reading.result).lens;
  return (await crew.run('closeUp', { source, shown, corners: whole, bend, box })).jpeg;
}

/** A part of a painting's plan with every pixel the reference has. @returns a JPEG */
export async function planClose(studio: Studio, paintingId: string, box: Box): Promise<Uint8Array> {
  const { db, files, crew } = studio;
  await rowOf<PaintingRow>(db, 'painting', paintingId);
  const reference = await governingReference(db, paintingId);
  if (!reference) throw new InputError('no-reference', INPUT_TEXT.noReference, 404);
  const corners = cropCorners(cropOf(reference.crop), await imageOf(db, reference.sha256));
  const shown = { path: await plannedPicture(studio, paintingId), name: 'plan.jpg' };
  const source = { path: files.originalPath(reference.sha256), name: reference.fileName };
  return (await crew.run('closeUp', { source, shown, corners, bend: 0, box })).jpeg;
}
