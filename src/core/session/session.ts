import { untouchedSince, type UniformChange } from '../change';
import { checkOf, stillOf, type Checked } from '../correct';
import { blurBy, tellEdges, type EdgeAcross, type EdgesTold } from '../edges';
import type { FindingKind } from '../kinds';
import { fieldsOf, measurePaint, type Flat, type Paint } from '../photo';
import { pixelsIn, placeOfBox, type Corners, type Place, type Point } from '../raster';
import {
  align,
  groundFrom,
  readFlat,
  resemblanceOf,
  showsAnother,
  type Account,
  type Ground,
  type Reading,
} from '../read';
import type { InFront } from '../thin';
import { AnotherPicture } from './anotherPicture';
import type { OpenCorrection, Seen, SessionAsk, SessionKnown, SessionPlan } from './ask';
import { edgesAndStrips, edgesOn } from './edges';
import { flatOf, gridOf, shapeOf } from './flat';
import { accountFor, changeSince, findingsAfter, lostLights, type LostLight, type SaidFinding } from './judging';
import { restsOn, restsOnPaint, seen, sightOf } from './seen';
import { leaveUnjudged, type Covering } from './unjudged';

/** What a flat shows against its plan. */
export interface Against extends InFront {
  readonly reading: Reading;
  readonly coverage: Covering | null;
  /** one change over the whole picture since the last session */
  readonly change: UniformChange | null;
  readonly lostLights: readonly LostLight[];
  readonly findings: readonly SaidFinding[];
  readonly account: Account;
  /** every edge of the plan, and what they come to */
  readonly edges: EdgesTold;
}

/** What a session's photographs show. */
export interface SessionReading {
  readonly flat: Flat;
  /** where nothing could be read: reflections, and what is not there or left out */
  readonly notRead: Place | null;
  /** null = there is no plan */
  readonly against: Against | null;
  /**
   * one for each correction asked about; null = its place cannot be read this time, and no verdict is better than a
   * guess
   */
  readonly checks: readonly (Checked | null)[];
  /** one for each place asked about */
  readonly places: readonly Seen[];
  /** one for each line asked about; null = nothing can be read there */
  readonly edges: readonly (EdgeAcross | null)[];
}

/** How far a reading has come, with what is known by then. */
export type Step =
  | { readonly at: 'shot'; readonly index: number }
  | { readonly at: 'flat'; readonly flat: Flat }
  | { readonly at: 'reading'; readonly reading: Reading }
  | { readonly at: 'edges' };
/** Told of every step before the work goes on; it is waited for. */
export type OnStep = (step: Step) => unknown;

/** Whether the photograph shows what the last session's did, however far that was from the plan. */
async function showsLast({ before }: SessionKnown, flat: Flat): Promise<boolean> {
  if (!before) return false;
  return !showsAnother(resemblanceOf(align(flat, await before())));
}

async function against(
  ask: SessionKnown,
  plan: SessionPlan,
  { flat, onStep }: { flat: Flat; onStep: OnStep },
): Promise<Against> {
  const coverage = leaveUnjudged(ask, flat, plan);
  const { picture, masses, paint, clipped } = plan.picture;
  const { toleranceMm } = plan.said;
  const { landmarks } = ask;
  const reading = readFlat(flat, { plan: picture, masses, toleranceMm, landmarks, paint, clipped: clipped() });
  if (!ask.insist && showsAnother(resemblanceOf(reading.aligned)) && !(await showsLast(ask, flat)))
    throw new AnotherPicture('its shapes are not those of the plan');
  await onStep({ at: 'reading', reading });
  const change = await changeSince(ask.last, flat);
  const judged = { canvas: ask.canvas, flat, plan, reading };
  const { lines, strips, bars } = await edgesAndStrips(plan, reading.aligned, flat);
  const edges = tellEdges(lines, plan.judging);
  await onStep({ at: 'edges' });
  return {
    reading,
    coverage,
    change,
    lostLights: await lostLights(judged, ask),
    findings: findingsAfter(change, edges, judged),
    account: accountFor(judged),
    edges,
    ...{ strips, bars },
  };
}

/** Tells of corrections of paint whose place is as the last session showed it; of none where that cannot be told. */
async function untouchedPlaces(
  { earlier, corrections }: SessionAsk,
  read: Against | null,
  flat: Flat,
): Promise<(correction: Pick<OpenCorrection, 'kind' | 'place'>) => boolean> {
  // A glaze over everything is no light.
  const known = read && !read.change && corrections.some(({ last }) => last) ? await earlier?.() : null;
  const untouched = known ? untouchedSince({ now: flat.small, before: known, mask: flat.mask }) : null;
  // The middle of a thing that is moved a little stays as it was, and so do the sides of an edge.
  return ({ kind, place }) => restsOnPaint(kind) && (untouched?.(pixelsIn(place, gridOf(flat))) ?? false);
}

