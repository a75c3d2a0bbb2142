import { expect, test } from 'vitest';
import { distanceToStretch, lineOf, outlinesOf, placePath, ringsOf } from './paths';

const SQUARE = [
  [0, 0],
  [20, 0],
  [20, 10],
] as const;

test('a line runs through its points; without any there is none', () => {
  expect(lineOf(SQUARE)).toBe('M0.0 0.0L20.0 0.0L20.0 10.0');
  expect(lineOf(SQUARE, ([x, y]) => [x / 3, y / 3], 2)).toBe('M0.00 0.00L6.67 0.00L6.67 3.33');
  expect(lineOf([])).toBe('');
});

test('outlines are closed, each by itself', () => {
  expect(outlinesOf([SQUARE, SQUARE])).toBe(`${lineOf(SQUARE)}Z${lineOf(SQUARE)}Z`);
  expect(outlinesOf(ringsOf({ coordinates: [[SQUARE.map(([x, y]) => [x, y])]] }))).toBe(outlinesOf([SQUARE]));
});

test('a place lies on a picture as a share of the canvas, moved where the painting has it elsewhere', () => {
  const canvas = { widthMm: 100, heightMm: 50 };
  const toPx = ([u, v]: readonly [number, number]) => [200 * u, 100 * v] as const;
  expect(placePath({ outlines: [SQUARE] }, canvas, toPx)).toBe('M0.0 0.0L40.0 0.0L40.0 20.0Z');
  const moved = placePath({ outlines: [SQUARE] }, canvas, toPx, ([x]) => [x / 10, 1]);
  expect(moved).toBe('M0.0 2.0L44.0 2.0L44.0 22.0Z');
});

test('the distance to a stretch is to its nearest point, also beyond its ends', () => {
  expect(distanceToStretch([5, 3], [0, 0], [10, 0])).toBe(3);
  expect(distanceToStretch([13, 4], [0, 0], [10, 0])).toBe(5);
  expect(distanceToStretch([3, 4], [0, 0], [0, 0])).toBe(5);
});
