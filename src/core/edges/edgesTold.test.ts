import { describe, expect, test } from 'vitest';
import type { SeenEdge } from './across';
import { changeAt, softerBy } from './edgeChange';
import { EDGE_CLASSES, softnessOf, type EdgeClass } from './edgeClass';
import { edgesInFocus } from './edgesInFocus';
import { AS_PLANNED, type EdgeWanted } from './edgeWish';
import { piecesOf } from './edgeLook';
import type { EdgeLine, EdgePlace } from './edgeReading';
import { tellEdges, type Judging } from './edgesTold';
import { wishAt } from './edgeWish';
import { EVERY_MM } from './soughtEdges';

type Look = readonly [widthMm: number | null, contrast: number];
const HARD: Look = [0.8, 2];
const FIRM: Look = [2.2, 2];
const SOFT: Look = [7, 2];
const GONE: Look = [null, 0.1];

const seen = (x: number, [widthMm, contrast]: Look): SeenEdge => ({
  ...{ at: [x, 50] as const, by: 'value' as const, widthMm, contrast, atMost: false },
  doubtMm: 0.1 * (widthMm ?? 0),
});
const place = (x: number, planned: Look, painted: Look): EdgePlace => ({
  ...{ at: [x, 50] as const, way: [0, 1] as const },
  planned: seen(x, planned),
  painted: seen(x, painted),
});
/** An edge from left to right, looks place by place; null = not read. */
const edge = (planned: Look, painted: readonly (Look | null)[]): EdgeLine => ({
  between: [1, 2],
  places: painted.map((look, k) => look && place(k * EVERY_MM, planned, look)),
});
const times = <T>(count: number, what: T): T[] => Array.from({ length: count }, () => what);
const wish = (is: EdgeClass): EdgeWanted => ({ ...AS_PLANNED, is });
const NEAR: Judging = { viewingM: 1, wishes: [] };

describe('how soft an edge looks', () => {
  test('a class’s border lies half-way between two classes', () => {
    const [hard, , soft] = EDGE_CLASSES;
    expect(softnessOf({ widthMm: hard.upToMm, contrast: 2 })).toBeCloseTo(0.5);
    expect(softnessOf({ widthMm: soft.upToMm, contrast: 2 })).toBeCloseTo(2.5);
    expect(softnessOf({ widthMm: 2 * hard.upToMm, contrast: -2 }, 2)).toBeCloseTo(0.5);
    expect(softnessOf({ widthMm: 0.1, contrast: 2 })).toBe(softnessOf({ widthMm: 0.7, contrast: 2 }));
    for (const look of [GONE, [0.5, 0.2], [60, 2]] as const)
      expect(softnessOf({ widthMm: look[0], contrast: look[1] })).toBe(3);
  });

  test('it is compared with the plan, or with the border of the class that is wished', () => {
    expect(softerBy(place(0, HARD, HARD), 1).by).toBe(0);
    expect(softerBy(place(0, HARD, GONE), 1).by).toBeGreaterThan(2.5);
    expect(softerBy(place(0, SOFT, HARD), 1).by).toBeLessThan(-1.5);
    expect(softerBy(place(0, HARD, SOFT), 1, 'soft').by).toBeCloseTo(0);
    expect(softerBy(place(0, SOFT, HARD), 1, 'firm').by).toBeCloseTo(softnessOf({ widthMm: 0.8, contrast: 2 }) - 0.5);
  });
});

describe('an edge that comes and goes', () => {
  const [H, S] = [times(4, HARD), times(3, SOFT)];
  const told = (line: EdgeLine, judging = NEAR) => tellEdges([line], judging).lapsing;
  const lapsing = edge(HARD, [...H, ...S, ...H, ...times(2, GONE), ...H]);

  test('where the plan lets it run evenly is told: how often, how much of it', () => {
    expect(told(lapsing)).toEqual([
      {
        ...{ between: [1, 2], side: 'painted', times: 2, lengthMm: 25, ofMm: 17 * EVERY_MM, even: 'hard' },
        places: lapsing.places,
      },
    ]);
  });

  test('in the plan and runs on in the painting is told the other way', () => {
    const places = lapsing.places.map((one) => one && { ...one, planned: one.painted, painted: one.planned });
    expect(told({ between: [1, 2], places })[0]).toMatchObject({ side: 'planned', times: 2, even: 'hard' });
    const both = lapsing.places.map((one) => one && { ...one, planned: one.painted });
    expect(told({ between: [1, 2], places: both })).toEqual([]);
  });

  test.each([
    ['goes once only', [...times(8, HARD), ...S, ...times(8, HARD)]],
    ['goes and does not come back', [...H, ...S, ...H, ...times(6, GONE)]],
    ['wavers by less than a class', [...H, ...times(3, FIRM), ...H, ...times(3, [1.4, 2] as Look), ...H]],
    ['hardly parts anything', Array.from({ length: 18 }, (_, k): Look => [0.8, k % 6 < 3 ? 0.4 : 0.2])],
    ['is not read where it goes', [...H, ...times(3, null), ...H, ...times(3, null), ...H]],
    ['does so over little of it', [...times(20, HARD), ...times(2, SOFT), ...times(20, HARD), ...times(2, SOFT), ...H]],
    ['is too short', [...times(2, HARD), ...times(2, SOFT), ...times(2, HARD), ...times(2, SOFT), ...times(2, HARD)]],
  ] as const)('one that %s is not', (_, looks) => expect(told(edge(HARD, looks))).toEqual([]));

  test('for which the painter has a wish is let be', () =>
    expect(told(lapsing, { ...NEAR, wishes: [{ ...wish('soft'), at: [20, 50] }] })).toEqual([]));

  test('is told by what is surely so: a width that may be the planned one is no lapse', () => {
    const places = lapsing.places.map((one) =>
      one?.painted.widthMm === 7 ? { ...one, painted: { ...one.painted, doubtMm: 6 } } : one,
    );
    expect(told({ between: [1, 2], places })).toEqual([]);
  });
});