/**
 * The reading: from a session's photographs, the plan, and what is known of the session before, to the flat, what
 * differs from the plan, and
 * what became of the open corrections. The same ask gives the same reading.
 * @throws CornersRefused, CanvasNotFound, AnotherPicture; whatever opening a picture throws
 */
export async function readSession(ask: SessionAsk, onStep: OnStep = () => undefined): Promise<SessionReading> {
  const flat = await flatOf(ask, ask.plan, (index) => onStep({ at: 'shot', index }));
  const notRead = shapeOf(flat.mask, flat);
  await onStep({ at: 'flat', flat });
  const read = ask.plan && (await against(ask, ask.plan, { flat, onStep }));
  const see = (place: Place, kind: FindingKind | null) =>
    read && seen({ flat, aligned: read.reading.aligned, edges: read.edges }, place, kind);
  const untouched = await untouchedPlaces(ask, read, flat);
  const checks = ask.corrections.map((correction) => {
    const now = see(correction.place, correction.kind);
    const { last } = correction;
    // Where the paint is as it was, what was seen of it then stands: another light is no stroke.
    if (now && last && untouched(correction)) return stillOf(correction, correction, last);
    return now && checkOf(correction, correction, now);
  });
  const edges = await edgesOn(ask, read?.reading.aligned ?? null, flat);
  return { flat, notRead, against: read, checks, places: ask.places.map((place) => see(place, null)), edges };
}

/**
 * What single places (canvas mm) show, without the rest of a reading.
 * @param kind what is asked of them; null = their paint
 */
export async function seePlaces(
  ask: SessionKnown,
  { places, kind = null }: { places: readonly Place[]; kind?: FindingKind | null },
  onStep: OnStep = () => undefined,
): Promise<readonly Seen[]> {
  const { plan, landmarks } = ask;
  const flat = await flatOf(ask, plan, (index) => onStep({ at: 'shot', index }));
  if (!plan) return places.map(() => null);
  leaveUnjudged(ask, flat, plan);
  const sight = await sightOf(flat, plan, { landmarks, edges: restsOn(kind) === 'edges' });
  return places.map((place) => seen(sight, place, kind));
}

/**
 * The edge that a line (canvas mm) crosses, without the rest of a reading, and how far the photograph itself
 * spreads what it is seen by, mm.
 * @returns null where nothing can be read, or there is no plan
 */
export async function crossEdge(
  ask: SessionKnown,
  line: readonly [Point, Point],
  onStep: OnStep = () => undefined,
): Promise<(EdgeAcross & { readonly blurMm: number | null }) | null> {
  const { plan, landmarks } = ask;
  const flat = await flatOf(ask, plan, (index) => onStep({ at: 'shot', index }));
  if (!plan) return null;
  leaveUnjudged(ask, flat, plan);
  const { picture, paint, clipped } = plan.picture;
  const aligned = align(flat, picture, { landmarks, paint, clipped: clipped() });
  const [edge] = await edgesOn({ plan, lines: [line] }, aligned, flat);
  const blurMm = Number.isFinite(flat.blurMm) ? flat.blurMm : null;
  return edge && { ...edge, blurMm: blurMm && blurBy(edge.planned.by, blurMm) };
}

const INNER = 0.8; // of the canvas's sides: a bare surface is judged away from its edges

/**
 * The bare surface's colour from a photograph on which it shows.
 * @param place canvas mm; null = all of it is bare
 * @returns null where too little of it can be read
 */
export async function groundOf(ask: SessionKnown, place: Place | null): Promise<Ground | null> {
  const flat = await flatOf(ask, ask.plan);
  const { widthMm, heightMm } = ask.canvas;
  const rim = (1 - INNER) / 2;
  const inner = placeOfBox([rim * widthMm, rim * heightMm, INNER * widthMm, INNER * heightMm]);
  return groundFrom(flat.small, flat.mask, pixelsIn(place ?? inner, gridOf(flat)));
}

/**
 * The paints on the card's own fields, in the light and through the camera as everything but paints tells them.
 * @param rings of the card in the first shot, photo px
 * @returns one for each field; null where there is none, see {@link measurePaint}
 */
export async function paintsOn(ask: SessionKnown, rings: Corners): Promise<(Paint | null)[]> {
  // Paints that are known already would bear witness for themselves.
  const shots = ask.shots.map((shot) => ({ ...shot, greys: shot.greys.filter(({ ab }) => !ab) }));
  const [{ greys, open }] = shots;
  const { light } = await flatOf({ ...ask, shots }, ask.plan);
  const photo = await open();
  return fieldsOf(rings).map((box) => measurePaint(photo, box, { greys, ...light }));
}
