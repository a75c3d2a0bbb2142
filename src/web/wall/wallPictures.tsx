import { useEffect, useRef } from 'react';
import { residualOf } from '../../core/look';
import { residualInWords, WALL_TEXT } from '../../core/words';
import { Pictures } from '../stage/pictures';
import { LIGHT_WORDS, planInWords } from '../words';
import { layersOf } from './layers';
import type { Side } from './tools/inquiry';
import { useWall, type WallModel } from './wallModel';
import type { Stroke } from '../stage/outlining';
import { fileUrl } from '../../contract';
import type { Box, Point } from '../../core/raster';

/** What hangs in the plan's place. */
function LeftName() {
  const { detail, number, repainted, beside } = useWall();
  if (repainted) return <b>As painted, session {number}</b>;
  if (beside !== null) return <b>Session {beside}</b>;
  return (
    <>
      <b>Plan</b>&ensp;{detail.plan && planInWords(detail.plan)}
    </>
  );
}

function FlatName() {
  const { number, photo, reading, repainted, taken } = useWall();
  if (repainted) return <b>With {taken} taken out</b>;
  if (!photo) return <b>No session read yet</b>;
  return (
    <>
      <b>Session {number}</b>&ensp;{reading ? `flat, ${LIGHT_WORDS[reading.light.method].caption}` : 'flat'}
    </>
  );
}

/** Brings the pictures back into sight when a tool is taken up: on a phone it stands far below them. */
function useInSight(tool: unknown) {
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (tool && here.current && here.current.getBoundingClientRect().top < 0) here.current.scrollIntoView();
  }, [tool]);
  return here;
}

/** How well the two lie over each other, and what changes them. */
function LaidOver() {
  const { state, reading, beside, repainted } = useWall();
  const points = beside === null && !repainted ? reading?.account?.drawing.points : undefined;
  return (
    <p className="small" data-testid="residual">
      {state.laid === 'blink' && `${WALL_TEXT.spaceChanges} `}
      {points && residualInWords(residualOf(points))}
    </p>
  );
}

/** Where what hangs is to be had with every pixel there is of it; what was painted over by Revlin is nowhere else. */
function closeUpsOf({ detail, photo, beside, repainted }: WallModel) {
  if (repainted) return undefined;
  const { painting, plan, reference } = detail;
  const boxed = (box: Box) => box.map((v) => +v.toFixed(5)).join(',');
  const ofPlan = (box: Box) => fileUrl('planClose', painting.id, { box: boxed(box), v: plan?.version });
  const ofFlat = (box: Box) => fileUrl('flatClose', photo?.id ?? '', { box: boxed(box), r: photo?.readingId });
  return { plan: reference && beside === null ? ofPlan : null, flat: photo ? ofFlat : null };
}

const NONE: WallModel['marked'] = [];

/** The two pictures with all that is drawn over them. */
export function WallPictures() {
  const wall = useWall();
  const here = useInSight(wall.inquiry.tool);
  const { detail, painting, left, flat, aids, state, moves, inquiry, map, repainted, marked } = wall;
  const drawn = (side: Side) =>
    inquiry.draws ? (at: Point, stroke: Stroke) => inquiry.draw(at, stroke, side) : undefined;
  return (
    <div ref={here}>
      <Pictures
        painting={painting}
        plan={left}
        flat={flat}
        aids={aids.aids}
        view={state.view}
        onView={moves.look}
        laid={state.laid}
        tall={state.alone}
        spot={wall.spot}
        pinned={state.pinned}
        onPick={wall.pick}
        onDraw={drawn('flat')}
        onDrawPlan={drawn('plan')}
        findings={state.marks && map === null && !inquiry.tool && !repainted ? marked : NONE}
        chosen={state.chosen}
        fitted={wall.fitted}
        closeUps={closeUpsOf(wall)}
        showFlat={state.showFlat}
        flatAwaited={wall.hung.flatAwaited}
        alone={!detail.reference && wall.beside === null}
        leftName={wall.leftName}
        layers={layersOf(wall)}
        names={{ plan: <LeftName />, flat: <FlatName /> }}
      />
      {state.laid !== 'side' && <LaidOver />}
    </div>
  );
}
