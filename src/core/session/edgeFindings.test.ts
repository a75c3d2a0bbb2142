import { expect, test } from 'vitest';
import { AS_PLANNED, edgeClass, type EdgeWanted } from '../edges';
import { KINDS, sentenceFor, type EdgeFinding } from '../kinds';
import { placeOfBox } from '../raster';
import { EMPTY_CONTENT, plainCrop } from '../plan';
import { readSession, seePlaces, sessionPlan } from './index';
import { ask, canvas, greys, inBox, planFor, planned, POT, type ValueAt } from './testScene';

const [LEFT, TOP, WIDE, HIGH] = POT;
const RIGHT = LEFT + WIDE;
const DARK = 2.6;

/** The pot with the upper part of its right side painted with a rise of so many mm. */
const withSide =
  (widthMm: number, to = 195): ValueAt =>
  (x, y) => {
    const near = Math.abs(x - RIGHT) < 1.5 * widthMm && y > TOP && y < Math.min(to, TOP + HIGH);
    if (!near) return planned(x, y);
    const [inside, outside] = [DARK + 0.004 * (RIGHT - LEFT), planned(RIGHT + 0.1, y)];
    const share = 1 / (1 + Math.exp((-1.7 * 2.5631 * (x - RIGHT)) / widthMm));
    return inside + share * (outside - inside);
  };

const edgesIn = async (painted: ValueAt, plan = planFor()): Promise<EdgeFinding[]> => {
  const { against } = await readSession(ask(painted, { plan }));
  return (against?.findings ?? []).filter((one) => one.kind === 'edge');
};

test('an edge painted as planned is not told', async () => expect(await edgesIn(planned)).toEqual([]));

test('a side painted soft is told once, where it is, with both widths', async () => {
  const [found, ...more] = await edgesIn(withSide(9));
  expect(more).toEqual([]);
  expect(found.edge).toMatchObject({ change: 'harder', wanted: 'hard', shown: 'soft', wished: false });
  expect(found.edge.painted.widthMm).toBeGreaterThan(6.5);
  expect(found.edge.painted.widthMm).toBeLessThan(12);
  expect(found.amount).toBeGreaterThan(1.5);
  const [x, y, w, h] = found.region.box;
  expect([x, x + w].map((mm) => Math.abs(mm - RIGHT)).every((mm) => mm < 9)).toBe(true);
  expect([y, y + h][0]).toBeGreaterThan(TOP - 12);
  expect([y, y + h][1]).toBeLessThan(195 + 12);
  expect(sentenceFor(found, 'pot against the wall')).toMatch(
    /^Harden the edge of the pot against the wall, along \d+ of its \d+ mm: .* mm wide; planned hard, .* wide\.$/,
  );
});

test('where a line is wished soft, what of it is painted hard is told, and what is painted soft is not', async () => {
  const wishes = [{ ...AS_PLANNED, at: [RIGHT, 160] as const, is: 'soft' as const }];
  const plan = { ...planFor(), judging: { viewingM: 1, wishes } };
  const [hard] = await edgesIn(planned, plan);
  expect(hard.edge).toMatchObject({ change: 'softer', wanted: 'soft', wished: true });
  const [rest] = await edgesIn(withSide(9), plan);
  expect(rest.edge.lengthMm).toBeLessThan(hard.edge.lengthMm - 50);
});

const wishing = (wanted: Partial<EdgeWanted>) => {
  const wishes = [{ ...AS_PLANNED, at: [RIGHT, 160] as const, ...wanted }];
  return { ...planFor(), judging: { viewingM: 1, wishes } };
};

test('kept tightly an edge is told from less, kept freely from more', async () => {
  const told = async (mm: number, tolerance: EdgeWanted['tolerance']) =>
    (await edgesIn(withSide(mm), wishing({ tolerance }))).map(({ edge }) => edge.change);
  expect(await told(3, null)).toEqual([]);
  expect(await told(3, 'tight')).toEqual(['harder']);
  expect(await told(9, null)).toEqual(['harder']);
  expect(await told(9, 'free')).toEqual([]);
});

/** The pot's dark goes on to the right by so many mm along its upper part. */
const beyond =
  (mm: number): ValueAt =>
  (x, y) =>
    x > RIGHT - 1 && x < RIGHT + mm && y > TOP && y < 200 ? planned(RIGHT - 1, y) : planned(x, y);
const kindsIn = async (mm: number, wanted: Partial<EdgeWanted>) => {
  const { against } = await readSession(ask(beyond(mm), { plan: wishing(wanted) }));
  return (against?.findings ?? []).map(({ kind }) => kind);
};

test('colour that may cross an edge is let be, further away it is not', async () => {
  expect(await kindsIn(8, {})).toEqual(['drawing']);
  expect(await kindsIn(8, { mayCross: true })).toEqual([]);
  expect(await kindsIn(30, { mayCross: true })).not.toEqual([]);
});

test('a contour may wander as far as its own boundary has it', async () => {
  expect(await kindsIn(3, {})).toEqual(['drawing']);
  expect(await kindsIn(3, { tolerance: 'free' })).toEqual([]);
  expect(await kindsIn(8, { tolerance: 'free' })).toEqual(['drawing']);
  expect(await kindsIn(1.7, {})).toEqual([]);
  expect(await kindsIn(1.7, { tolerance: 'tight' })).toEqual(['drawing']);
});

