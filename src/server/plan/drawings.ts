import type { BodyOf, ResponseOf } from '../../contract';
import { wholePrint } from '../../core/plan';
import { drawingOfInWords, INPUT_TEXT } from '../../core/words';
import { readingPicture } from '../exchange/pictures';
import { InputError } from '../images/inputError';
import type { StoredPicture } from '../jobs/tasks';
import { homeOf } from '../photo/looking';
import { newest, rowOf, type PaintingRow, type PhotoRow, type ReadingRow, type ReferenceRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { cropOf, imageOf } from './planRows';
import { planTask } from './planTask';

type Source = BodyOf<'traceDrawing'>['source'];
type Drawing = ResponseOf<'traceDrawing'>;

interface Found {
  readonly name: string;
  readonly drawing: StoredPicture;
  readonly crop: ReturnType<typeof cropOf> | null;
}

/** A session's photograph, squared. @throws InputError where it was not read, or belongs to another painting */
async function ofPhoto(studio: Studio, paintingId: string, photoId: string): Promise<Found> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const reading = await newest<ReadingRow>(studio.db, 'reading', photoId);
  if (!reading) throw new InputError('not-read', INPUT_TEXT.readFirst, 409);
  const { painting, session } = await homeOf(studio, photo);
  if (painting.id !== paintingId) throw new InputError('drawing', INPUT_TEXT.drawingOfAnother);
  const path = await readingPicture(studio, reading, 'flat');
  return { name: drawingOfInWords({ session: session.number }), drawing: { path, name: 'flat.jpg' }, crop: null };
}

async function ofReference({ db, files }: Studio, paintingId: string, referenceId: string): Promise<Found> {
  const row = await rowOf<ReferenceRow>(db, 'reference', referenceId);
  if (row.paintingId !== paintingId) throw new InputError('drawing', INPUT_TEXT.drawingOfAnother);
  const drawing = { path: files.originalPath(row.sha256), name: row.fileName };
  const crop = wholePrint(cropOf(row.crop), await imageOf(db, row.sha256));
  return { name: drawingOfInWords({ file: row.fileName }), drawing, crop };
}

/**
 * Finds the plan's places in a photographed drawing: where they lie in it.
 * @throws InputError where there is no plan, the photograph was not read, or too little of the plan is found in it
 */
export async function traceDrawing(
  studio: Studio,
  paintingId: string,
  { source }: { source: Source },
): Promise<Drawing> {
  const painting = await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const plan = await planTask(studio, painting);
  if (!plan) throw new InputError('no-reference', INPUT_TEXT.noReference, 409);
  const { name, drawing, crop } =
    'photoId' in source
      ? await ofPhoto(studio, paintingId, source.photoId)
      : await ofReference(studio, paintingId, source.referenceId);
  const { traced } = await studio.crew.run('trace', { plan: plan.task, drawing, crop });
  if (!traced) throw new InputError('drawing', INPUT_TEXT.drawingNotFound);
  const { pins, ...found } = traced;
  return {
    id: studio.world.newId(),
    name,
    keptAt: studio.world.now().toISOString(),
    // It lays the plan as it stands: the masses stay the plan's.
    masses: plan.content.masses,
    edits: [],
    pins: pins.map(({ from: [x, y], to: [u, v] }) => ({ from: [x, y], to: [u, v] })),
    found,
  };
}
