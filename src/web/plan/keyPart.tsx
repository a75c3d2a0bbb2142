import { scaleInWords, spotInWords, tapInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import { holdingKey, keepSpotAt, knotsInUse, type Hold, type Knot, keyChoiceOf } from '../../core/plan';
import type { Point } from '../../core/raster';
import { KeyCurve } from '../charts/keyCurve';
import { useScale } from '../settings';
import { NumberField } from '../ui/numberField';
import { renderingOf } from './draft';
import type { PartProps } from './part';
import { Pair, PlanStage } from './planStage';
import { useAsked } from './usePlanWorker';
import { WordChoice } from '../ui/words';

const WAYS = [
  ['absolute', 'As it is'],
  ['range', 'Straight'],
] as const;

const HOLDS: readonly Hold[] = ['lights', 'middle', 'darks'];

const alike = (a: readonly Knot[], b: readonly Knot[]) =>
  a.length === b.length &&
  a.every((k, i) => Math.abs(k.reference - b[i].reference) < 1e-6 && Math.abs(k.paint - b[i].paint) < 1e-6);

/** The key: the reference's values against the paint's range, bent by hand. */
export function KeyPart({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const { painting } = detail;
  const scale = useScale();
  const [spot, setSpot] = useState<Point | null>(null);
  const [target, setTarget] = useState<number | null>(null);
  const [dragged, setDragged] = useState<Knot[] | null>(null);
  const range = worker?.base.range ?? { darkest: 0.5, middle: 5, lightest: 9.5 };
  const knots = dragged ?? knotsInUse(keyChoiceOf(draft.key), range, draft.key);
  const shown = dragged ? { ...draft, key: { ...draft.key, kind: 'curve' as const, knots: dragged } } : draft;
  const rendering = renderingOf({ ...shown, departures: [] }, detail);
  const base = useAsked(worker, worker?.name ?? '', (api) => api.base());
  const keyed = useAsked(
    worker,
    `${worker?.name}${JSON.stringify(rendering.key)}${JSON.stringify(rendering.paint)}`,
    (api) => api.picture(rendering),
  );
  const seen = useAsked(worker, JSON.stringify([spot, rendering.key, worker?.name]), async (api) =>
    spot ? api.spot(rendering, spot) : null,
  );
  const curve = (list: readonly Knot[]) => change({ key: { ...draft.key, kind: 'curve', knots: [...list] } });
  const holding = (hold: Hold) => holdingKey(hold, range, draft.key);
  const is = (kind: 'absolute' | 'range') => draft.key.kind === kind;
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <Pair canvas={painting}>
          <figure>
            <PlanStage bitmap={base} label="The reference" painting={painting} onTap={setSpot}>
              {spot && <Spot at={spot} />}
              {worker && (
                <>
                  <End at={worker.base.extremes.darkest.at} fill="#000" rim="#fff" r={painting.widthMm / 110} />
                  <End at={worker.base.extremes.lightest.at} fill="#fff" rim="#000" r={painting.widthMm / 110} />
                </>
              )}
            </PlanStage>
            <figcaption className="under-ledge">
              <b>Reference</b>&ensp;
              {worker ? `${scale.show(range.darkest)} to ${scale.show(range.lightest)}` : 'is being opened'}
            </figcaption>
          </figure>
          <figure>
            <PlanStage bitmap={keyed} label="The reference through the key" painting={painting} onTap={setSpot}>
              {spot && <Spot at={spot} />}
            </PlanStage>
            <figcaption className="under-ledge">
              <b>Keyed</b>&ensp;as paint can reach it
            </figcaption>
          </figure>
        </Pair>
        <div className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2" aria-live="polite">
          {spot && seen ? (
            <>
              <p className="serif" style={{ fontSize: 18 }}>
                {spotInWords(seen, scale.show)}
              </p>
              <span className="flex items-center gap-2">
                <NumberField
                  label="Keep this spot at value"
                  shown
                  value={scale.number(target ?? seen.planned)}
                  min={0}
                  max={10}
                  step={0.1}
                  onValue={(v) => setTarget(scale.value(v))}
                />
                <button
                  className="btn"
                  onClick={() => {
                    curve(keepSpotAt(knots, { reference: seen.reference, paint: target ?? seen.planned }));
                    setTarget(null);
                  }}
                >
                  Keep it there
                </button>
              </span>
            </>
          ) : (
            <p className="serif" style={{ fontSize: 18 }}>
              {tapInWords(worker?.base.extremes ?? null, scale.show)}
            </p>
          )}
        </div>
      </div>
      <aside className="slip w-full self-start lg:w-[292px]">
        <h2>Key</h2>
        <p className="small mb-2">{PLAN_TEXT.dragKey}</p>
        <KeyCurve
          knots={knots}
          paint={draft.key}
          histogram={worker?.base.histogram ?? []}
          onKnots={(list, done) => {
            if (!done) return setDragged(list);
            setDragged(null);
            curve(list);
          }}
        />
        <WordChoice
          label="Key"
          className="words mt-1"
          options={WAYS}
          value={WAYS.find(([kind]) => is(kind))?.[0]}
          onChoose={(kind) => change({ key: { ...draft.key, kind } })}
        />
        <WordChoice
          label="What the key holds"
          lead={<span>Hold</span>}
          options={HOLDS.map((hold) => [hold, hold] as const)}
          value={HOLDS.find((hold) => draft.key.kind === 'curve' && alike(draft.key.knots, holding(hold)))}
          onChoose={(hold) => curve(holding(hold))}
        />
        <hr className="rule my-3" />
        <p className="small mb-2">{PLAN_TEXT.keyPatches}</p>
        <div className="grid grid-cols-2 gap-3">
          <NumberField
            label="Darkest mixture"
            shown
            value={scale.number(draft.key.darkest)}
            min={0}
            max={10}
            step={0.1}
            onValue={(v) => change({ key: { ...draft.key, darkest: Math.min(4, Math.max(0, scale.value(v))) } })}
          />
          <NumberField
            label="Lightest mixture"
            shown
            value={scale.number(draft.key.white)}
            min={0}
            max={10}
            step={0.1}
            onValue={(v) => change({ key: { ...draft.key, white: Math.min(10, Math.max(6, scale.value(v))) } })}
          />
        </div>
        <p className="small mt-2">{scaleInWords(scale.name)}</p>
      </aside>
    </div>
  );
}

const Spot = ({ at: [x, y] }: { at: Point }) => (
  <g>
    <path
      d={`M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`}
      stroke="#fff"
      strokeWidth="4"
      vectorEffect="non-scaling-stroke"
    />
    <path
      d={`M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`}
      stroke="#000"
      strokeWidth="1.6"
      vectorEffect="non-scaling-stroke"
    />
  </g>
);

/** Where one end of the reference's values lies. */
const End = ({ at: [x, y], fill, rim, r }: { at: Point; fill: string; rim: string; r: number }) => (
  <circle cx={x} cy={y} r={r} fill={fill} stroke={rim} strokeWidth="2.5" vectorEffect="non-scaling-stroke" />
);
