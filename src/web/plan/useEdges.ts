import { useState } from 'react';
import { MassMark } from '../../contract';
import { AS_PLANNED, edgeClass, type EdgeClass, type EdgeWanted } from '../../core/edges';
import type { EdgeSegment } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import { PLAN_TEXT } from '../../core/words';
import { useKeys } from '../keyboard';
import { distanceToStretch } from '../stage/paths';
import { renderingOf } from './draft';
import { markedMasses } from './massesPart';
import type { PartProps } from './part';
import { useAsked } from './usePlanWorker';

export type Drawing = 'edges' | 'focal' | 'path' | 'quiet';
export const DRAWINGS: readonly (readonly [Drawing, string, string])[] = [
  ['edges', 'Edges', PLAN_TEXT.tapEdge],
  ['focal', 'Focal area', PLAN_TEXT.dragFocus],
  ['path', 'Eye path', PLAN_TEXT.tapEyePath],
  ['quiet', 'Quiet areas', PLAN_TEXT.tapQuiet],
];

const NEAR_MM = 8;

/** How far a place is from an edge, mm. */
const away = ({ line }: Pick<EdgeSegment, 'line'>, at: Point): number =>
  Math.min(...line.map((from, k) => distanceToStretch(at, from, line[k + 1] ?? from)));

const WISHED: readonly (readonly [string, EdgeClass])[] = [
  ['h', 'hard'],
  ['f', 'firm'],
  ['s', 'soft'],
  ['l', 'lost'],
];

/** The plan's picture with its masses and edges, and what the draft wishes of an edge. */
function useSeen({ detail, plan: { draft }, worker }: PartProps) {
  const { viewingM } = detail.painting.setUp;
  const rendering = renderingOf(draft, detail);
  const name = `${worker?.name}${JSON.stringify(rendering)}`;
  const picture = useAsked(worker, name, (api) => api.picture(rendering));
  const masses = useAsked(worker, `masses${name}`, (api) => api.masses(rendering)) ?? [];
  const edges = useAsked(worker, `edges${name}`, (api) => api.edges(rendering)) ?? [];
  const wishFor = (edge: EdgeSegment) => draft.edges.find(({ at }) => away(edge, at) < NEAR_MM);
  const classOf = (edge: EdgeSegment): EdgeClass => wishFor(edge)?.is ?? edgeClass(edge, viewingM);
  const total = edges.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  return {
    ...{ picture, masses, edges, wishFor, classOf, total, viewingM, marks: markedMasses(masses, draft.marks) },
    /** how much of all edges is of a class, 0..1 */
    share: (is: EdgeClass) =>
      edges.filter((edge) => classOf(edge) === is).reduce((sum, { lengthMm }) => sum + lengthMm, 0) / (total || 1),
  };
}

/** The edge plan, focal area, quiet places and eye path: what is chosen, and what a hand does to the draft. */
export function useEdges(props: PartProps) {
  const { draft, change } = props.plan;
  const { painting } = props.detail;
  const [drawing, setDrawing] = useState<Drawing>('edges');
  const [chosen, setChosen] = useState<number | null>(null);
  const seen = useSeen(props);
  const { edges, masses, marks, wishFor } = seen;
  const focus = chosen === null ? null : (edges[chosen] ?? null);
  const others = () => draft.edges.filter((one) => one !== (focus && wishFor(focus)));
  const wanted: EdgeWanted = (focus && wishFor(focus)) ?? AS_PLANNED;
  const want = (more: Partial<EdgeWanted>) => {
    if (!focus) return;
    const next = { ...wanted, ...more, at: [focus.middle[0], focus.middle[1]] as const };
    const says = next.is !== null || next.tolerance !== null || next.mayCross;
    change({ edges: says ? [...others(), next] : others() });
  };
  const move = (by: number) => edges.length > 0 && setChosen(((chosen ?? -by) + by + edges.length) % edges.length);
  const keep = (at: Point) => {
    const mass = masses.find(({ place }) => placeHolds(place, at));
    if (!mass) return;
    const old = marks.get(mass.id);
    const next = { ...(old ?? MassMark.parse({ at: mass.at })), quiet: !(old?.quiet ?? false) };
    change({ marks: [...draft.marks.filter((one) => one !== old), next] });
  };
  const editing = drawing === 'edges';
  const whenEditing = (act: () => void) => (editing ? act : undefined);
  useKeys({
    ...Object.fromEntries(WISHED.map(([key, is]) => [key, whenEditing(() => want({ is }))])),
    ArrowRight: whenEditing(() => move(1)),
    ArrowLeft: whenEditing(() => move(-1)),
    Escape: () => setChosen(null),
  });
  return {
    ...seen,
    ...{ painting, draft, change, drawing, setDrawing, chosen, focus, wanted, want },
    tap(at: Point) {
      if (drawing === 'path') return change({ path: [...draft.path, [at[0], at[1]]] });
      if (drawing === 'quiet') return keep(at);
      const [nearest] = edges.map((edge, i) => ({ i, far: away(edge, at) })).sort((a, b) => a.far - b.far);
      setChosen(nearest && nearest.far < 3 * NEAR_MM ? nearest.i : null);
    },
    drawn([from, to]: Point[]) {
      if (!from || !to) return;
      const [rx, ry] = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])];
      const least = 0.03 * painting.widthMm;
      change({ focal: { at: [from[0], from[1]], rx: Math.max(rx, least), ry: Math.max(ry, least) } });
    },
  };
}
export type Edging = ReturnType<typeof useEdges>;
