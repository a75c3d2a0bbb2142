import { useEffect, useMemo, useRef, useState } from 'react';
import { MassMark } from '../../contract';
import { placeInWords, sharesInWords, PLAN_TEXT } from '../../core/words';
import type { MassEdit } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import type { PlanMass } from '../workers/planWorker';
import { useKeys } from '../keyboard';
import { useScale } from '../settings';
import { NumberField } from '../ui/numberField';
import { Bitmap } from './bitmap';
import { renderingOf } from './draft';
import { CutFigure } from './cutFigure';
import { MassSlip } from './massSlip';
import type { PartProps } from './part';
import { Onpic, pathOf, placeOfLoop, Pair, PlanStage, type Gesture } from './planStage';
import { useAsked } from './usePlanWorker';
import { WordChoice } from '../ui/words';

const TONES = [3, 4, 5, 6, 7, 8, 9].map((tones) => [tones, tones] as const);

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

/** Masses on a slider, changed by hand; the value patterns under them. */
export function MassesPart({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const { painting } = detail;
  const [chosenAt, setChosenAt] = useState<Point | null>(null);
  const [tool, setTool] = useState<MassTool>('choose');
  const scale = useScale();
  const governed = draft.governing !== null;
  const rendering = renderingOf({ ...draft, departures: [] }, detail);
  const name = `${worker?.name}${JSON.stringify(rendering)}`;
  const base = useAsked(worker, worker?.name ?? '', (api) => api.base());
  const list = useAsked(worker, name, (api) => api.masses(rendering));
  const patterns = useAsked(worker, `${name}${JSON.stringify(draft.pattern)}`, (api) =>
    api.patterns(rendering, draft.pattern),
  );
  const marks = useMemo(() => markedMasses(list ?? [], draft.marks), [list, draft.marks]);
  const chosen = chosenAt && list ? (list.find(({ place }) => placeHolds(place, chosenAt)) ?? null) : null;
  const edit = (one: MassEdit) => {
    change({ edits: [...draft.edits, one] as typeof draft.edits, governing: null });
    setTool('choose');
  };
  const onTap = (at: Point) => {
    if (tool === 'merge' && chosen) return edit({ kind: 'merge', at: [chosen.at, at] });
    setChosenAt(at);
  };
  const onDrawn = (points: Point[]) => {
    if (tool === 'own' && points.length >= 3) edit({ kind: 'own', place: placeOfLoop(points) });
    else if (chosen && tool === 'redraw' && points.length >= 3)
      edit({ kind: 'redraw', at: chosen.at, place: placeOfLoop(points) });
    else if (chosen && tool === 'cut' && points.length >= 2) edit({ kind: 'cut', at: chosen.at, line: points });
    else setChosenAt(points[0]);
  };
  const mark = (mass: PlanMass, part: Partial<MassMark>) => {
    const old = marks.get(mass.id);
    const next = { ...(old ?? MassMark.parse({ at: mass.at })), ...part };
    change({ marks: [...draft.marks.filter((one) => one !== old), next] });
  };
  useKeys({
    Escape: () => {
      setTool('choose');
      setChosenAt(null);
    },
  });
  const pictures = useRef<HTMLDivElement>(null);
  // A long slip has scrolled them away: there is nothing to draw on out of sight.
  useEffect(() => {
    if (tool !== 'choose') pictures.current?.scrollIntoView({ block: 'nearest' });
  }, [tool]);
  const split = patterns?.split ?? draft.pattern.split ?? 5;
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <div ref={pictures}>
          <Pair canvas={painting}>
            <figure>
              <PlanStage bitmap={base} label="The reference" painting={painting} onTap={onTap}>
                {chosen && <Onpic d={pathOf(chosen.place)} width={2} />}
              </PlanStage>
              <figcaption className="under-ledge">
                <b>Reference</b>
              </figcaption>
            </figure>
            <CutFigure
              detail={detail}
              plan={plan}
              worker={worker}
              chosen={chosen}
              gesture={GESTURES[tool]}
              onTap={onTap}
              onDrawn={onDrawn}
            />
          </Pair>
        </div>
        <p className="small mt-2">{governed ? PLAN_TEXT.keptDrawingGoverns : HELP[tool]}</p>
        <div className="mt-3 grid grid-cols-2 gap-4 sm:grid-cols-3">
          {(
            [
              ['two', 'Two values', `parts at ${scale.show(split)}`],
              ['three', 'Three', ''],
              ['tones', `${draft.pattern.tones} values`, 'the plan’s number'],
            ] as const
          ).map(([which, title, words]) => (
            <figure key={which}>
              <div
                className="relative w-full"
                style={{
                  aspectRatio: painting.widthMm / painting.heightMm,
                  outline: which === 'tones' ? '3px solid var(--ink)' : undefined,
                }}
              >
                <Bitmap bitmap={patterns?.[which] ?? null} label={`The pattern in ${title.toLowerCase()}`} />
              </div>
              <figcaption className="small mt-1">
                <b>{title}</b>&ensp;{words}
              </figcaption>
            </figure>
          ))}
        </div>
        <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
          <label className="flex items-center gap-3">
            <span className="small">Light and shadow part at</span>
            <input
              type="range"
              className="w-44"
              min={1}
              max={9}
              step={0.1}
              value={split}
              aria-label="Value at which light and shadow part"
              onChange={(event) => change({ pattern: { ...draft.pattern, split: Number(event.target.value) } })}
            />
          </label>
          {draft.pattern.split !== null && (
            <button className="line small" onClick={() => change({ pattern: { ...draft.pattern, split: null } })}>
              find it again
            </button>
          )}
          <WordChoice
            label="Values of the pattern"
            options={TONES}
            value={draft.pattern.tones}
            onChoose={(tones) => change({ pattern: { ...draft.pattern, tones, splits: null } })}
          >
            <span className="small">values</span>
          </WordChoice>
        </div>
        {patterns && (
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <span className="small">These part at</span>
            {patterns.splits.map((at, i) => (
              <NumberField
                key={`${draft.pattern.tones}-${i}`}
                label={`Value at which tone ${i + 1} ends`}
                value={scale.number(at)}
                min={0}
                max={10}
                step={0.1}
                onValue={(v) =>
                  change({
                    pattern: {
                      ...draft.pattern,
                      splits: patterns.splits.map((old, k) => (k === i ? scale.value(v) : old)).sort((a, b) => a - b),
                    },
                  })
                }
              />
            ))}
            {draft.pattern.splits && (
              <button className="line small" onClick={() => change({ pattern: { ...draft.pattern, splits: null } })}>
                find them again
              </button>
            )}
          </div>
        )}
        {patterns && (
          <p className="serif mt-2" style={{ fontSize: 18 }}>
            {sharesInWords(patterns.shares)}
          </p>
        )}
      </div>
      <MassSlip
        list={list ?? []}
        marks={marks}
        chosen={chosen}
        split={split}
        tool={tool}
        plan={plan}
        onTool={setTool}
        onChoose={setChosenAt}
        onMark={mark}
        onEdit={edit}
        nameOf={(mass) => marks.get(mass.id)?.name || placeInWords([...mass.centre] as [number, number])}
      />
    </div>
  );
}
