import {
  beyondPaintInWords,
  nailInWords,
  PLAN_TEXT,
  pressedInWords,
  scaleInWords,
  spotInWords,
  tapInWords,
  threadInWords,
} from '../../core/words';
import { useState, type ReactNode } from 'react';
import type { PlanContent } from '../../contract';
import { holdingKey, keepSpotAt, knotsInUse, makeKey, type Hold, type Knot, keyChoiceOf } from '../../core/plan';
import type { Point } from '../../core/raster';
import { KeyLadders } from '../charts/keyLadders';
import { letGo, threadsOf } from '../charts/keyThreads';
import { Mark } from '../marks/mark';
import { useScale } from '../settings';
import { NumberField } from '../ui/numberField';
import { renderingOf } from './draft';
import type { PartProps } from './part';
import { PlanStage } from './planStage';
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
      <p className="serif" style={{ fontSize: '1.125rem' }}>
        {tapInWords(worker?.base.extremes ?? null, scale.show)}
      </p>
    );
  return (
    <>
      <p className="serif" style={{ fontSize: '1.125rem' }}>
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

/** The thread that is chosen: what it does, and what it does to the steps around it. */
function ThreadLine({ desk, chosen }: { desk: KeyDesk; chosen: number | null }) {
  const scale = useScale();
  const threads = threadsOf(desk.knots);
  const at = chosen === null ? -1 : threads.findIndex(({ reference }) => Math.abs(reference - chosen) < 1e-6);
  const thread = threads.at(at);
  if (at < 0 || !thread) return <p className="small">{PLAN_TEXT.pullThread}</p>;
  const { reference, paint } = thread;
  const facts = { reference, paint, below: threads[at - 1] ?? null, above: threads[at + 1] ?? null };
  return (
    <p className="serif" aria-live="polite" style={{ fontSize: '1.0625rem', lineHeight: '1.5rem' }}>
      {threadInWords(facts, scale.show, scale.between)}
    </p>
  );
}

/** What is kept at a value, each to be let go. */
function Nails({ desk }: { desk: KeyDesk }) {
  const scale = useScale();
  if (desk.key.kind !== 'curve') return null;
  return (
    <ul className="rows my-2">
      {desk.knots.map((knot, nail) => (
        <li key={knot.reference} className="small flex items-center gap-2 py-1">
          <Mark name="kept-at" label="" />
          <span className="flex-1">{nailInWords(knot, scale.show)}</span>
          {desk.knots.length > 2 && (
            <button
              className="line"
              aria-label={`Let go of ${scale.show(knot.reference)}`}
              onClick={() => desk.curve(letGo(desk.knots, nail) ?? desk.knots)}
            >
              Let go
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** The darkest and the lightest mixture, as values of the painter's scale. */
function Mixtures({ desk: { key, put } }: { desk: KeyDesk }) {
  const scale = useScale();
  const field = (label: string, value: number, onValue: (value: number) => void) => (
    <NumberField
      label={label}
      shown
      value={scale.number(value)}
      min={0}
      max={10}
      step={0.1}
      onValue={(v) => onValue(scale.value(v))}
    />
  );
  return (
    <>
      <p className="small mb-2">{PLAN_TEXT.keyPatches}</p>
      <div className="grid grid-cols-2 gap-3">
        {field('Darkest mixture', key.darkest, (v) => put({ darkest: Math.min(4, Math.max(0, v)) }))}
        {field('Lightest mixture', key.white, (v) => put({ white: Math.min(10, Math.max(6, v)) }))}
      </div>
    </>
  );
}

/** Ready-made keys. */
function ReadyKeys({ desk: { key, range, put, curve } }: { desk: KeyDesk }) {
  const holding = (hold: Hold) => holdingKey(hold, range, key);
  return (
    <>
      <WordChoice
        label="Key"
        className="words"
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
    </>
  );
}

/** What the chosen thread does, ready-made keys, what is kept, and what the paint reaches. */
function KeySlip({ desk, chosen }: { desk: KeyDesk; chosen: number | null }) {
  const scale = useScale();
  const { key, range } = desk;
  const reached = makeKey(desk.knots);
  const ends = { darkest: reached(range.darkest), lightest: reached(range.lightest) };
  const beyond = beyondPaintInWords(ends, key, scale.show);
  const pressed = pressedInWords(reached, range, scale.between);
  return (
    <Slip>
      <h2>Key</h2>
      <ThreadLine desk={desk} chosen={chosen} />
      <hr className="rule my-3" />
      <ReadyKeys desk={desk} />
      <Nails desk={desk} />
      {[beyond, pressed].map(
        (words) =>
          words && (
            <p key={words} className="serif mt-2" aria-live="polite">
              {words}
            </p>
          ),
      )}
      <hr className="rule my-3" />
      <Mixtures desk={desk} />
      <p className="small mt-2">{scaleInWords(scale.name)}</p>
    </Slip>
  );
}

/** One of the key's pictures, with the chosen spot. */
const KeyPicture = ({
  bitmap,
  label,
  painting,
  spot,
  onSpot,
  ends,
  children,
}: {
  bitmap: KeyDesk['base'];
  label: string;
  painting: PartProps['detail']['painting'];
  spot: Point | null;
  onSpot: (at: Point) => void;
  ends?: PlanWorker['base']['extremes'];
  children: ReactNode;
}) => (
  <figure className="m-0 min-w-0">
    <PlanStage bitmap={bitmap} label={label} painting={painting} onTap={onSpot}>
      {spot && <Spot at={spot} />}
      {ends && <End at={ends.darkest.at} fill="#000" rim="#fff" r={painting.widthMm / 110} />}
      {ends && <End at={ends.lightest.at} fill="#fff" rim="#000" r={painting.widthMm / 110} />}
    </PlanStage>
    <figcaption className="under-ledge">{children}</figcaption>
  </figure>
);

/** The key: the reference's values tied to the paint's, pulled by hand. */
export function KeyPart(props: PartProps) {
  const { worker } = props;
  const desk = useKeyDesk(props);
  const [spot, setSpot] = useState<Point | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const scale = useScale();
  const shown = { painting: props.detail.painting, spot, onSpot: setSpot };
  return (
    <Workbench slip={<KeySlip desk={desk} chosen={chosen} />}>
      <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,290px)_minmax(0,1fr)]">
        <div>
          <div className="grid grid-cols-2 gap-4 lg:grid-cols-1">
            <KeyPicture bitmap={desk.base} label="The reference" ends={worker?.base.extremes} {...shown}>
              <b>Reference</b>&ensp;
              {worker ? `${scale.show(desk.range.darkest)} to ${scale.show(desk.range.lightest)}` : 'is being opened'}
            </KeyPicture>
            <KeyPicture bitmap={desk.keyed} label="The reference through the key" {...shown}>
              <b>Keyed</b>&ensp;as paint can reach it
            </KeyPicture>
          </div>
          <div className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2" aria-live="polite">
            <SpotLine spot={spot} worker={worker} desk={desk} />
          </div>
        </div>
        <div>
          <KeyLadders
            knots={desk.knots}
            paint={desk.key}
            nailed={desk.key.kind === 'curve'}
            histogram={worker?.base.histogram ?? []}
            onKnots={desk.onKnots}
            onChoose={setChosen}
          />
          <p className="small text-center">{PLAN_TEXT.heavier}</p>
        </div>
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
