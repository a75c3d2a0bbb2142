import { memo, useMemo } from 'react';
import type { Painting } from '../../contract';
import { AS_PLANNED, EDGE_NAMES, piecesOf, type EdgePiece, type EdgesTold } from '../../core/edges';
import type { Point } from '../../core/raster';
import { EdgePath } from '../stage/edgeLine';
import type { ToPx } from '../stage/layer';
import { lineOf } from '../stage/paths';

/** Which edges are drawn. */
export interface EdgesShown {
  /** only stretches that should change */
  readonly only: boolean;
  /** steps of contrast from which an edge counts */
  readonly faintest: number;
}

/** Which of all edges: those that should change, or a single one told of as a whole. */
interface Drawn {
  readonly only: boolean;
  readonly along: number | null;
}

/** Edges that are told of as a whole, in the order they are told. */
export const edgesAlong = ({ reversed, lapsing }: EdgesTold) => [...reversed, ...lapsing];

/** The pieces of every edge that is drawn on one of the pictures. */
function piecesShown(told: EdgesTold, side: 'planned' | 'painted', { only, along }: Drawn): EdgePiece[] {
  const { lines, runs, viewingM } = told;
  const one = along === null ? undefined : edgesAlong(told)[along];
  if (one) return piecesOf({ wanted: AS_PLANNED, places: one.places }, side, viewingM);
  if (!only) return lines.flatMap((line) => piecesOf(line, side, viewingM));
  return runs.map((run) => ({
    class: side === 'planned' ? run.wanted : run.shown,
    line: run.places.map((place) => place[side].at),
    contrast: Math.max(Math.abs(run.planned.contrast), Math.abs(run.painted.contrast)),
  }));
}

/** Edges in the four lines of the notation, planned or painted. Not worked out anew while the hand pans. */
export const EdgeMarks = memo(function EdgeMarks({
  edges,
  side,
  shown: { only, faintest },
  along,
  painting: { widthMm, heightMm },
  toPx,
}: {
  edges: EdgesTold;
  side: 'planned' | 'painted';
  shown: EdgesShown;
  /** the edge that is shown alone; null = none */
  along: number | null;
  painting: Painting;
  toPx: ToPx;
}) {
  const pieces = useMemo(
    () =>
      // A lost edge has no contrast by which it could count.
      piecesShown(edges, side, { only, along }).filter((piece) => piece.class === 'lost' || piece.contrast >= faintest),
    [edges, side, only, along, faintest],
  );
  // One path a class: drawn anew when the view zooms, however many edges there are.
  const paths = EDGE_NAMES.map((is) => {
    const own = pieces.filter((piece) => piece.class === is);
    const d = own.map(({ line }) => lineOf(line, ([x, y]: Point) => toPx([x / widthMm, y / heightMm]))).join('');
    return d === '' ? null : <EdgePath key={is} d={d} is={is} />;
  });
  return <g data-testid="edges">{paths}</g>;
});
