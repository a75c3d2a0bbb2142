import { stepsBehind, type Step } from './behind';
import { coursesOf, evenStrips, type CoursedStrip } from './evenness';
import { edgePassesBehind, jumpsBehind, type Jump } from './heights';
import type { Bar } from './bars';
import type { Strip } from './strips';

/** What thin shapes come to, and what lies behind them and behind bars. */
export interface StripsTold {
  /** every one of which enough can be read, the longest first */
  readonly all: readonly CoursedStrip[];
  /** those that run on too evenly */
  readonly even: readonly CoursedStrip[];
  readonly steps: readonly Step<Strip>[];
  readonly jumps: readonly Jump<Strip>[];
  /** the same of bars */
  readonly bars: { readonly steps: readonly Step<Bar>[]; readonly jumps: readonly Jump<Bar>[] };
}

/** What is long and stands in front. */
export interface InFront {
  readonly strips: readonly Strip[];
  readonly bars: readonly Bar[];
}

const LONG = 10; // times as long as wide: what else is so long is no rib and no gap between two things

/** Whether a bar stands in front of what is beside it: else what is beside may be two things. */
const isInFront = (bar: Bar): boolean =>
  edgePassesBehind(bar) || bar.lengthMm >= LONG * Math.max(...bar.places.map(({ planned }) => planned.widthMm));

/** Bars whose two sides differ in the painting though the plan's are alike. */
export const stepsBesideBars = (bars: readonly Bar[]): Step<Bar>[] => stepsBehind(bars.filter(isInFront));

/** @param viewingM m from which the painting is looked at */
export const tellStrips = ({ strips, bars }: InFront, viewingM: number): StripsTold => ({
  all: coursesOf(strips, viewingM).sort((a, b) => b.lengthMm - a.lengthMm),
  even: evenStrips(strips, viewingM),
  steps: stepsBehind(strips),
  jumps: jumpsBehind(strips),
  bars: { steps: stepsBesideBars(bars), jumps: jumpsBehind(bars) },
});
