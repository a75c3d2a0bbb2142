import { useState } from 'react';
import type { Departure, PassageLabel } from '../../contract';
import { boxOf, placeHolds, type Place, type Point } from '../../core/raster';
import { placeInWords, PLAN_TEXT } from '../../core/words';
import { useKeys } from '../keyboard';
import { renderingOf } from './draft';
import { markedMasses } from './massesPart';
import type { PartProps } from './part';
import { placeOfLoop, type Gesture } from './planStage';
import { useAsked } from './usePlanWorker';

export type Where = Departure['where'];
export type Tool = 'mass' | 'loop' | 'move' | 'pin';
export const TOOLS: readonly (readonly [Tool, string, Gesture, string])[] = [
  ['mass', 'a mass', 'tap', PLAN_TEXT.tapDiffering],
  ['loop', 'a place', 'loop', PLAN_TEXT.outlineDiffering],
  ['pin', 'the whole drawing', 'arrow', PLAN_TEXT.dragShape],
];
const MOVING = ['move', '', 'arrow', PLAN_TEXT.dragPlace] as const;

/** The plan's picture and its masses as the draft has them, and what a place of it is and is called. */
function usePlaces({ detail, plan: { draft }, worker }: PartProps) {
  const { painting } = detail;
  const rendering = renderingOf(draft, detail);
  const bare = { ...rendering, departures: [] };
  const name = (of: string, what: unknown) => `${of}${worker?.name}${JSON.stringify(what)}`;
  const picture = useAsked(worker, name('', rendering), (api) => api.picture(rendering));
  const base = useAsked(worker, name('bare', bare), (api) => api.picture(bare));
  const masses = useAsked(worker, name('masses', bare), (api) => api.masses(bare)) ?? [];
  const marks = markedMasses(masses, draft.marks);
  const massAt = (at: Point) => masses.find(({ place }) => placeHolds(place, at));
  const placeOf = (one: Where): Place | null => ('place' in one ? one.place : (massAt(one.mass)?.place ?? null));
  const nameOf = (one: Where): string => {
    const mass = 'mass' in one ? massAt(one.mass) : null;
    if (mass) return marks.get(mass.id)?.name || placeInWords([...mass.centre] as [number, number]);
    const box = boxOf(placeOf(one) ?? { outlines: [] });
    if (!box) return 'a place';
    const middle: [number, number] = [box[0] + box[2] / 2, box[1] + box[3] / 2];
    const under = massAt(middle);
    const named = under && marks.get(under.id)?.name;
    return `part of ${named || placeInWords([middle[0] / painting.widthMm, middle[1] / painting.heightMm])}`;
  };
  return { picture, base, placeOf, nameOf };
}

/** Where the painting is meant to differ: what is under the hand, and what it does to the draft. */
export function useDepartures(props: PartProps) {
  const { draft, change } = props.plan;
  const [where, setWhere] = useState<Where | null>(null);
  const [tool, setTool] = useState<Tool>('mass');
  const [chosen, setChosen] = useState<string | null>(null);
  const open = draft.departures.find(({ id }) => id === chosen) ?? null;
  const leave = () => {
    setChosen(null);
    setTool('mass');
  };
  useKeys({
    Escape: () => {
      setWhere(null);
      leave();
    },
  });
  const put = (id: string, part: Partial<Departure>) =>
    change({ departures: draft.departures.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  const [, , gesture, help] = TOOLS.find(([one]) => one === tool) ?? MOVING;
  return {
    ...usePlaces(props),
    ...{ draft, change, where, tool, gesture, help, chosen, open, put },
    begin(one: Tool) {
      setTool(one);
      setWhere(null);
    },
    tap: (at: Point) => setWhere({ mass: [at[0], at[1]] }),
    choose(one: Departure) {
      const closes = one.id === chosen;
      setChosen(closes ? null : one.id);
      setTool(one.change.kind === 'moved' && !closes ? 'move' : 'mass');
    },
    add(fresh: Departure['change']) {
      if (!where) return;
      const id = crypto.randomUUID();
      change({ departures: [...draft.departures, { id, where, change: fresh, why: '' }] });
      setChosen(id);
      setWhere(null);
      if (fresh.kind === 'moved') setTool('move');
    },
    label(one: PassageLabel) {
      if (!where) return;
      const passage = { id: crypto.randomUUID(), where, label: one, since: new Date().toISOString() };
      change({ passages: [...draft.passages, passage] });
      setWhere(null);
    },
    /** A light that was saved for last is laid: from now on it is kept. */
    place(id: string) {
      const since = new Date().toISOString();
      const passages = draft.passages.map((one) => (one.id === id ? { ...one, label: 'placed' as const, since } : one));
      change({ passages });
    },
    takeAway(one: Departure) {
      change({ departures: draft.departures.filter(({ id }) => id !== one.id) });
      leave();
    },
    drawn(points: Point[]) {
      const [from, to] = [points.at(0), points.at(-1)];
      if (!from || !to) return undefined;
      if (tool === 'loop') return points.length >= 3 && setWhere({ place: placeOfLoop(points) });
      if (tool === 'pin') return change({ pins: [...draft.pins, { from: [from[0], from[1]], to: [to[0], to[1]] }] });
      if (open?.change.kind !== 'moved') return undefined;
      const [x, y] = open.change.by;
      return put(open.id, { change: { ...open.change, by: [x + to[0] - from[0], y + to[1] - from[1]] } });
    },
  };
}
export type Departing = ReturnType<typeof useDepartures>;
