import { kindOf } from '../core/kinds';
import { percent, signed } from '../core/words';
import type { CompareReport } from './compareCommand';

const TOWARDS = new Map<boolean | null, string>([
  [true, 'nearer to the plan'],
  [false, 'further from the plan'],
  [null, 'as near to the plan as before'],
]);

const rounded = (box: readonly number[]): string => box.map(Math.round).join(',');

/** The same report for people: values on the scale 0 black to 10 white, differences painted minus plan. */
export function comparedText({ regions, changed, untouchedShare }: CompareReport): string {
  return [
    ...regions.map(({ box, kind, before, after, verdict }) => {
      const { unit, digits } = kindOf(kind);
      const told = ({ difference, uncertainty }: typeof before) =>
        `${signed(difference, digits)} (give or take ${uncertainty.toFixed(digits)})`;
      return `Region ${rounded(box)} mm, ${kind}: off by ${told(before)} before, ${told(after)} after, in ${unit}: ${verdict}.`;
    }),
    ...changed.map(
      ({ box, share, before, after, towardsPlan }) =>
        `Changed within ${rounded(box)} mm, ${(100 * share).toFixed(1)} % of what can be read: value ${before.value.toFixed(1)} before, ${after.value.toFixed(1)} after; warmth ${signed(after.warmth - before.warmth, 1)}, chroma ${signed(after.chroma - before.chroma, 1)}; ${TOWARDS.get(towardsPlan)}.`,
    ),
    changed.length === 0
      ? 'Nothing that can be told from these photos was painted over.'
      : `${percent(untouchedShare)} of what can be read is as it was.`,
  ].join('\n');
}
