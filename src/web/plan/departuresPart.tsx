import { useState } from 'react';
import type { Departure, PassageLabel } from '../../contract';
import { departureInWords } from '../../core/correct';
import { placeInWords, pinsInWords, PLAN_TEXT } from '../../core/words';
import { boxOf, placeHolds, type Point } from '../../core/raster';
import { useKeys } from '../keyboard';
import { Mark } from '../marks/mark';
import { NumberField } from '../ui/numberField';
import { amountOf, CHANGES, LABELS, withAmount } from './changes';
import { renderingOf } from './draft';
import { markedMasses } from './massesPart';
import type { PartProps } from './part';
import { Onpic, pathOf, placeOfLoop, Pair, PlanStage, type Gesture } from './planStage';
import { useAsked } from './usePlanWorker';
import { WordChoice } from '../ui/words';

type Where = Departure['where'];
type Tool = 'mass' | 'loop' | 'move' | 'pin';
const TOOLS: readonly (readonly [Tool, string, Gesture, string])[] = [
  ['mass', 'a mass', 'tap', PLAN_TEXT.tapDiffering],
  ['loop', 'a place', 'loop', PLAN_TEXT.outlineDiffering],
  ['pin', 'the whole drawing', 'arrow', PLAN_TEXT.dragShape],
];
const MOVE_HELP = PLAN_TEXT.dragPlace;