describe('what should change at a place', () => {
  test.each([
    ['as planned', HARD, HARD, null],
    ['wider by less than an honest hand', HARD, [1.1, 2], null],
    ['just over a class’s border', HARD, [1.3, 2], null],
    ['clearly of a softer class', HARD, FIRM, 'harder'],
    ['clearly of a harder class', SOFT, HARD, 'softer'],
    ['not painted', FIRM, GONE, 'find'],
    ['painted where none is planned', GONE, FIRM, 'lose'],
    ['hardly planned and hardly painted', [2, 0.4], GONE, null],
  ] as const)('%s', (_name, planned, painted, change) => {
    expect(changeAt(place(0, planned, painted), 1)).toBe(change);
  });

  test('an edge is missed where it spreads too far, or where nothing rises and little is left', () => {
    expect(changeAt(place(0, HARD, [23, 2]), 1)).toBe('find');
    expect(changeAt(place(0, HARD, [null, 0.6]), 1)).toBe('find');
    expect(changeAt(place(0, HARD, [null, 1.2]), 1)).toBeNull();
  });

  test('a soft rise by far more than is planned is another thing’s', () => {
    expect(changeAt(place(0, [0.5, 1.4], [8, 1.4]), 1)).toBe('harder');
    expect(changeAt(place(0, [0.5, 1.4], [8, 3.4]), 1)).toBeNull();
  });

  test('nothing is asked for inside what is uncertain', () => {
    const one = place(0, HARD, FIRM);
    const doubtful = { ...one, painted: { ...one.painted, doubtMm: 3 } };
    expect(changeAt(doubtful, 1)).toBeNull();
  });

  test('from further away what is a little wider looks as hard', () => {
    expect(changeAt(place(0, HARD, FIRM), 1)).toBe('harder');
    expect(changeAt(place(0, HARD, FIRM), 3)).toBeNull();
  });

  test('the painter’s wish takes the plan’s place', () => {
    expect(changeAt(place(0, HARD, HARD), 1, wish('soft'))).toBe('softer');
    expect(changeAt(place(0, HARD, SOFT), 1, wish('soft'))).toBeNull();
    expect(changeAt(place(0, HARD, HARD), 1, wish('lost'))).toBe('lose');
    expect(changeAt(place(0, HARD, GONE), 1, wish('soft'))).toBe('find');
  });
});

describe('stretches', () => {
  test('of one change are told once, with where they run and what they are in the middle', () => {
    const [run, ...more] = tellEdges(
      [edge(HARD, [...times(6, HARD), ...times(8, SOFT), ...times(6, HARD)])],
      NEAR,
    ).runs;
    expect(more).toEqual([]);
    expect(run).toMatchObject({ change: 'harder', wanted: 'hard', shown: 'soft', lengthMm: 8 * EVERY_MM });
    expect(run.ofMm).toBe(20 * EVERY_MM);
    expect(run.places[0].at[0]).toBe(6 * EVERY_MM);
    expect(run.painted.widthMm).toBe(7);
  });

  test('that are short are a hand’s own, and one odd place does not part a long one', () => {
    expect(tellEdges([edge(HARD, [...times(6, HARD), ...times(3, SOFT), ...times(6, HARD)])], NEAR).runs).toEqual([]);
    const [run, ...more] = tellEdges([edge(HARD, [...times(5, SOFT), HARD, ...times(5, SOFT)])], NEAR).runs;
    expect(more).toEqual([]);
    expect(run.lengthMm).toBe(11 * EVERY_MM);
  });

  test('planned hard, then soft, then lost are three where all of it is painted firm', () => {
    const looks = [...times(6, HARD), ...times(6, SOFT), ...times(6, GONE)];
    const line: EdgeLine = { between: [1, 2], places: looks.map((look, k) => place(k * EVERY_MM, look, [2.2, 1])) };
    const runs = tellEdges([line], NEAR).runs.toSorted((a, b) => a.places[0].at[0] - b.places[0].at[0]);
    expect(runs.map(({ change }) => change)).toEqual(['harder', 'softer', 'lose']);
    expect(runs.map(({ lengthMm }) => lengthMm)).toEqual([6, 6, 6].map((n) => n * EVERY_MM));
  });

  test('the longest and strongest come first', () => {
    const faint: Look = [7, 0.7];
    const lines = [edge([0.8, 0.7], times(5, faint)), edge(HARD, times(12, SOFT))];
    expect(tellEdges(lines, NEAR).runs.map(({ lengthMm }) => lengthMm)).toEqual([60, 25]);
  });
});