test('a pot painted lighter than what it stands against has its edges, the other way round', async () => {
  const light: ValueAt = (x, y) => (inBox(POT, x, y) ? 7.4 : planned(x, y));
  const { against } = await readSession(ask(light, { insist: true }));
  const all = (against?.edges.reversed ?? []).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  expect(all).toBeGreaterThan(200);
  expect((against?.findings ?? []).filter(({ kind }) => kind === 'edge')).toEqual([]);
});

/** The pot's foot lighter than its body by 1.2 steps, over so many mm, from a little beside its sides on. */
const footed =
  (widthMm: number): ValueAt =>
  (x, y) =>
    planned(x, y) + (inBox(POT, x, y) ? 1.2 / (1 + Math.exp((-1.7 * 2.5631 * (y - 200)) / widthMm)) : 0);

const JOINED = [{ kind: 'merge' as const, at: [[225, 160] as const, [225, 225] as const] }];

test('a contour inside a mass is read and told like any edge', async () => {
  const reference = greys(800, 600, (x, y) => footed(0.6)(x / 2, y / 2));
  const plan = sessionPlan(
    reference,
    { ...EMPTY_CONTENT, masses: 4, edits: JOINED },
    { crop: plainCrop([0, 0, 800, 600]), canvas },
  );
  expect(await edgesIn(footed(0.6), plan)).toEqual([]);
  const [found, ...more] = await edgesIn(footed(9), plan);
  expect(more).toEqual([]);
  expect(found.edge).toMatchObject({ change: 'harder', wanted: 'hard', shown: 'soft' });
  expect(found.edge.between[0]).toBe(found.edge.between[1]);
  expect(found.edge.lengthMm).toBeGreaterThan(50);
  expect(Math.abs(found.region.box[1] + found.region.box[3] / 2 - 200)).toBeLessThan(2);
  expect(sentenceFor(found, 'inside the pot')).toMatch(/^Harden the edge inside the pot, all along: /);
});

test('from further away the same side is as hard as any', async () => {
  const plan = { ...planFor(), judging: { viewingM: 9, wishes: [] } };
  expect(await edgesIn(withSide(9), plan)).toEqual([]);
});

test('a correction of an edge is checked by the next photograph', async () => {
  const [found] = await edgesIn(withSide(9));
  const correction = {
    ...{ kind: 'edge' as const, place: found.place, towards: null, last: null },
    ...{ difference: found.amount, uncertainty: KINDS.edge.doubt(found) },
  };
  const verdictOn = async (widthMm: number) => {
    const { checks } = await readSession(ask(withSide(widthMm), { corrections: [correction] }));
    return checks[0]?.verdict;
  };
  expect(await verdictOn(9)).toBe('unchanged');
  expect(await verdictOn(3)).toBe('closer');
  expect(await verdictOn(0.5)).toBe('settled');
});

test('a place shows its edges; one without any shows none', async () => {
  const along = placeOfBox([RIGHT - 5, TOP + 10, 10, 60]);
  const inside = placeOfBox([LEFT + 20, TOP + 20, 30, 30]);
  const [soft, none] = await seePlaces(ask(withSide(9)), { places: [along, inside], kind: 'edge' });
  expect(soft?.edges?.difference).toBeGreaterThan(1.5);
  expect(none?.edges).toBeNull();
  expect(inBox(POT, LEFT + 20, TOP + 20)).toBe(true);
});

/** The pot with stretches of some 20 mm of either side that are soft, 14 mm apart. */
const lapsing: ValueAt = (x, y) => {
  const mirrored = x < (LEFT + RIGHT) / 2 ? LEFT + RIGHT - x : x;
  return withSide((y - TOP) % 34 < 14 ? 0.5 : 9, 235)(mirrored, y);
};

test('an edge that comes and goes where the plan lets it run evenly is told as such', async () => {
  const { against } = await readSession(ask(lapsing));
  const [told, ...more] = against?.edges.lapsing ?? [];
  expect(more).toEqual([]);
  expect(told).toMatchObject({ side: 'painted', even: 'hard' });
  expect(told.times).toBeGreaterThanOrEqual(2);
  for (const evenly of [planned, withSide(9)]) {
    const { against: other } = await readSession(ask(evenly));
    expect(other?.edges.lapsing).toEqual([]);
  }
});

test('an edge that is hard, then soft, then lost along one side is read as three stretches', async () => {
  const ENDS = [147, 174] as const;
  const painted: ValueAt = (x, y) => withSide(y < ENDS[0] ? 0.5 : y < ENDS[1] ? 7 : 22, 200)(x, y);
  const { against } = await readSession(ask(painted));
  const side = (against?.edges.lines ?? []).flatMap(({ places }) =>
    places.flatMap((one) => {
      const isThere = one && Math.abs(one.at[0] - RIGHT) < 2 && one.at[1] > TOP + 4 && one.at[1] < 196;
      return isThere ? [{ y: one.at[1], is: edgeClass(one.painted, 1) }] : [];
    }),
  );
  const within = (is: string) => side.filter((one) => one.is === is).map(({ y }) => y);
  const [hard, soft, lost] = ['hard', 'soft', 'lost'].map(within);
  expect(Math.abs(Math.max(...hard) - ENDS[0])).toBeLessThan(6);
  expect(Math.abs(Math.min(...soft) - ENDS[0])).toBeLessThan(6 + 5);
  expect(Math.abs(Math.max(...soft) - ENDS[1])).toBeLessThan(6 + 5);
  expect(lost.length).toBeGreaterThan(2);
});
