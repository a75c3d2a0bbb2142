import { expect, test } from 'vitest';
import type { Finding } from '../../core/kinds';
import { placeOfBox, type Box } from '../../core/raster';
import { EMPTY_PLAN } from '../../contract';
import type { PlanRow } from '../studio/rows';
import { namer } from './names';

const CANVAS = { widthMm: 400, heightMm: 300 };
const shareOf = ([, , w, h]: Box) => (w * h) / (400 * 300);

const BOXES: Record<string, Box> = {
  wall: [0, 0, 400, 200],
  'pot, light': [50, 60, 60, 120],
  'pot, shadow': [110, 60, 60, 120],
  'pot, handle': [170, 60, 60, 120],
  '': [300, 210, 100, 90],
  ledge: [0, 210, 300, 60],
};
const masses = Object.values(BOXES).map((box, id) => ({
  id,
  share: shareOf(box),
  place: placeOfBox(box),
  centre: [(box[0] + box[2] / 2) / 400, (box[1] + box[3] / 2) / 300] as [number, number],
}));
const marks = Object.entries(BOXES).map(([name, [x, y]]) => ({
  ...{ at: [x + 5, y + 5], name, group: name.startsWith('pot') ? 'pot' : '' },
  ...{ family: null, loose: false, quiet: false, shape: '', variation: '', on: null },
}));
// Where masses overlap, the first mark on a place names it: things before what they stand against.
marks.push(...marks.splice(0, 1));
const plan = { content: JSON.stringify({ ...EMPTY_PLAN, marks }) } as PlanRow;
const { finding } = namer(plan, masses.slice(1), CANVAS);

const called = (massId: number, box: Box, share = shareOf(box)) =>
  finding({ kind: 'value', massId, share, region: { box }, place: placeOfBox(box) } as unknown as Finding);

test('an edge is called after what it parts, or after what it lies inside', () => {
  const edge = (between: readonly [number, number]) =>
    finding({
      kind: 'edge',
      massId: 5,
      share: 0.01,
      region: { box: [10, 220, 30, 8] },
      edge: { between },
    } as unknown as Finding);
  expect(edge([5, 1])).toBe('ledge against the pot, light');
  expect(edge([5, 5])).toBe('inside the ledge');
  expect(edge([4, 4])).toBe('lower left'); // it has no name: where it lies
});

test('a finding on nearly all of a mass is called after it', () => expect(called(5, [10, 210, 280, 60])).toBe('ledge'));

test('one on a part of it after the part', () => {
  expect(called(5, [200, 210, 90, 60])).toBe('ledge, at the right');
  expect(called(1, [55, 62, 50, 30])).toBe('pot, light, at the top');
});

test('one on several masses of a thing after the thing, or its part', () => {
  expect(called(1, [50, 60, 180, 120])).toBe('pot');
  expect(called(1, [50, 60, 120, 120], 0.12)).toBe('pot, at the left');
  expect(called(2, [50, 120, 180, 60])).toBe('pot, at the foot');
});

test('one that reaches beyond the thing says so', () => {
  expect(called(5, [0, 150, 400, 150], 0.24)).toBe('ledge and around it');
  expect(called(2, [0, 0, 250, 300], 0.3)).toBe('pot and around it');
});

test('what has no name is told by where it lies itself, not its mass', () => {
  expect(called(4, [300, 210, 20, 20])).toBe('lower right');
  expect(called(-1, [0, 0, 60, 60])).toBe('upper left');
  expect(called(-1, [0, 0, 400, 290], 0.6)).toBe('most of the picture');
  expect(called(-1, [0, 0, 400, 300], 0.98)).toBe('whole picture');
});