test('what is lighter on the side that is planned darker is told as reversed, with both contrasts, and not as lost', () => {
  const TURNED: Look = [0.9, -1.2];
  const line = edge(HARD, [...times(6, HARD), ...times(8, TURNED), ...times(2, HARD)]);
  const { reversed, runs } = tellEdges([line, edge(HARD, times(3, TURNED))], NEAR);
  const places = line.places.slice(6, 14);
  expect(reversed).toEqual([{ between: [1, 2], lengthMm: 8 * EVERY_MM, planned: 2, painted: 1.2, places }]);
  expect(runs).toEqual([]);
  expect(tellEdges([edge(HARD, times(8, [0.9, -0.2]))], NEAR).reversed).toEqual([]);
});

test('shares are of what can be read, and a wish counts as planned', () => {
  const line = edge(HARD, [...times(3, HARD), ...times(3, SOFT), null, null]);
  expect(tellEdges([line], NEAR).shares).toEqual({
    planned: { hard: 1, firm: 0, soft: 0, lost: 0 },
    painted: { hard: 0.5, firm: 0, soft: 0.5, lost: 0 },
  });
  const wished: Judging = { viewingM: 1, wishes: [{ ...wish('lost'), at: [5, 52] }] };
  const told = tellEdges([line], wished);
  expect(told.shares?.planned.lost).toBe(1);
  expect(wishAt(told, [0, 55])).toBe('lost');
  expect(wishAt(told, [0, 70])).toBeNull();
  expect(tellEdges([edge(HARD, [null, null])], NEAR).shares).toBeNull();
});

test('a line is drawn in pieces of one class each that meet half-way, and not where it is not read', () => {
  const { lines } = tellEdges([edge(HARD, [HARD, HARD, SOFT, SOFT, null, SOFT, SOFT])], NEAR);
  const pieces = piecesOf(lines[0], 'painted', 1);
  expect(pieces.map((piece) => piece.class)).toEqual(['hard', 'soft', 'soft']);
  expect(pieces[0].line.at(-1)).toEqual([1.5 * EVERY_MM, 50]);
  expect(pieces[1].line[0]).toEqual([1.5 * EVERY_MM, 50]);
  expect(pieces[2].line[0]).toEqual([5 * EVERY_MM, 50]);
});

test('a wish beside a junction is for the edge it lies nearest to alone', () => {
  const below = edge(HARD, times(4, HARD));
  const above: EdgeLine = {
    between: [2, 3],
    places: below.places.map((one) => one && { ...one, at: [one.at[0], 46] as const }),
  };
  const told = tellEdges([above, below], { viewingM: 1, wishes: [{ ...wish('soft'), at: [5, 51] }] });
  expect(told.lines.map(({ wanted }) => wanted.is)).toEqual([null, 'soft']);
  expect(told.runs.map(({ between, wished }) => [between, wished])).toEqual([[[1, 2], true]]);
});

describe('stretches that run into one another', () => {
  const from = (x: number, painted: Look, count: number): EdgeLine => ({
    between: [1, 2],
    places: times(count, painted).map((look, k) => place(x + k * EVERY_MM, painted === HARD ? SOFT : HARD, look)),
  });
  const groups = (...lines: EdgeLine[]) =>
    tellEdges(lines, NEAR).groups.map((group) => group.map((run) => run.lengthMm));

  test('are one group over a junction, also where one of them is short', () => {
    expect(groups(from(0, SOFT, 6), from(32, SOFT, 2))).toEqual([[30, 10]]);
  });

  test('are apart where they lie apart, or should change the other way', () => {
    expect(groups(from(0, SOFT, 6), from(60, SOFT, 4))).toHaveLength(2);
    expect(groups(from(0, SOFT, 6), from(30, HARD, 4))).toHaveLength(2);
  });

  test('are not drawn where they are short', () => {
    expect(tellEdges([from(0, SOFT, 6), from(32, SOFT, 2)], NEAR).runs).toHaveLength(1);
  });
});

describe('hard edges against the focal area', () => {
  const focal = { at: [25, 50] as const, rx: 28, ry: 10 };
  const line = edge(HARD, [...times(11, SOFT), ...times(11, HARD)]);

  test('shares are told in it and away from it', () => {
    expect(edgesInFocus(tellEdges([line], NEAR), focal)).toEqual({
      planned: { inside: 1, outside: 1 },
      painted: { inside: 0, outside: 1 },
    });
  });

  test('of few edges none are told', () => {
    expect(edgesInFocus(tellEdges([line], NEAR), { ...focal, rx: 6 })).toBeNull();
    expect(edgesInFocus(tellEdges([line], NEAR), { ...focal, rx: 500 })).toBeNull();
  });
});
