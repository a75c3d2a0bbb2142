import { stepsBehind, type Step } from './behind';
import { evenStrips, type CoursedStrip } from './evenness';
import type { Strip } from './strips';

/** What thin shapes come to. */
export interface StripsTold {
  readonly even: readonly CoursedStrip[];
  readonly steps: readonly Step[];
}

/** @param viewingM m from which the painting is looked at */
export const tellStrips = (strips: readonly Strip[], viewingM: number): StripsTold => ({
  even: evenStrips(strips, viewingM),
  steps: stepsBehind(strips),
});
