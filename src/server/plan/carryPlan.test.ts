import { describe, expect, test } from 'vitest';
import { EMPTY_PLAN, MassMark, type PlanContent } from '../../contract';
import { plainCrop } from '../../core/plan';
import { carryBetween, mapPlan } from './carryPlan';

const picture = { width: 4000, height: 3000 };
const canvas = { widthMm: 400, heightMm: 300 };
const id = '00000000-0000-4000-8000-000000000000';
const square = {
  outlines: [
    [
      [10, 10],
      [30, 10],
      [30, 30],
      [10, 30],
    ],
  ],
} as { outlines: [number, number][][] };

/** A plan that says something in every part of it that has a place. */
const full: PlanContent = {
  ...EMPTY_PLAN,
  edits: [
    {
      kind: 'merge',
      at: [
        [10, 20],
        [30, 40],
      ],
    },
    { kind: 'split', at: [50, 60] },
    {
      kind: 'cut',
      at: [10, 20],
      line: [
        [0, 0],
        [10, 10],
      ],
    },
    { kind: 'redraw', at: [10, 20], place: square },
    { kind: 'own', place: square },
  ],
  marks: [MassMark.parse({ at: [100, 100], name: 'pot' })],
  focal: { at: [200, 150], rx: 40, ry: 30 },
  path: [
    [10, 10],
    [20, 20],
  ],
  edges: [{ at: [5, 5], is: 'lost', tolerance: null, mayCross: false }],
  departures: [
    { id, where: { mass: [70, 80] }, change: { kind: 'left-out' }, why: '' },
    { id, where: { place: square }, change: { kind: 'ignored' }, why: '' },
  ],
  passages: [{ id, where: { mass: [1, 2] }, label: 'undecided', since: '2026-01-01T00:00:00.000Z' }],
  pins: [{ from: [1, 1], to: [2, 2] }],
  drawings: [
    {
      id,
      name: 'first',
      keptAt: '2026-01-01T00:00:00.000Z',
      masses: 9,
      edits: [{ kind: 'split', at: [50, 60] }],
      pins: [{ from: [5, 6], to: [7, 8] }],
      found: null,
    },
  ],
};

describe('a plan under another crop', () => {
  test('a crop half as large about the middle: what was in the middle stays, the rest moves outwards', () => {
    const carry = carryBetween(
      picture,
      { crop: plainCrop([0, 0, 4000, 3000]), canvas },
      { crop: plainCrop([1000, 750, 2000, 1500]), canvas },
    );
    const [x, y] = carry?.([200, 150]) ?? [0, 0];
    expect([x, y]).toEqual([expect.closeTo(200), expect.closeTo(150)]);
    const [u, v] = carry?.([250, 150]) ?? [0, 0];
    expect([u, v]).toEqual([expect.closeTo(300), expect.closeTo(150)]);
  });

  test('there and back is where it was, turned or not', () => {
    const [one, two] = [
      plainCrop([100, 100, 3000, 2250]),
      { box: [800, 600, 2000, 1500] as [number, number, number, number], turn: 7, print: null },
    ];
    const out = carryBetween(picture, { crop: one, canvas }, { crop: two, canvas });
    const back = carryBetween(picture, { crop: two, canvas }, { crop: one, canvas });
    const [x, y] = back?.(out?.([123, 45]) ?? [0, 0]) ?? [0, 0];
    expect([x, y]).toEqual([expect.closeTo(123, 6), expect.closeTo(45, 6)]);
  });

  test('everything that has a place is moved, nothing else is touched', () => {
    const moved = mapPlan(full, ([x, y]) => [x + 1000, y + 2000]);
    const numbers = (value: unknown): number[] =>
      typeof value === 'number'
        ? [value]
        : value && typeof value === 'object'
          ? Object.values(value).flatMap(numbers)
          : [];
    const places = ({ edits, marks, path, edges, departures, passages, pins, drawings }: PlanContent) =>
      numbers([
        edits.map(({ kind: _, ...rest }) => rest),
        marks.map(({ at }) => at),
        path,
        edges,
        departures.map(({ where }) => where),
        passages.map(({ where }) => where),
        pins,
        drawings.map(({ edits, pins }) => [edits, pins?.map(({ from }) => from)]),
      ]);
    expect(places(moved)).toHaveLength(places(full).length);
    expect(places(moved).every((v) => v >= 1000)).toBe(true);
    expect(moved.focal).toEqual({ at: [1200, 2150], rx: 40, ry: 30 });
    expect([moved.key, moved.masses, moved.tolerance]).toEqual([full.key, full.masses, full.tolerance]);
    const [{ name, pins }] = moved.drawings;
    expect([name, pins?.[0].to]).toEqual(['first', [7, 8]]);
  });
});
