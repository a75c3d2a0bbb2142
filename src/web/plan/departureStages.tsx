import type { Painting } from '../../contract';
import type { Departing } from './useDepartures';
import { Onpic } from '../stage/onpic';
import { Pair, PlanStage } from './planStage';
import { outlinesOf } from '../stage/paths';
import { Pins } from './pins';

/** The reference in its key, and the plan with its departures. */
export function DepartureStages({ departing, painting }: { departing: Departing; painting: Painting }) {
  const { base, picture, tool, gesture, where, open, placeOf, tap, drawn, draft } = departing;
  const place = where && placeOf(where);
  const openPlace = open && placeOf(open.where);
  return (
    <Pair canvas={painting}>
      <figure>
        <PlanStage
          bitmap={base}
          label="The reference in its key"
          painting={painting}
          gesture={tool === 'loop' ? 'loop' : 'tap'}
          onTap={tap}
          onDrawn={drawn}
        >
          {place && <Onpic d={outlinesOf(place.outlines)} width={2.2} />}
        </PlanStage>
        <figcaption className="under-ledge">
          <b>Reference</b>&ensp;in its key
        </figcaption>
      </figure>
      <figure>
        <PlanStage
          bitmap={picture}
          label="The planned picture"
          painting={painting}
          gesture={gesture}
          onTap={tap}
          onDrawn={drawn}
        >
          {place && <Onpic d={outlinesOf(place.outlines)} width={2.2} />}
          {openPlace && open.change.kind === 'moved' && <Onpic d={outlinesOf(openPlace.outlines)} dash="3 4" />}
          {openPlace && open.change.kind !== 'moved' && <Onpic d={outlinesOf(openPlace.outlines)} width={1.8} />}
          {tool === 'pin' && <Pins pins={draft.pins} painting={painting} />}
        </PlanStage>
        <figcaption className="under-ledge">
          <b>Plan</b>&ensp;what the painting is compared with
        </figcaption>
      </figure>
    </Pair>
  );
}
