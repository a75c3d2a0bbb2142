import { useMemo } from 'react';
import type { Account, Painting } from '../../contract';
import { EDGE_NAMES, edgeRuns, piecesOf, type EdgePiece, type Judging } from '../../core/edges';
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
function piecesShown(
  account: Account,
  side: 'planned' | 'painted',
  { judging, only }: EdgesShown & { judging: Judging },
): EdgePiece[] {
  if (!only) return account.edges.flatMap((line) => piecesOf(line, side, judging));
  return edgeRuns(account.edges, judging).map((run) => ({
    class: side === 'planned' ? run.wanted : run.shown,
    line: run.places.map((place) => place[side].at),
    contrast: Math.max(Math.abs(run.planned.contrast), Math.abs(run.painted.contrast)),
  }));
}

/** Edges in the four lines of the notation, as planned or as painted. */
export function EdgeMarks({
  account,
  side,
  judging,
  shown,
  painting: { widthMm, heightMm },
  toPx,
}: {
  account: Account;
  side: 'planned' | 'painted';
  judging: Judging;
  shown: EdgesShown;
  painting: Painting;
  toPx: ToPx;
}) {
  const pieces = useMemo(
    () =>
      // A lost edge has no contrast by which it could count.
      piecesShown(account, side, { judging, ...shown }).filter(
        (piece) => piece.class === 'lost' || piece.contrast >= shown.faintest,
      ),
    [account, side, judging, shown],
  );
  // One path a class: drawn anew when the view moves, however many edges there are.
  const paths = EDGE_NAMES.map((is) => {
    const own = pieces.filter((piece) => piece.class === is);
    const d = own.map(({ line }) => lineOf(line, ([x, y]: Point) => toPx([x / widthMm, y / heightMm]))).join('');
    return d === '' ? null : <EdgePath key={is} d={d} is={is} />;
  });
  return <g data-testid="edges">{paths}</g>;
}
