import { useState } from 'react';
import type { Point } from '../../core/raster';
import type { PlanMass } from '../workers/planWorker';
import { keptGoverns, renderingOf } from './draft';
import type { PartProps } from './part';
import { Onpic } from '../stage/onpic';
import { PlanStage, type Gesture } from './planStage';
import { outlinesOf } from '../stage/paths';
import { useAsked } from './usePlanWorker';

/**
 * The reference in masses with the slider under it. The slider's position lives here, not in the part: while it moves
 * only this figure is drawn again, and the part hears of the number when the hand rests.
 */
export function CutFigure({
  detail,
  plan,
  worker,
  chosen,
  gesture,
  onTap,
  onDrawn,
}: PartProps & {
  chosen: PlanMass | null;
  gesture: Gesture;
  onTap: (at: Point) => void;
  onDrawn: (points: Point[]) => void;
}) {
  const { draft, change } = plan;
  const { painting } = detail;
  const [count, setCount] = useState<number | null>(null);
  const { count: masses, edits } = renderingOf({ ...draft, masses: count ?? draft.masses, departures: [] }, detail);
  const cut = useAsked(worker, `${worker?.name}${masses}${JSON.stringify(edits)}${count === null}`, async (api) => {
    const start = performance.now();
    const bitmap = await api.cut(masses, edits, count !== null);
    performance.measure('revlin-cut', { start });
    return bitmap;
  });
  const rest = () => {
    if (count !== null && count !== draft.masses) change({ masses: count });
    setCount(null);
  };
  return (
    <figure>
      <PlanStage
        bitmap={cut}
        label={`The reference in ${masses} masses`}
        painting={painting}
        gesture={gesture}
        onTap={onTap}
        onDrawn={onDrawn}
      >
        {chosen && <Onpic d={outlinesOf(chosen.place.outlines)} width={2.4} />}
      </PlanStage>
      <figcaption className="under-ledge flex items-center gap-4">
        <label className="font-bold whitespace-nowrap" htmlFor="mass-count">
          {masses} masses
        </label>
        <span className="small">2</span>
        <input
          id="mass-count"
          className="flex-1"
          type="range"
          min={2}
          max={40}
          value={masses}
          disabled={keptGoverns(draft)}
          onChange={(event) => setCount(Number(event.target.value))}
          onPointerUp={rest}
          onKeyUp={rest}
        />
        <span className="small">40</span>
      </figcaption>
    </figure>
  );
}
