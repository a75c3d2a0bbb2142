import { useMemo, useReducer } from 'react';
import type { Point } from '../../core/raster';
import type { EdgesShown } from '../faces/edgeMarks';
import type { Mapped } from '../faces/differenceField';
import type { PatternName } from '../faces/patternPlaces';
import type { Laid } from '../stage/hung';
import { WHOLE, zoomAt, type View } from '../stage/view';

/** What the wall shows that no server knows: how it is hung and looked at, and what is chosen on it. */
export interface WallState {
  readonly view: View;
  readonly laid: Laid;
  /** whether the flat is on top of a blink */
  readonly showFlat: boolean;
  /** where the pointer was last put down; shares of the picture */
  readonly pinned: Point | null;
  /** index of a finding, id of a mass, index of a seat */
  readonly chosen: number | null;
  readonly mass: number | null;
  readonly seat: number | null;
  /** index of a thin shape */
  readonly thin: number | null;
  /** index of an edge that is told of as a whole */
  readonly along: number | null;
  /** findings that are taken out of the painting to see it without them, by index */
  readonly whatIf: readonly number[];
  readonly mapped: Mapped | PatternName | null;
  /** also what the stage does not call for yet */
  readonly more: boolean;
  readonly plumb: boolean;
  readonly outlines: boolean;
  readonly marks: boolean;
  readonly details: boolean;
  /** which edges are drawn */
  readonly edges: EdgesShown;
  /** folded out: more looking aids, what a hand can measure */
  readonly ways: boolean;
  readonly measures: boolean;
  /** everything but the pictures is folded away */
  readonly alone: boolean;
}
type Fold = 'ways' | 'measures';
type Switch = 'more' | 'plumb' | 'outlines' | 'marks' | 'details' | 'alone';

export const AS_HUNG: WallState = {
  view: WHOLE,
  laid: 'side',
  showFlat: true,
  pinned: null,
  chosen: null,
  mass: null,
  seat: null,
  thin: null,
  along: null,
  whatIf: [],
  mapped: null,
  more: false,
  plumb: false,
  outlines: false,
  marks: true,
  details: false,
  edges: { only: false, faintest: 0.3 },
  ways: false,
  measures: false,
  alone: false,
};

const MIDDLE = { at: [0.5, 0.5] as Point, size: { width: 1, height: 1 } };
const hung = (laid: Laid) => ({ laid, showFlat: laid !== 'blink' });

type Move = (now: WallState, ...what: never[]) => Partial<WallState>;
/** Everything a hand can do on the wall, and what it changes. */
export const MOVES = {
  look: (_now: WallState, view: View) => ({ view }),
  mirror: ({ view }: WallState) => ({ view: { ...view, mirror: !view.mirror } }),
  turnOver: ({ view }: WallState) => ({ view: { ...view, turned: !view.turned } }),
  zoom: ({ view }: WallState, factor: number) => ({ view: zoomAt(view, factor, MIDDLE) }),
  seeWhole: ({ view: { mirror, turned } }: WallState) => ({ view: { ...WHOLE, mirror, turned } }),
  hang: (_now: WallState, laid: Laid) => hung(laid),
  blink: ({ laid, showFlat }: WallState) => (laid === 'blink' ? { showFlat: !showFlat } : hung('blink')),
  pin: (_now: WallState, pinned: Point, mass: number | null) => ({ pinned, mass }),
  choose: (_now: WallState, chosen: number | null) => ({ chosen }),
  chooseMass: (_now: WallState, mass: number | null) => ({ mass }),
  chooseSeat: (_now: WallState, seat: number | null) => ({ seat }),
  /** chosen again, it is let go */
  chooseThin: (now: WallState, thin: number) => ({ thin: now.thin === thin ? null : thin, along: null }),
  chooseAlong: (now: WallState, along: number) => ({ along: now.along === along ? null : along, thin: null }),
  /** another subject is read: what was chosen belongs to the one before */
  turnTo: () => ({ chosen: null, seat: null, thin: null, along: null }),
  takeOut: ({ whatIf }: WallState, index: number) => ({
    whatIf: whatIf.includes(index) ? whatIf.filter((one) => one !== index) : [...whatIf, index],
  }),
  map: (_now: WallState, mapped: Mapped | PatternName) => ({ mapped }),
  onlyEdges: ({ edges }: WallState, only: boolean) => ({ edges: { ...edges, only }, along: null }),
  faintestEdge: ({ edges }: WallState, faintest: number) => ({ edges: { ...edges, faintest } }),
  switch: (now: WallState, what: Switch) => ({ [what]: !now[what] }),
  /** @param open whether it is folded out now, by itself or because something in it is in use */
  fold: (_now: WallState, what: Fold, open: boolean) => ({ [what]: !open }),
  leave: () => ({
    ...{ chosen: null, pinned: null, mass: null, seat: null, thin: null, along: null, alone: false },
    ...hung('side'),
  }),
} as const satisfies Record<string, Move>;

type After<M> = M extends (now: WallState, ...what: infer What) => unknown ? (...what: What) => void : never;
export type WallMoves = { readonly [Name in keyof typeof MOVES]: After<(typeof MOVES)[Name]> };

/** The wall's state and its moves; the moves stay the same functions from one drawing to the next. */
export function useWallState(): { state: WallState; moves: WallMoves } {
  const [state, make] = useReducer((now: WallState, move: (now: WallState) => Partial<WallState>): WallState => {
    return { ...now, ...move(now) };
  }, AS_HUNG);
  const moves = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(MOVES).map(([name, move]) => [
          name,
          (...what: never[]) => make((now) => (move as Move)(now, ...what)),
        ]),
      ) as WallMoves,
    [],
  );
  return { state, moves };
}
