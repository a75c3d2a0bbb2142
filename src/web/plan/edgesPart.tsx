import { edgesSeenInWords, edgeInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import { MassMark } from '../../contract';
import { edgeClass, type EdgeClass, type EdgeSegment } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import { useKeys } from '../keyboard';
import { Mark } from '../marks/mark';
import { renderingOf } from './draft';
import { markedMasses } from './massesPart';
import type { PartProps } from './part';
import { lineOf, Onpic, pathOf, Pair, PlanStage } from './planStage';
import { useAsked } from './usePlanWorker';
import { WordChoice } from '../ui/words';

type Drawing = 'edges' | 'focal' | 'path' | 'quiet';
const DRAWINGS: readonly (readonly [Drawing, string, string])[] = [
  ['edges', 'Edges', PLAN_TEXT.tapEdge],
  ['focal', 'Focal area', PLAN_TEXT.dragFocus],
  ['path', 'Eye path', PLAN_TEXT.tapEyePath],
  ['quiet', 'Quiet areas', PLAN_TEXT.tapQuiet],
];
const CLASSES: readonly EdgeClass[] = ['hard', 'firm', 'soft', 'lost'];
const KEYS: Record<EdgeClass, string> = { hard: 'H', firm: 'F', soft: 'S', lost: 'L' };

/** How an edge of each class is drawn on a picture: unbroken heavy, long dashes, comb of ticks across, sparse dots. */
const LINES: Record<EdgeClass, { width: number; dash?: string; rim?: string }> = {
  hard: { width: 3 },
  firm: { width: 1.8, dash: '11 5' },
  soft: { width: 6, dash: '0 .8 1.2 4', rim: '2.8 3.2' },
  lost: { width: 2.2, dash: '0 .8 2 9.2', rim: '3.6 8.4' },
};

const NEAR_MM = 8;

/** The nearest point of an edge to another, mm away. */
function away({ line }: Pick<EdgeSegment, 'line'>, [x, y]: Point): number {
  let least = Infinity;
  for (let k = 1; k < line.length; k++) {
    const [[ax, ay], [bx, by]] = [line[k - 1], line[k]];
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
  }
  return least;
}

function ClassWords({ is }: { is: EdgeClass }) {
  return (
    <>
      {is} <kbd>{KEYS[is]}</kbd>
    </>
  );
}

/** The edge plan along the masses' borders, the focal area, what stays quiet, and the way the eye should go. */
export function EdgesPart({ detail, plan, worker }: PartProps) {
  const { draft, change } = plan;
  const { painting } = detail;
  const { viewingM } = painting.setUp;
  const [drawing, setDrawing] = useState<Drawing>('edges');
  const [chosen, setChosen] = useState<number | null>(null);
  const rendering = renderingOf(draft, detail);
  const name = `${worker?.name}${JSON.stringify(rendering)}`;
  const picture = useAsked(worker, name, (api) => api.picture(rendering));
  const edges = useAsked(worker, `edges${name}`, (api) => api.edges(rendering)) ?? [];
  const masses = useAsked(worker, `masses${name}`, (api) => api.masses(rendering)) ?? [];
  const marks = markedMasses(masses, draft.marks);
  const wishFor = (edge: EdgeSegment) => draft.edges.find(({ at }) => away(edge, at as Point) < NEAR_MM);
  const classOf = (edge: EdgeSegment): EdgeClass => wishFor(edge)?.is ?? edgeClass(edge, viewingM);
  const focus = chosen === null ? null : (edges[chosen] ?? null);
  const wish = (is: EdgeClass) => () => {
    if (!focus) return;
    const old = wishFor(focus);
    change({ edges: [...draft.edges.filter((one) => one !== old), { at: [...focus.middle] as [number, number], is }] });
  };
  const move = (by: number) => () =>
    edges.length > 0 && setChosen(((chosen ?? -by) + by + edges.length) % edges.length);
  const quiet = (at: Point) => {
    const mass = masses.find(({ place }) => placeHolds(place, at));
    if (!mass) return;
    const old = marks.get(mass.id);
    const next = { ...(old ?? MassMark.parse({ at: mass.at })), quiet: !(old?.quiet ?? false) };
    change({ marks: [...draft.marks.filter((one) => one !== old), next] });
  };
  const onTap = (at: Point) => {
    if (drawing === 'path') return change({ path: [...draft.path, [...at] as [number, number]] });
    if (drawing === 'quiet') return quiet(at);
    const nearest = edges.reduce<number | null>(
      (best, edge, i) => (best === null || away(edge, at) < away(edges[best], at) ? i : best),
      null,
    );
    setChosen(nearest !== null && away(edges[nearest], at) < 3 * NEAR_MM ? nearest : null);
  };
  const onDrawn = ([from, to]: Point[]) => {
    if (!to) return;
    const [rx, ry] = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])];
    const least = 0.03 * painting.widthMm;
    change({ focal: { at: [...from] as [number, number], rx: Math.max(rx, least), ry: Math.max(ry, least) } });
  };
  const editing = drawing === 'edges';
  useKeys({
    h: editing ? wish('hard') : undefined,
    f: editing ? wish('firm') : undefined,
    s: editing ? wish('soft') : undefined,
    l: editing ? wish('lost') : undefined,
    ArrowRight: editing ? move(1) : undefined,
    ArrowLeft: editing ? move(-1) : undefined,
    Escape: () => setChosen(null),
  });
  const total = edges.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const share = (is: EdgeClass) =>
    edges.filter((edge) => classOf(edge) === is).reduce((sum, { lengthMm }) => sum + lengthMm, 0) / (total || 1);
  const { focal } = draft;
  // An upright picture leaves room for the plain one beside it.
  const upright = painting.widthMm < painting.heightMm;
  const help = DRAWINGS.find(([one]) => one === drawing)?.[2];
  const marked = (
    <PlanStage
      bitmap={picture}
      label="The planned picture"
      painting={painting}
      gesture={drawing === 'focal' ? 'arrow' : 'tap'}
      onTap={onTap}
      onDrawn={onDrawn}
    >
      {drawing === 'edges' &&
        edges.map((edge, i) => {
          const look = LINES[classOf(edge)];
          return (
            <g key={i} opacity={chosen === null || chosen === i ? 1 : 0.6}>
              <Onpic d={lineOf(edge.line)} width={look.width} dash={look.dash} rim={look.rim} />
              {chosen === i && (
                <circle
                  cx={edge.middle[0]}
                  cy={edge.middle[1]}
                  r={painting.widthMm / 90}
                  fill="none"
                  stroke="#fff"
                  strokeWidth="3"
                  vectorEffect="non-scaling-stroke"
                />
              )}
            </g>
          );
        })}
      {masses
        .filter(({ id }) => marks.get(id)?.quiet)
        .map(({ id, place }) => (
          <path
            key={id}
            d={pathOf(place)}
            fill="#808080"
            fillOpacity={drawing === 'quiet' ? 0.55 : 0.18}
            fillRule="evenodd"
          />
        ))}
      {focal && (
        <>
          <ellipse
            cx={focal.at[0]}
            cy={focal.at[1]}
            rx={focal.rx}
            ry={focal.ry}
            fill="none"
            stroke="#fff"
            strokeWidth="5"
            vectorEffect="non-scaling-stroke"
          />
          <ellipse
            cx={focal.at[0]}
            cy={focal.at[1]}
            rx={focal.rx}
            ry={focal.ry}
            fill="none"
            stroke="#000"
            strokeWidth="1.8"
            vectorEffect="non-scaling-stroke"
          />
        </>
      )}
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
    </PlanStage>
  );
  const under = (
    <div className="under-ledge">
      <WordChoice
        label="What is drawn"
        options={DRAWINGS.map(([one, words]) => [one, words] as const)}
        value={drawing}
        onChoose={setDrawing}
      />
      <p className="small">{help}</p>
    </div>
  );
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div
        className="min-w-0 flex-1"
        style={{
          minWidth: 'min(480px, 100%)',
          maxWidth: upright ? undefined : `calc((100vh - 280px) * ${painting.widthMm / painting.heightMm})`,
        }}
      >
        {upright ? (
          <Pair canvas={painting}>
            <figure>
              <PlanStage bitmap={picture} label="The planned picture, plain" painting={painting} />
              <div className="under-ledge">
                <b>Plan</b>
              </div>
            </figure>
            <figure>
              {marked}
              {under}
            </figure>
          </Pair>
        ) : (
          <>
            {marked}
            {under}
          </>
        )}
      </div>
      <aside className="slip ml-auto w-full self-start lg:w-[292px]">
        <h2>Edge plan</h2>
        <p className="small mt-1 mb-2">{edgesSeenInWords(viewingM)}</p>
        <ul>
          {CLASSES.map((is) => (
            <li key={is} className="grid grid-cols-[36px_1fr_auto] items-center gap-2">
              <Mark name={`edge-${is}`} label="" />
              <span>{is}</span>
              <span>{Math.round(100 * share(is))} %</span>
            </li>
          ))}
        </ul>
        <p className="small mt-1">
          of {Math.round(total / 10)} cm of edge{draft.edges.length > 0 ? `, ${draft.edges.length} changed by you` : ''}
        </p>
        {focus && (
          <section aria-label="The chosen edge" className="mt-3">
            <hr className="rule mb-3" />
            <p className="serif">{edgeInWords({ ...focus, is: edgeClass(focus, viewingM) })}</p>
            <WordChoice
              label="This edge should be"
              className="words mt-1"
              options={CLASSES.map((is) => [is, <ClassWords key={is} is={is} />] as const)}
              value={classOf(focus)}
              onChoose={(is) => wish(is)()}
            />
            {wishFor(focus) && (
              <button
                className="line"
                onClick={() => change({ edges: draft.edges.filter((one) => one !== wishFor(focus)) })}
              >
                as in the reference
              </button>
            )}
          </section>
        )}
        <hr className="rule my-3" />
        <h3>Must stay quiet</h3>
        <p className="serif">
          {masses
            .filter(({ id }) => marks.get(id)?.quiet)
            .map(({ id }) => marks.get(id)?.name || 'an unnamed mass')
            .join(', ') || 'Nothing yet.'}
        </p>
        <div className="mt-2 flex flex-wrap gap-x-4">
          {focal && (
            <button className="line" onClick={() => change({ focal: null })}>
              No focal area
            </button>
          )}
          {draft.path.length > 0 && (
            <button className="line" onClick={() => change({ path: draft.path.slice(0, -1) })}>
              Shorten the eye path
            </button>
          )}
        </div>
      </aside>
    </div>
  );
}
