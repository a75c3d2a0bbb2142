import { useEffect, useMemo, useRef, useState } from 'react';
import { MassMark } from '../../contract';
import { placeInWords, PLAN_TEXT } from '../../core/words';
import { lieInUse, type MassEdit } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import type { PlanMass } from '../workers/planWorker';
import { useKeys } from '../keyboard';
import { Workbench } from '../ui/workbench';
import { keptGoverns, outlineWith, renderingOf } from './draft';
import { CutFigure } from './cutFigure';
import { MassSlip } from './massSlip';
import type { PartProps } from './part';
import { Pins } from './pins';
import { PatternPart, usePatternDesk } from './patternPart';
import { Onpic } from '../stage/onpic';
import { placeOfLoop, Pair, PlanStage, type Gesture } from './planStage';
import { outlinesOf } from '../stage/paths';
import { useAsked } from './usePlanWorker';

/** What a hand does to the masses. */
export type MassTool = 'choose' | 'merge' | 'cut' | 'redraw' | 'own';
const GESTURES: Record<MassTool, Gesture> = { choose: 'tap', merge: 'tap', cut: 'line', redraw: 'loop', own: 'loop' };
const HELP: Record<MassTool, string> = {
  choose: PLAN_TEXT.tapMass,
  merge: PLAN_TEXT.tapJoining,
  cut: PLAN_TEXT.splitLine,
  redraw: PLAN_TEXT.outlineMass,
  own: PLAN_TEXT.outlineNewMass,
};

/** What the painter said of each mass, by its id. */
export function markedMasses(masses: readonly PlanMass[], marks: readonly MassMark[]): Map<number, MassMark> {
  const out = new Map<number, MassMark>();
  for (const mass of masses) {
    const mark = marks.find(({ at }) => placeHolds(mass.place, at));
    if (mark) out.set(mass.id, mark);
  }
  return out;
}

/** The masses of the plan as the worker tells them, what is chosen among them, and what a hand does to them. */
function useMassDesk({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const [chosenAt, choose] = useState<Point | null>(null);
  const [tool, setTool] = useState<MassTool>('choose');
  const rendering = renderingOf({ ...draft, departures: [] }, detail);
  const list = useAsked(worker, `${worker?.name}${JSON.stringify(rendering)}`, (api) => api.masses(rendering));
  const marks = useMemo(() => markedMasses(list ?? [], draft.marks), [list, draft.marks]);
  const chosen = chosenAt && list ? (list.find(({ place }) => placeHolds(place, chosenAt)) ?? null) : null;
  const edit = (one: MassEdit) => {
    change(outlineWith(draft, one));
    setTool('choose');
  };
  useKeys({
    Escape: () => {
      setTool('choose');
      choose(null);
    },
  });
  return {
    rendering,
    list: list ?? [],
    marks,
    chosen,
    tool,
    setTool,
    choose,
    edit,
    mark(mass: PlanMass, part: Partial<MassMark>) {
      const old = marks.get(mass.id);
      const next = { ...(old ?? MassMark.parse({ at: mass.at })), ...part };
      change({ marks: [...draft.marks.filter((one) => one !== old), next] });
    },
    onTap(at: Point) {
      if (tool === 'merge' && chosen) return edit({ kind: 'merge', at: [chosen.at, at] });
      choose(at);
    },
    onDrawn(points: Point[]) {
      const drawn = editOfLine(tool, points, chosen);
      if (drawn) edit(drawn);
      else if (points[0]) choose(points[0]);
    },
  };
}

/** What a drawn line does to the masses; null where it is too short, or no mass is chosen to do it to. */
export function editOfLine(tool: MassTool, points: Point[], chosen: Pick<PlanMass, 'at'> | null): MassEdit | null {
  const closed = points.length >= 3;
  if (tool === 'own' && closed) return { kind: 'own', place: placeOfLoop(points) };
  if (!chosen) return null;
  if (tool === 'redraw' && closed) return { kind: 'redraw', at: chosen.at, place: placeOfLoop(points) };
  if (tool === 'cut' && points.length >= 2) return { kind: 'cut', at: chosen.at, line: points };
  return null;
}

/** Masses on a slider, changed by hand; the value patterns under them. */
export function MassesPart(props: PartProps) {
  const { detail, plan, worker } = props;
  const { painting } = detail;
  const desk = useMassDesk(props);
  const { chosen, marks, tool, rendering } = desk;
  const base = useAsked(worker, worker?.name ?? '', (api) => api.base());
  const inside = (v: number, most: number) => v > 0 && v < most;
  // What holds the sides is no place of the drawing.
  const lie = lieInUse(plan.draft).filter(
    ({ from: [x, y] }) => inside(x, painting.widthMm) && inside(y, painting.heightMm),
  );
  const { pattern } = plan.draft;
  const patterns = usePatternDesk(worker, { rendering, pattern, onChange: (next) => plan.change({ pattern: next }) });
  const pictures = useRef<HTMLDivElement>(null);
  // A long slip has scrolled them away: there is nothing to draw on out of sight.
  useEffect(() => {
    if (tool !== 'choose') pictures.current?.scrollIntoView({ block: 'nearest' });
  }, [tool]);
  const nameOf = (mass: PlanMass) => marks.get(mass.id)?.name || placeInWords([...mass.centre] as [number, number]);
  return (
    <Workbench slip={<MassSlip {...desk} detail={detail} split={patterns.split} plan={plan} nameOf={nameOf} />}>
      <div ref={pictures}>
        <Pair canvas={painting}>
          <figure>
            <PlanStage bitmap={base} label="The reference" painting={painting} onTap={desk.onTap}>
              {chosen && <Onpic d={outlinesOf(chosen.place.outlines)} width={2} />}
              <Pins pins={lie} painting={painting} />
            </PlanStage>
            <figcaption className="under-ledge">
              <b>Reference</b>
              {lie.length > 0 && <>&ensp;{PLAN_TEXT.toDrawing}</>}
            </figcaption>
          </figure>
          <CutFigure
            detail={detail}
            plan={plan}
            worker={worker}
            chosen={chosen}
            gesture={GESTURES[tool]}
            onTap={desk.onTap}
            onDrawn={desk.onDrawn}
          />
        </Pair>
      </div>
      <p className="small mt-2">{keptGoverns(plan.draft) ? PLAN_TEXT.keptDrawingGoverns : HELP[tool]}</p>
      <PatternPart painting={painting} desk={patterns} />
    </Workbench>
  );
}