/** Where the painting is meant to differ; the plan is drawn with it at once. */
export function DeparturesPart({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const { painting, references } = detail;
  const [where, setWhere] = useState<Where | null>(null);
  const [tool, setTool] = useState<Tool>('mass');
  const [chosen, setChosen] = useState<string | null>(null);
  const rendering = renderingOf(draft, detail);
  const name = `${worker?.name}${JSON.stringify(rendering)}`;
  const bare = { ...rendering, departures: [] };
  const picture = useAsked(worker, name, (api) => api.picture(rendering));
  const base = useAsked(worker, `bare${worker?.name}${JSON.stringify(bare)}`, (api) => api.picture(bare));
  const masses = useAsked(worker, `masses${worker?.name}${JSON.stringify(bare)}`, (api) => api.masses(bare)) ?? [];
  const marks = markedMasses(masses, draft.marks);
  const placeOf = (one: Where) =>
    'place' in one ? one.place : (masses.find(({ place }) => placeHolds(place, one.mass))?.place ?? null);
  const nameOf = (one: Where): string => {
    const mass = 'mass' in one ? masses.find(({ place }) => placeHolds(place, one.mass)) : null;
    if (mass) return marks.get(mass.id)?.name || placeInWords([...mass.centre] as [number, number]);
    const box = boxOf(placeOf(one) ?? { outlines: [] });
    if (!box) return 'a place';
    const under = masses.find(({ place }) => placeHolds(place, [box[0] + box[2] / 2, box[1] + box[3] / 2]));
    const middle = [(box[0] + box[2] / 2) / painting.widthMm, (box[1] + box[3] / 2) / painting.heightMm] as [
      number,
      number,
    ];
    return `part of ${(under && marks.get(under.id)?.name) || placeInWords(middle)}`;
  };
  const open = draft.departures.find(({ id }) => id === chosen) ?? null;
  const put = (id: string, part: Partial<Departure>) =>
    change({ departures: draft.departures.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  const add = (fresh: Departure['change']) => {
    if (!where) return;
    const id = crypto.randomUUID();
    change({ departures: [...draft.departures, { id, where, change: fresh, why: '' }] });
    setChosen(id);
    setWhere(null);
    if (fresh.kind === 'moved') setTool('move');
  };
  const label = (one: PassageLabel) => {
    if (!where) return;
    change({
      passages: [...draft.passages, { id: crypto.randomUUID(), where, label: one, since: new Date().toISOString() }],
    });
    setWhere(null);
  };
  const onDrawn = (points: Point[]) => {
    const [from, to] = [points[0], points[points.length - 1]];
    if (tool === 'loop') return points.length >= 3 && setWhere({ place: placeOfLoop(points) });
    const by: [number, number] = [to[0] - from[0], to[1] - from[1]];
    if (tool === 'pin')
      return change({
        pins: [...draft.pins, { from: [...from] as [number, number], to: [...to] as [number, number] }],
      });
    if (open?.change.kind !== 'moved') return undefined;
    return put(open.id, { change: { ...open.change, by: [open.change.by[0] + by[0], open.change.by[1] + by[1]] } });
  };
  useKeys({
    Escape: () => {
      setWhere(null);
      setChosen(null);
      setTool('mass');
    },
  });
  const [, , gesture, help] = TOOLS.find(([one]) => one === tool) ?? (['move', '', 'arrow', MOVE_HELP] as const);
  const place = where && placeOf(where);
  const row = open && CHANGES.find(({ kind }) => kind === open.change.kind);
  const things = references.filter(({ purpose, governs }) => !governs && purpose === 'added thing');
  const openPlace = open && placeOf(open.where);
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <Pair canvas={painting}>
          <figure>
            <PlanStage
              bitmap={base}
              label="The reference in its key"
              painting={painting}
              gesture={tool === 'loop' ? 'loop' : 'tap'}
              onTap={(at) => setWhere({ mass: [...at] as [number, number] })}
              onDrawn={onDrawn}
            >
              {place && <Onpic d={pathOf(place)} width={2.2} />}
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
              onTap={(at) => setWhere({ mass: [...at] as [number, number] })}
              onDrawn={onDrawn}
            >
              {place && <Onpic d={pathOf(place)} width={2.2} />}
              {openPlace && open.change.kind === 'moved' && <Onpic d={pathOf(openPlace)} dash="3 4" />}
              {openPlace && open.change.kind !== 'moved' && <Onpic d={pathOf(openPlace)} width={1.8} />}
              {tool === 'pin' &&
                draft.pins.map(({ from, to }, i) => (
                  <g key={i}>
                    <Onpic d={`M${from.join(' ')}L${to.join(' ')}`} />
                    <circle
                      cx={to[0]}
                      cy={to[1]}
                      r={painting.widthMm / 120}
                      fill="#000"
                      stroke="#fff"
                      strokeWidth="1.5"
                      vectorEffect="non-scaling-stroke"
                    />
                  </g>
                ))}
            </PlanStage>
            <figcaption className="under-ledge">
              <b>Plan</b>&ensp;what the painting is compared with
            </figcaption>
          </figure>
        </Pair>
        <WordChoice
          label="What should differ"
          className="mt-2 words"
          lead={<span>Differs:</span>}
          options={TOOLS.map(([one, words]) => [one, words] as const)}
          value={tool}
          onChoose={(one) => {
            setTool(one);
            setWhere(null);
          }}
        />
        <p className="serif" style={{ fontSize: 18 }}>
          {where ? `${nameOf(where)}: how should it differ?` : help}
        </p>
        {where && (
          <div className="mt-1">
            <div className="words" role="group" aria-label="How it should differ">
              {CHANGES.filter(({ fresh }) => fresh).map(({ kind, name: words, fresh }) => (
                <button key={kind} className="word" onClick={() => fresh && add(fresh)}>
                  {words}
                </button>
              ))}
              {'place' in where &&
                things.map((thing) => (
                  <button key={thing.id} className="word" onClick={() => add({ kind: 'added', referenceId: thing.id })}>
                    add {thing.fileName}
                  </button>
                ))}
            </div>
            <p className="small mt-1">or, for now:</p>
            <div className="words" role="group" aria-label="What the passage is for now">
              {LABELS.map(([one, words]) => (
                <button key={one} className="word" title={words} onClick={() => label(one)}>
                  {one}
                </button>
              ))}
            </div>
            {'place' in where && things.length === 0 && <p className="small">{PLAN_TEXT.addThingFirst}</p>}
          </div>
        )}
      </div>
      <aside className="slip w-full self-start lg:w-[292px]">
        <h2>
          <Mark name="departure" label="" /> Departures
        </h2>
        {draft.departures.length === 0 && <p className="serif mt-2">{PLAN_TEXT.followsReference}</p>}
        <ul className="mt-2 flex flex-col gap-2">
          {draft.departures.map((one) => (
            <li
              key={one.id}
              style={chosen === one.id ? { boxShadow: 'inset 4px 0 0 var(--ink)', paddingLeft: 8 } : undefined}
            >
              <button
                className="serif w-full text-left"
                style={{ fontSize: 16 }}
                onClick={() => {
                  setChosen(one.id === chosen ? null : one.id);
                  setTool(one.change.kind === 'moved' && one.id !== chosen ? 'move' : 'mass');
                }}
              >
                {nameOf(one.where)}: {departureInWords(one.change)}.
              </button>
              {open && chosen === one.id && (
                <div className="mt-1 flex flex-col gap-2">
                  {row?.amount && (
                    <NumberField
                      {...row.amount}
                      shown
                      value={amountOf(open.change)}
                      onValue={(amount) => put(one.id, { change: withAmount(open.change, amount) })}
                    />
                  )}
                  {open.change.kind === 'moved' && <p className="small">{MOVE_HELP}</p>}
                  <input
                    className="!min-h-9 !py-1"
                    aria-label="Why"
                    placeholder="why"
                    defaultValue={one.why}
                    maxLength={300}
                    onBlur={(event) =>
                      event.target.value.trim() !== one.why && put(one.id, { why: event.target.value.trim() })
                    }
                  />
                  <button
                    className="line self-start"
                    onClick={() => {
                      change({ departures: draft.departures.filter(({ id }) => id !== one.id) });
                      setChosen(null);
                      setTool('mass');
                    }}
                  >
                    take it away
                  </button>
                </div>
              )}
            </li>
          ))}
        </ul>
        {draft.pins.length > 0 && (
          <p className="mt-2">
            <span className="serif">{pinsInWords(draft.pins.length)}</span>{' '}
            <button className="line" onClick={() => change({ pins: draft.pins.slice(0, -1) })}>
              take the last away
            </button>
          </p>
        )}
        {draft.passages.length > 0 && (
          <>
            <hr className="rule my-3" />
            <h3>Passages</h3>
            <ul className="flex flex-col gap-1">
              {draft.passages.map((one) => (
                <li key={one.id} className="flex items-baseline justify-between gap-2">
                  <span className="serif" style={{ fontSize: 16 }}>
                    {nameOf(one.where)}: {one.label}, since {one.since.slice(0, 10)}
                  </span>
                  <button
                    className="line small"
                    aria-label={`Take ${one.label} away`}
                    onClick={() => change({ passages: draft.passages.filter(({ id }) => id !== one.id) })}
                  >
                    done
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </aside>
    </div>
  );
}
