import { useMemo } from 'react';
import { EDGE_NAMES, piecesOf, type EdgePlanLine } from '../../core/edges';
import { Onpic } from '../stage/onpic';
import { PlanStage } from './planStage';
import { EdgePath } from '../stage/edgeLine';
import { lineOf, outlinesOf } from '../stage/paths';
import { middleOf, type Edging } from './useEdges';

/** Edges in pieces of one class each: one path a class, however many there are. */
function Pieces({ lines, viewingM, faint }: { lines: readonly EdgePlanLine[]; viewingM: number; faint: boolean }) {
  const pieces = useMemo(() => lines.flatMap((line) => piecesOf(line, 'planned', viewingM)), [lines, viewingM]);
  return EDGE_NAMES.map((is) => {
    const d = pieces.flatMap((piece) => (piece.class === is ? [lineOf(piece.line)] : [])).join('');
    return d === '' ? null : <EdgePath key={is} {...{ d, is, faint }} />;
  });
}

/** Every edge in its classes; the chosen one is ringed, the others step back. */
function Edges({ edging: { edgePlan, focus, viewingM, painting } }: { edging: Edging }) {
  const others = useMemo(() => edgePlan.lines.filter((line) => line !== focus), [edgePlan, focus]);
  const middle = focus && middleOf(focus);
  return (
    <>
      <Pieces lines={others} viewingM={viewingM} faint={focus !== null} />
      {focus && <Pieces lines={[focus]} viewingM={viewingM} faint={false} />}
      {middle && (
        <circle
          cx={middle[0]}
          cy={middle[1]}
          r={painting.widthMm / 90}
          fill="none"
          stroke="#fff"
          strokeWidth="3"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </>
  );
}

const RINGS = [
  ['#fff', '5'],
  ['#000', '1.8'],
] as const;

function Focal({ focal: { at, rx, ry } }: { focal: NonNullable<Edging['draft']['focal']> }) {
  return RINGS.map(([stroke, strokeWidth]) => (
    <ellipse
      key={stroke}
      cx={at[0]}
      cy={at[1]}
      {...{ rx, ry, stroke, strokeWidth }}
      fill="none"
      vectorEffect="non-scaling-stroke"
    />
  ));
}

/** The way the eye should go, place after place; the first is the light one. */
function EyePath({ edging: { draft, painting } }: { edging: Edging }) {
  return (
    <>
      {draft.path.length > 0 && <Onpic d={lineOf(draft.path)} width={1.6} />}
      {draft.path.map(([x, y], i) => (
        <circle
          key={i}
          cx={x}
          cy={y}
          r={painting.widthMm / 130}
          fill={i === 0 ? '#fff' : '#000'}
          stroke={i === 0 ? '#000' : '#fff'}
          strokeWidth="1.6"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </>
  );
}

/** The planned picture with edges, quiet places, focal area and eye path drawn on it. */
export function EdgeStage({ edging }: { edging: Edging }) {
  const { picture, painting, drawing, masses, marks, draft, tap, drawn } = edging;
  return (
    <PlanStage
      bitmap={picture}
      label="The planned picture"
      painting={painting}
      gesture={drawing === 'focal' ? 'arrow' : 'tap'}
      onTap={tap}
      onDrawn={drawn}
    >
      {drawing === 'edges' && <Edges edging={edging} />}
      {masses
        .filter(({ id }) => marks.get(id)?.quiet)
        .map(({ id, place }) => (
          <path
            key={id}
            d={outlinesOf(place.outlines)}
            fill="#808080"
            fillOpacity={drawing === 'quiet' ? 0.55 : 0.18}
            fillRule="evenodd"
          />
        ))}
      {draft.focal && <Focal focal={draft.focal} />}
      <EyePath edging={edging} />
    </PlanStage>
  );
}
