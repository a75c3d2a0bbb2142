import { EMPTY_CONTENT, plainCrop } from '../core/plan';
import { placeOfBox, type Picture } from '../core/raster';
import { askOf, cardIn, readSession, sessionPlan, type SessionPlan, type Shot } from '../core/session';
import { InputError } from '../server/images/inputError';
import type { ReadRequest } from './arguments';
import { checkPhoto, checkRegion, cropOf, openPicture, refusalOf } from './opening';
import { reportOf, type ReadReport } from './report';

function checkBoxes({ regions, canvas, edges }: ReadRequest): void {
  regions.forEach((box) => checkRegion(box, canvas));
  for (const [x, y] of edges.flat()) {
    if (x < 0 || y < 0 || x > canvas.widthMm || y > canvas.heightMm)
      throw new InputError(
        'edge',
        `--edge point ${x},${y} lies outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm.`,
      );
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
