import { memo, useMemo } from 'react';
import type { Painting } from '../../contract';
import { EDGE_NAMES, piecesOf, type EdgePiece, type EdgesTold } from '../../core/edges';
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

/** The pieces of every edge that is drawn on one of the pictures. */
function piecesShown({ lines, runs, viewingM }: EdgesTold, side: 'planned' | 'painted', only: boolean): EdgePiece[] {
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
  painting: { widthMm, heightMm },
  toPx,
}: {
  edges: EdgesTold;
  side: 'planned' | 'painted';
  shown: EdgesShown;
  painting: Painting;
  toPx: ToPx;
}) {
  const pieces = useMemo(
    () =>
      // A lost edge has no contrast by which it could count.
      piecesShown(edges, side, only).filter((piece) => piece.class === 'lost' || piece.contrast >= faintest),
    [edges, side, only, faintest],
  );
  // One path a class: drawn anew when the view zooms, however many edges there are.
  const paths = EDGE_NAMES.map((is) => {
    const own = pieces.filter((piece) => piece.class === is);
    const d = own.map(({ line }) => lineOf(line, ([x, y]: Point) => toPx([x / widthMm, y / heightMm]))).join('');
    return d === '' ? null : <EdgePath key={is} d={d} is={is} />;
  });
  return <g data-testid="edges">{paths}</g>;
});
