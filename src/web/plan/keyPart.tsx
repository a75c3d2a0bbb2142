import { beyondPaintInWords, scaleInWords, spotInWords, tapInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import type { PlanContent } from '../../contract';
import { holdingKey, keepSpotAt, knotsInUse, makeKey, type Hold, type Knot, keyChoiceOf } from '../../core/plan';
import type { Point } from '../../core/raster';
import { KeyCurve } from '../charts/keyCurve';
import { useScale } from '../settings';
import { NumberField } from '../ui/numberField';
import { renderingOf } from './draft';
import type { PartProps } from './part';
import { Pair, PlanStage } from './planStage';
import { useAsked, type PlanWorker } from './usePlanWorker';
import { WordChoice } from '../ui/words';
import { Slip, Workbench } from '../ui/workbench';

const WAYS = [
  ['absolute', 'Match the photograph'],
  ['range', 'Fit to the paint’s range'],
] as const;

const NO_RANGE = { darkest: 0.5, middle: 5, lightest: 9.5 };
const HOLDS: readonly Hold[] = ['lights', 'middle', 'darks'];

const near = (a: Knot, b: Knot) => Math.abs(a.reference - b.reference) < 1e-6 && Math.abs(a.paint - b.paint) < 1e-6;
const alike = (a: readonly Knot[], b: readonly Knot[]) =>
  a.length === b.length && a.every((knot, i) => b.slice(i, i + 1).some((other) => near(knot, other)));

type KeyChoice = PlanContent['key'];

/** The key of the plan and both pictures under it, while a knot is dragged too. */
function useKeyDesk({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const [dragged, setDragged] = useState<Knot[] | null>(null);
  const range = worker?.base.range ?? NO_RANGE;
  const knots = dragged ?? knotsInUse(keyChoiceOf(draft.key), range, draft.key);
  const shown = dragged ? { ...draft, key: { ...draft.key, kind: 'curve' as const, knots: dragged } } : draft;
  const rendering = renderingOf({ ...shown, departures: [] }, detail);
  const put = (part: Partial<KeyChoice>) => change({ key: { ...draft.key, ...part } });
  const curve = (list: readonly Knot[]) => put({ kind: 'curve', knots: [...list] });
  return {
    key: draft.key,
    range,
    knots,
    rendering,
    base: useAsked(worker, worker?.name ?? '', (api) => api.base()),
    keyed: useAsked(
      worker,
      `${worker?.name}${JSON.stringify(rendering.key)}${JSON.stringify(rendering.paint)}`,
      (api) => api.picture(rendering),
    ),
    put,
    curve,
    onKnots(list: Knot[], done: boolean) {
      setDragged(done ? null : list);
      if (done) curve(list);
    },
  };
}
type KeyDesk = ReturnType<typeof useKeyDesk>;

/** What the chosen spot becomes, and the value to keep it at. */
function SpotLine({ spot, worker, desk }: { spot: Point | null; worker: PlanWorker | null; desk: KeyDesk }) {
  const scale = useScale();
  const [target, setTarget] = useState<number | null>(null);
  const question = JSON.stringify([spot, desk.rendering.key, worker?.name]);
  const seen = useAsked(worker, question, async (api) => (spot ? api.spot(desk.rendering, spot) : null));
  if (!spot || !seen)
    return (
      <p className="serif" style={{ fontSize: 18 }}>
        {tapInWords(worker?.base.extremes ?? null, scale.show)}
      </p>
    );
  return (
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
            desk.curve(keepSpotAt(desk.knots, { reference: seen.reference, paint: target ?? seen.planned }));
            setTarget(null);
          }}
        >
          Keep it there
        </button>
      </span>
    </>
  );
}

/** The curve, ready-made keys, and what the paint reaches. */
function KeySlip({ desk, histogram }: { desk: KeyDesk; histogram: readonly number[] }) {
  const scale = useScale();
  const { key, range, put, curve } = desk;
  const holding = (hold: Hold) => holdingKey(hold, range, key);
  const reached = makeKey(desk.knots);
  const ends = { darkest: reached(range.darkest), lightest: reached(range.lightest) };
  const beyond = beyondPaintInWords(ends, key, scale.show);
  return (
    <Slip>
      <h2>Key</h2>
      <p className="small mb-2">{PLAN_TEXT.dragKey}</p>
      <KeyCurve knots={desk.knots} paint={key} histogram={histogram} onKnots={desk.onKnots} />
      <WordChoice
        label="Key"
        className="words mt-1"
        options={WAYS}
        value={WAYS.find(([kind]) => key.kind === kind)?.[0]}
        onChoose={(kind) => put({ kind })}
      />
      <WordChoice
        label="What the key protects"
        lead={<span>Protect</span>}
        options={HOLDS.map((hold) => [hold, hold] as const)}
        value={HOLDS.find((hold) => key.kind === 'curve' && alike(key.knots, holding(hold)))}
        onChoose={(hold) => curve(holding(hold))}
      />
      {beyond && (
        <p className="serif mt-2" aria-live="polite">
          {beyond}
        </p>
      )}
      <hr className="rule my-3" />
      <p className="small mb-2">{PLAN_TEXT.keyPatches}</p>
      <div className="grid grid-cols-2 gap-3">
        <NumberField
          label="Darkest mixture"
          shown
          value={scale.number(key.darkest)}
          min={0}
          max={10}
          step={0.1}
          onValue={(v) => put({ darkest: Math.min(4, Math.max(0, scale.value(v))) })}
        />
        <NumberField
          label="Lightest mixture"
          shown
          value={scale.number(key.white)}
          min={0}
          max={10}
          step={0.1}
          onValue={(v) => put({ white: Math.min(10, Math.max(6, scale.value(v))) })}
        />
      </div>
      <p className="small mt-2">{scaleInWords(scale.name)}</p>
    </Slip>
  );
}

/** The key: the reference's values against the paint's range, bent by hand. */
export function KeyPart(props: PartProps) {
  const { worker } = props;
  const { painting } = props.detail;
  const desk = useKeyDesk(props);
  const scale = useScale();
  const [spot, setSpot] = useState<Point | null>(null);
  return (
    <Workbench slip={<KeySlip desk={desk} histogram={worker?.base.histogram ?? []} />}>
      <Pair canvas={painting}>
        <figure>
          <PlanStage bitmap={desk.base} label="The reference" painting={painting} onTap={setSpot}>
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
            {worker ? `${scale.show(desk.range.darkest)} to ${scale.show(desk.range.lightest)}` : 'is being opened'}
          </figcaption>
        </figure>
        <figure>
          <PlanStage bitmap={desk.keyed} label="The reference through the key" painting={painting} onTap={setSpot}>
            {spot && <Spot at={spot} />}
          </PlanStage>
          <figcaption className="under-ledge">
            <b>Keyed</b>&ensp;as paint can reach it
          </figcaption>
        </figure>
      </Pair>
      <div className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2" aria-live="polite">
        <SpotLine spot={spot} worker={worker} desk={desk} />
      </div>
    </Workbench>
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
