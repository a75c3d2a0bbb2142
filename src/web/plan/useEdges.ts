import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { MassMark } from '../../contract';
import { edgePlanOf, lineNear, type EdgeClass, type EdgePlanLine, type EdgeWanted } from '../../core/edges';
import { placeHolds, type Point } from '../../core/raster';
import { PLAN_TEXT } from '../../core/words';
import { call } from '../api/client';
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
const away = ({ places }: EdgePlanLine, at: Point): number =>
  Math.min(
    ...places.map(({ planned: { at: from } }, k) => distanceToStretch(at, from, places[k + 1]?.planned.at ?? from)),
  );

/** Where an edge is marked and its wish is kept: a place about its middle, canvas mm. */
export const middleOf = ({ places }: EdgePlanLine): Point | null => places[places.length >> 1]?.at ?? null;

const WISHED: readonly (readonly [string, EdgeClass])[] = [
  ['h', 'hard'],
  ['f', 'firm'],
  ['s', 'soft'],
  ['l', 'lost'],
];

/** The edges of the plan in the making, as readings see them: with every pixel the reference has. */
function useEdgePlan({ detail: { painting, plan, reference, ...detail }, plan: { draft } }: PartProps) {
  const { id, setUp } = painting;
  const rendering = renderingOf(draft, { painting, plan, reference, ...detail });
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: ['edge-plan', id, reference?.id, plan?.crop, draft.pins, rendering],
    queryFn: () => call('readEdgePlan', { params: { paintingId: id }, body: draft }),
    staleTime: Infinity,
    // The last answer stays until the next is there, but never that of another picture.
    placeholderData: (before, query) => (query?.queryKey[2] === reference?.id ? before : undefined),
  });
  const edgePlan = useMemo(
    () => edgePlanOf(data ?? [], { viewingM: setUp.viewingM, wishes: draft.edges }),
    [data, setUp.viewingM, draft.edges],
  );
  return { edgePlan, error, reading: !error && (!data || isPlaceholderData) };
}

/** The plan's picture with its masses and edges. */
function useSeen(props: PartProps) {
  const { detail, plan, worker } = props;
  const { draft } = plan;
  const { viewingM } = detail.painting.setUp;
  const rendering = renderingOf(draft, detail);
  const name = `${worker?.name}${JSON.stringify(rendering)}`;
  const picture = useAsked(worker, name, (api) => api.picture(rendering));
  const masses = useAsked(worker, `masses${name}`, (api) => api.masses(rendering)) ?? [];
  return { picture, masses, viewingM, marks: markedMasses(masses, draft.marks), ...useEdgePlan(props) };
}

/** The edge plan, focal area, quiet places and eye path: what is chosen, and what a hand does to the draft. */
export function useEdges(props: PartProps) {
  const { draft, change } = props.plan;
  const { painting } = props.detail;
  const [drawing, setDrawing] = useState<Drawing>('edges');
  const [chosen, setChosen] = useState<number | null>(null);
  const seen = useSeen(props);
  const { masses, marks } = seen;
  const edges = seen.edgePlan.lines;
  const focus = chosen === null ? null : (edges[chosen] ?? null);
  const want = (more: Partial<EdgeWanted>) => {
    const at = focus && middleOf(focus);
    if (!at) return;
    const next = { ...focus.wanted, ...more };
    const says = next.is !== null || next.tolerance !== null || next.mayCross;
    const others = draft.edges.filter((one) => lineNear(edges, one.at) !== focus);
    change({ edges: says ? [...others, { ...next, at: [at[0], at[1]] }] : others });
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
    ...{ painting, draft, change, drawing, setDrawing, chosen, focus, want },
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
