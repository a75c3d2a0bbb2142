import { stepsBehind, type Step } from './behind';
import { coursesOf, evenStrips, type CoursedStrip } from './evenness';
import { jumpsBehind, type Jump } from './heights';
import type { Strip } from './strips';

/** What thin shapes come to. */
export interface StripsTold {
  /** every one of which enough can be read, the longest first */
  readonly all: readonly CoursedStrip[];
  /** those that run on too evenly */
  readonly even: readonly CoursedStrip[];
  readonly steps: readonly Step[];
  readonly jumps: readonly Jump[];
}

/** @param viewingM m from which the painting is looked at */
export const tellStrips = (strips: readonly Strip[], viewingM: number): StripsTold => ({
  all: coursesOf(strips, viewingM).sort((a, b) => b.lengthMm - a.lengthMm),
  even: evenStrips(strips, viewingM),
  steps: stepsBehind(strips),
  jumps: jumpsBehind(strips),
});
