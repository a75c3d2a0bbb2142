import { describe, expect, test } from 'vitest';
import { MassMark } from '../../contract';
import type { PlanMass } from '../workers/planWorker';
import { editOfLine, markedMasses } from './massesPart';
import { groupedMasses } from './massSlip';

const square = (x: number) => ({
  outlines: [
    [
      [x, 0],
      [x + 10, 0],
      [x + 10, 10],
      [x, 10],
    ],
  ],
});
const massAt = (id: number, share: number) =>
  ({ id, share, at: [20 * id + 5, 5], place: square(20 * id) }) as unknown as PlanMass;

describe('what a drawn line does to the masses', () => {
  const chosen = { at: [5, 5] as const };
  const line: [number, number][] = [
    [0, 0],
    [10, 0],
    [10, 10],
  ];
  test('a loop redraws the chosen mass, or makes one of the painter’s own', () => {
    expect(editOfLine('redraw', line, chosen)).toMatchObject({
      kind: 'redraw',
      at: [5, 5],
      place: { outlines: [line] },
    });
    expect(editOfLine('own', line, null)).toMatchObject({ kind: 'own', place: { outlines: [line] } });
  });
  test('a line cuts the chosen mass', () => {
    expect(editOfLine('cut', line.slice(0, 2), chosen)).toEqual({ kind: 'cut', at: [5, 5], line: line.slice(0, 2) });
  });
  test('too short, or with nothing chosen, it does nothing', () => {
    expect(editOfLine('cut', line.slice(0, 1), chosen)).toBeNull();
    expect(editOfLine('redraw', line.slice(0, 2), chosen)).toBeNull();
    expect(editOfLine('own', line.slice(0, 2), chosen)).toBeNull();
    expect(editOfLine('cut', line, null)).toBeNull();
    expect(editOfLine('choose', line, chosen)).toBeNull();
  });
});

describe('the list of masses', () => {
  const masses = [massAt(0, 0.1), massAt(1, 0.5), massAt(2, 0.2)];
  test('what was said goes to the mass that lies at its point now', () => {
    const marks = [MassMark.parse({ at: [25, 5], name: 'Wall' }), MassMark.parse({ at: [900, 900], name: 'Gone' })];
    expect([...markedMasses(masses, marks)].map(([id, { name }]) => [id, name])).toEqual([[1, 'Wall']]);
  });
  test('groups stand by name, those without one first; in each the largest first', () => {
    const marks = new Map([
      [0, { group: 'window' }],
      [2, { group: 'window' }],
    ]);
    const told = groupedMasses(masses, marks).map(([group, members]) => [group, members.map(({ id }) => id)]);
    expect(told).toEqual([
      ['', [1]],
      ['window', [2, 0]],
    ]);
  });
});
