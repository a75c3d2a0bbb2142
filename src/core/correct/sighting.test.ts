import { describe, expect, test } from 'vitest';
import type { Comparison } from '../read';
import { checkOf, sightingOf } from './sighting';

const measured = { value: 5, lab: [51, 2, 8] as const, warmth: 6, chroma: 8, hue: 76 };
const paintOff = (value: number): Comparison => ({
  target: measured,
  painted: { ...measured, value: 5 + value },
  difference: { value, warmth: 0, chroma: 0, deltaE: 0 },
  uncertainty: { value: 0.1, warmth: 2 },
  spread: 0.1,
  readShare: 1,
});

describe('a correction of the drawing, sighted again', () => {
  const paint = paintOff(0.4);
  const seen = (by: readonly [number, number]) => ({
    paint,
    shift: { by, doubt: 0.6 },
    wholeMm: 1.2,
    edges: null,
    standing: null,
    standsOut: null,
  });

  test('is measured along the way it was first off', () => {
    const first = sightingOf({ kind: 'drawing', towards: null }, seen([-6, 0]));
    expect(first).toMatchObject({ difference: 6, uncertainty: 0.6 });
    const towards = first?.towards ?? null;
    expect(sightingOf({ kind: 'drawing', towards }, seen([-2, 0]))?.difference).toBeCloseTo(2, 6);
    // Overshot: it is now on the other side.
    expect(sightingOf({ kind: 'drawing', towards }, seen([3, 0]))?.difference).toBeCloseTo(-3, 6);
    // Off in another direction is not off along this one.
    expect(sightingOf({ kind: 'drawing', towards }, seen([0, 5]))?.difference).toBeCloseTo(0, 6);
  });

  test('the whole drawing by how far it lies off on the whole; of what cannot be told nothing is', () => {
    expect(sightingOf({ kind: 'drawing', towards: null, whole: true }, seen([0, 0]))?.difference).toBe(1.2);
    const unseen = { paint, shift: null, wholeMm: 0, edges: null, standing: null, standsOut: null };
    for (const kind of ['drawing', 'edge', 'missing', 'unplanned'] as const) {
      expect(sightingOf({ kind, towards: 10 }, unseen)).toBeNull();
      // No verdict, least of all that it is settled.
      expect(checkOf({ kind, towards: 10 }, { difference: -3, uncertainty: 0.1 }, unseen)).toBeNull();
    }
    expect(sightingOf({ kind: 'value', towards: null }, seen([9, 9]))).toMatchObject({
      difference: 0.4,
      uncertainty: 0.1,
    });
  });
});

test('a correction is judged against what was seen when it was taken', () => {
  const before = { difference: -1, uncertainty: 0.1 };
  const subject = { kind: 'value', towards: null } as const;
  const verdict = (value: number) =>
    checkOf(subject, before, {
      paint: paintOff(value),
      shift: null,
      wholeMm: 0,
      edges: null,
      standing: null,
      standsOut: null,
    })?.verdict;
  expect([-0.1, -0.5, -1.05, 0.6, -1.6].map(verdict)).toEqual([
    'settled',
    'closer',
    'unchanged',
    'overshot',
    'further off',
  ]);
});
