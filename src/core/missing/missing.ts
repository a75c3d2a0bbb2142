import {
  gathered,
  median,
  pixelsIn,
  placeAlong,
  placeOfPixels,
  shareWithin,
  type Grid,
  type Place,
  type Point,
} from '../raster';
import type { Aligned } from '../read';
import { cellsOf, type Cells } from './cells';
import { elementsMissing } from './elements';
import { paintedLines, type LinePlace, type PaintedLine } from './lines';
import { standingOf, type Standing } from './standing';

/** Something that the plan has and the painting has not. */
export interface Missing extends Standing {
  readonly of: 'element' | 'line';
  /** how many lie beside one another and are told together */
  readonly count: number;
  readonly place: Place;
  /** of lines, all of them, mm; null = it is no line */
  readonly lengthMm: number | null;
}

const LEAST_LINE = 0.045; // of the longest side: 5 % and what its ends lose
const GONE = { at: 0.3, there: 0.2 }; // of its contrast: where a line is gone, and what may be left of it on the whole
const LEAST_STANDING = 1.2; // steps a line that is missed stands out by: fainter ones a brush lets go
const GOES_ON_MM = 4;
const STRIP_MM = 4; // either side of a line, that is its place
const DOUBT = 0.1; // one sigma of the share of a line that is there: other strokes cross its place

/** What is looked through for things that are missing. */
interface Sought {
  readonly cells: Cells;
  readonly lines: readonly PaintedLine[];
}
// A reading is asked about many places: what is looked through goes when it goes.
const known = new WeakMap<Aligned, Sought>();

/** What plan and painting of a reading are looked through for; worked out once. */
function soughtIn(aligned: Aligned): Sought {
  const before = known.get(aligned);
  if (before) return before;
  const { width, height, mmPerPixel } = aligned;
  const leastMm = LEAST_LINE * Math.max(width, height) * mmPerPixel;
  const fresh = { cells: cellsOf(aligned), lines: paintedLines(aligned, leastMm) };
  known.set(aligned, fresh);
  return fresh;
}

const apart = ([x, y]: Point, [u, v]: Point) => Math.hypot(x - u, y - v);

/** Whether a line goes on from one place to another. */
const follow = (one: LinePlace, two: LinePlace): boolean => apart(one.at, two.at) <= GOES_ON_MM;

/** From the place of a stretch farthest from all to the one farthest from it, mm. */
function spanOf(places: readonly LinePlace[]): number {
  const farthest = (from: Point) =>
    places.reduce((far, one) => (apart(one.at, from) > apart(far.at, from) ? one : far));
  const end = farthest(places[0].at);
  return apart(end.at, farthest(end.at).at);
}

const standingAlong = (places: readonly LinePlace[]): Standing => ({
  planned: median(places.map(({ planned }) => planned)),
  there: median(places.map(({ planned, painted }) => painted / planned)),
  doubt: DOUBT,
});

/** A stretch of a thin shape that is missing. */
interface Stretch {
  readonly places: readonly LinePlace[];
  readonly lengthMm: number;
}

function stretchesMissing({ lines }: Sought, grid: Grid, least: number): Stretch[] {
  const leastMm = LEAST_LINE * Math.max(grid.width, grid.height) * grid.mmPerPixel;
  return lines.flatMap(({ places }) => {
    const gone = places.filter(({ planned, painted }) => painted <= GONE.at * planned);
    return gathered(gone, follow).flatMap((stretch): Stretch[] => {
      const lengthMm = spanOf(stretch);
      const { there, planned } = standingAlong(stretch);
      const told = lengthMm >= leastMm && there <= GONE.there && planned >= least;
      return told ? [{ places: stretch, lengthMm }] : [];
    });
  });
}

const TOGETHER_MM = 14; // lines no further apart are told together: ribs, twigs, panes

const beside = (one: Stretch, two: Stretch): boolean =>
  one.places.some(({ at }) => two.places.some((other) => apart(at, other.at) <= TOGETHER_MM));

/** The place of a line: a strip along it. */
const stripAlong = (places: readonly LinePlace[], grid: Grid): Place =>
  placeAlong(
    places.map(({ at }) => at),
    STRIP_MM,
    grid,
  );

/** Lines that are missing beside one another, as one. */
const linesMissing = (sought: Sought, grid: Grid, least: number): Missing[] =>
  gathered(stretchesMissing(sought, grid, least), beside).map((group): Missing => {
    const places = group.flatMap((one) => one.places);
    const lengthMm = group.reduce((sum, one) => sum + one.lengthMm, 0);
    return { of: 'line', count: group.length, place: stripAlong(places, grid), lengthMm, ...standingAlong(places) };
  });

const INSIDE = 0.5; // of a line, from which it is part of a thing that is missing

/**
 * What the plan has and the painting has not: elements from 1 % of the canvas, lines from 5 % of its longest side.
 * @param least steps a line stands out by
 */
export function missingIn(aligned: Aligned, least = LEAST_STANDING): Missing[] {
  const sought = soughtIn(aligned);
  const { cells } = sought;
  const elements = elementsMissing(cells);
  const taken = new Uint8Array(cells.read.length);
  for (const { cells: own } of elements) own.forEach((v, k) => v && (taken[k] = 1));
  const lines = linesMissing(sought, aligned, least).filter(({ place }) => {
    const own = pixelsIn(place, cells);
    return own.filter((k) => taken[k]).length < INSIDE * own.length;
  });
  return [
    ...elements.map(({ cells: own, planned, there, doubt }): Missing => ({
      ...{ of: 'element', count: 1, place: placeOfPixels(own, cells), lengthMm: null },
      ...{ planned, there, doubt },
    })),
    ...lines,
  ];
}

const LEAST_PLACES = 5; // of a line, by which a place of it is told
const ALONG = 0.6; // of a place, that must lie along thin shapes for it to be told by them

/** How much of what a place stands out by is there; null where the plan does not set it off, or it cannot be read. */
export function standingIn(aligned: Aligned, place: Place): Standing | null {
  const { cells, lines } = soughtIn(aligned);
  const own = new Uint8Array(cells.read.length);
  for (const k of pixelsIn(place, cells)) own[k] = 1;
  const on = lines.flatMap(({ places }) =>
    places.filter(({ at: [x, y] }) => {
      const [u, v] = [Math.floor(x / cells.mmPerPixel), Math.floor(y / cells.mmPerPixel)];
      return own[v * cells.width + u] === 1;
    }),
  );
  if (on.length >= LEAST_PLACES && shareWithin(place, stripAlong(on, aligned), 0) >= ALONG) return standingAlong(on);
  const outlined = standingOf(own, cells);
  return outlined && { planned: outlined.planned, there: outlined.there, doubt: outlined.doubt };
}
