import { expect, test } from 'vitest';
import type { Departure } from '../plan';
import { KINDS, sentenceFor } from '../kinds';
import { readSession } from './index';
import { ask, inBox, PLAN, planFor, planned, type ValueAt } from './testScene';

const CUP = [60, 215, 50, 45] as const;
/** A cup on the table that is in no plan, so many steps lighter than the table. */
const withCup =
  (steps: number): ValueAt =>
  (x, y) =>
    planned(x, y) + (inBox(CUP, x, y) ? steps : 0);

async function findingsOf(painted: ValueAt, plan = PLAN) {
  const { against } = await readSession(ask(painted, { plan }));
  return against?.findings ?? [];
}

test('a cup that no plan has is told once, is checked when it is painted out, and let be where it is meant', async () => {
  const [one, ...more] = await findingsOf(withCup(2.4));
  expect(more).toEqual([]);
  if (one.kind !== 'unplanned') throw new Error(`the cup is told as ${one.kind}`);
  one.region.box.forEach((mm, k) => expect(Math.abs(mm - CUP[k])).toBeLessThan(8));
  expect(sentenceFor(one, 'table')).toMatch(
    /^Paint out what no plan has at the table: it stands out by 2\.\d steps, the plan shows next to nothing there\.$/,
  );
  const correction = {
    ...{ kind: 'unplanned' as const, place: one.place, towards: null, last: null },
    ...{ difference: one.amount, uncertainty: KINDS.unplanned.doubt(one) },
  };
  const verdictOn = async (steps: number) => {
    const { checks } = await readSession(ask(withCup(steps), { corrections: [correction] }));
    return checks[0]?.verdict;
  };
  expect(await verdictOn(2.4)).toBe('unchanged');
  expect(await verdictOn(1.2)).toBe('closer');
  expect(await verdictOn(0)).toBe('settled');
  const change = KINDS.unplanned.departure(one);
  const departures = [{ id: 'd', where: { place: one.place }, change, why: '' }] as (Departure & {
    id: string;
    why: string;
  })[];
  expect(await findingsOf(withCup(2.4), planFor({ departures }))).toEqual([]);
});
