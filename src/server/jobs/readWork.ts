import { valueScale } from '../../core/colour';
import { doingInWords } from '../../core/words';
import { sagitta, wordsForFault, type CanvasSize } from '../../core/photo';
import type { Raster } from '../../core/raster';
import { halfWidthsOf, lightAsTold } from '../../core/read';
import {
  crossEdge,
  flatOf,
  groundOf,
  paintsOn,
  lookFor,
  readSession,
  seePlaces,
  type SessionKnown,
  type SessionReading,
  type Step,
} from '../../core/session';
import { differencesPng, jpegOf, openFlat, openStored, room } from './pictures';
import { openPlan, openSessionPlan } from './planWork';
import type { Ask, Answer, Part, ReadAnswer, ReadTask, StoredPicture, Tell } from './tasks';

/** Opens kept flats, each of them once: the last session's is asked for by several parts of a reading. */
function flatsOnce(canvas: CanvasSize): (stored: StoredPicture) => Promise<Raster> {
  const opened = new Map<string, Promise<Raster>>();
  return (stored) => {
    const flat = opened.get(stored.path) ?? openFlat(stored, canvas);
    opened.set(stored.path, flat);
    return flat;
  };
}

/** The task with its pictures to be opened when the core comes to them. */
async function askedOf(task: ReadTask): Promise<SessionKnown> {
  const { canvas, shots, board, before, last, earlier, colourWitness } = task;
  const keptFlat = flatsOnce(canvas);
  return {
    ...task,
    plan: task.plan && (await openSessionPlan(task.plan)),
    shots: shots.map(({ photo, ...shot }) => ({ ...shot, open: () => openStored(photo) })),
    board: board && { corners: board.corners, open: () => openStored(board.photo) },
    before: before && (() => keptFlat(before)),
    earlier: earlier && (() => keptFlat(earlier)),
    colourWitness: colourWitness && { ...colourWitness, flat: () => keptFlat(colourWitness.flat) },
    last: last && { ...last, flat: () => keptFlat(last.flat) },
  };
}

/** A shot that is squared is needed no more: the next one takes its room. */
async function makeRoom({ board }: ReadTask, step: Step): Promise<void> {
  if (step.at === 'shot' && step.index > 0 && !board) await room.giveBack();
}

/** What of a step a painter can see already. */
async function partOf(step: Exclude<Step, { at: 'shot' | 'edges' }>): Promise<Part> {
  if (step.at === 'flat') return { flatJpeg: await jpegOf(step.flat.small, 85) };
  return { mapPng: await differencesPng(step.reading.map), masses: step.reading.masses };
}

/** Tells of a step what can be seen of it already. @returns that */
async function tellStep(task: ReadTask, step: Step, tell: Tell): Promise<Part> {
  await makeRoom(task, step);
  const count = task.shots.length;
  if (step.at === 'shot') {
    tell(doingInWords({ at: 'shot', index: step.index, count }), 0.2 + (0.5 * step.index) / count);
    return {};
  }
  if (step.at === 'edges') return {};
  const part = await partOf(step);
  if (step.at === 'reading') tell(doingInWords({ at: 'judging' }), 0.8, part);
  else tell(doingInWords({ at: task.plan ? 'comparing' : 'over' }), 0.7, part);
  return part;
}

type Pictures = Pick<ReadAnswer, 'flatJpeg' | 'squaredJpeg' | 'mapPng'>;

/** A flat's pictures as files. They are packed by the imaging library while this thread goes on reading. */
async function packed(flat: SessionReading['flat']): Promise<Omit<Pictures, 'mapPng'>> {
  const [flatJpeg, squaredJpeg] = await Promise.all([jpegOf(flat.picture()), jpegOf(flat.squared(), 85)]);
  return { flatJpeg, squaredJpeg };
}

function answerOf(task: ReadTask, { flat, notRead, against, checks }: SessionReading, pictures: Pictures): ReadAnswer {
  const { lens, corners, blurMm, glareShare, quality } = flat;
  return {
    ...pictures,
    shots: task.shots.length,
    lens: { bend: lens.bend, px: sagitta(lens, corners) },
    light: lightAsTold(flat),
    glareShare,
    glare: notRead,
    blurMm: Number.isFinite(blurMm) ? blurMm : null,
    quality: quality.faults,
    coverage: against?.coverage ?? null,
    change: against?.change && task.last ? { ...against.change, session: task.last.session } : null,
    lostLights: against?.lostLights ?? [],
    masses: against?.reading.masses ?? [],
    findings: against?.findings ?? [],
    account: against && {
      ...{ ...against.account, strips: against.strips, bars: against.bars },
      edges: against.edges.lines.map(({ wanted: _, ...line }) => line),
    },
    checks,
  };
}

export async function read({ task, corrections }: Ask<'read'>, tell: Tell): Answer<'read'> {
  tell(doingInWords({ at: 'plan' }), 0.05);
  const ask = await askedOf(task);
  tell(doingInWords({ at: 'photograph' }), 0.2);
  let mapPng: Uint8Array | null = null;
  let packing: ReturnType<typeof packed> | null = null;
  const reading = await readSession({ ...ask, corrections, places: [], lines: [] }, async (step) => {
    const part = await tellStep(task, step, tell);
    if (part.mapPng) mapPng = part.mapPng;
    if (step.at !== 'flat') return;
    packing = packed(step.flat);
    // It is waited for at the end; a reading that is refused before needs no pictures.
    packing.catch(() => undefined);
  });
  tell(doingInWords({ at: 'keeping' }), 0.9);
  return answerOf(task, reading, { ...(await (packing ?? packed(reading.flat))), mapPng });
}

/** What single places show, without the rest of a reading. */
export async function see({ task, places, kind }: Ask<'see'>): Answer<'see'> {
  const ask = await askedOf(task);
  return { places: await seePlaces(ask, { places, kind }, (step) => makeRoom(task, step)) };
}

/** The edge that a line crosses. */
export async function cross({ task, line }: Ask<'cross'>): Answer<'cross'> {
  const ask = await askedOf(task);
  return { edge: await crossEdge(ask, line, (step) => makeRoom(task, step)) };
}

/** The bare surface's colour. */
export async function ground({ task, place }: Ask<'ground'>): Answer<'ground'> {
  return { ground: await groundOf(await askedOf(task), place) };
}

/** The painter's own paints on the card's fields. */
export async function paints({ task, rings }: Ask<'paints'>): Answer<'paints'> {
  return { paints: await paintsOn(await askedOf(task), rings) };
}

/** How good the photographs are, without reading them. */
export async function judge({ task, numbering }: Ask<'judge'>): Answer<'judge'> {
  const ask = await askedOf(task);
  const flat = await flatOf(ask, ask.plan, (index) => makeRoom(task, { at: 'shot', index }));
  const { quality, glareShare, blurMm } = flat;
  const light = lightAsTold(flat);
  return {
    method: light.method,
    uncertainty: halfWidthsOf(light.uncertainty),
    glareShare,
    blurMm: Number.isFinite(blurMm) ? blurMm : null,
    pixelsPerMm: quality.pixelsPerMm,
    lines: quality.faults.map((fault) => wordsForFault(fault, light, valueScale(numbering))),
  };
}

export async function corners({ photo, plan, ...known }: Ask<'corners'>, tell: Tell): Answer<'corners'> {
  tell(doingInWords({ at: 'photograph' }), 0.1);
  const picture = await openStored(photo);
  const opened = plan && (await openPlan(plan));
  tell(doingInWords({ at: 'looking' }), 0.5);
  return lookFor(picture, { ...known, plan: opened?.picture ?? null });
}
