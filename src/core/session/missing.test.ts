import { expect, test } from 'vitest';
import type { Departure } from '../plan';
import { KINDS, sentenceFor } from '../kinds';
import { placeOfBox } from '../raster';
import { readSession, seePlaces } from './index';
import { ask, inBox, PLAN, planFor, planned, POT, type ValueAt } from './testScene';

/** The pot with so much of what it stands out by from the wall and the table behind it. */
const pot =
  (share: number): ValueAt =>
  (x, y) => {
    const behind = y > 200 ? 3.6 + 0.005 * x : 6.4 - 0.006 * x;
    return inBox(POT, x, y) ? behind + share * (planned(x, y) - behind) : planned(x, y);
  };

async function findingsOf(painted: ValueAt, plan = PLAN) {
  const { against } = await readSession(ask(painted, { plan }));
  return against?.findings ?? [];
}

test('a pot that was left out is told once, and checked when it is painted', async () => {
  const findings = await findingsOf(pot(0));
  expect(findings.map(({ kind }) => kind)).toEqual(['missing']);
  const one = findings.find(({ kind }) => kind === 'missing');
  if (one?.kind !== 'missing') throw new Error('nothing is missing');
  one.region.box.forEach((mm, k) => expect(Math.abs(mm - POT[k])).toBeLessThan(8));
  expect(sentenceFor(one, 'table')).toMatch(
    /^Paint what is missing at the table: the plan sets it off by \d\.\d steps, the painting shows next to nothing of it\.$/,
  );
  const correction = {
    ...{ kind: 'missing' as const, place: one.place, towards: null, last: null },
    ...{ difference: one.amount, uncertainty: KINDS.missing.doubt(one) },
  };
  const verdictOn = async (share: number) => {
    const { checks } = await readSession(ask(pot(share), { corrections: [correction] }));
    return checks[0]?.verdict;
  };
  expect(await verdictOn(0.45)).toBe('closer');
  expect(await verdictOn(1)).toBe('settled');
  const [seen] = await seePlaces(ask(pot(0)), { places: [one.place], kind: 'missing' });
  expect(seen?.standing?.there).toBeCloseTo(0, 1);
});

test('a passage that is meant to be lighter and is not has its value off', async () => {
  const departures = [
    { id: 'd', where: { place: placeOfBox([300, 30, 80, 80]) }, change: { kind: 'value', steps: 1.5 }, why: '' },
  ] as (Departure & { id: string; why: string })[];
  expect((await findingsOf(planned, planFor({ departures }))).map(({ kind }) => kind)).toEqual(['value']);
});

test('what is meant to be left out is not missing', async () => {
  const departures = [{ id: 'd', where: { mass: [225, 180] }, change: { kind: 'left-out' }, why: '' }] as (Departure & {
    id: string;
    why: string;
  })[];
  expect(await findingsOf(pot(0), planFor({ departures }))).toEqual([]);
});
