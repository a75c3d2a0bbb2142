import { expect, test } from 'vitest';
import { codeFromLinear, linearFromCode } from '../colour';
import { valueUnder, withoutBend } from './bend';

/** A camera's curve, written down by itself: codes mixed with their smoothstep, and with a parabola over the middle. */
const bent = (light: number, bend: number, shoulder: number) => {
  const c = codeFromLinear(light);
  return linearFromCode((1 - bend) * c + bend * c * c * (3 - 2 * c) + shoulder * c * (1 - c));
};

test.each([
  [0, 0],
  [0.1, 0],
  [0.35, 0],
  [0.6, 0.3],
  [0, 0.5],
  [0.4, 0.5],
])('a curve bent by %s and lifted by %s is undone from black to white', (bend, shoulder) => {
  const straight = withoutBend({ bend, shoulder });
  for (let light = 0; light <= 1; light += 0.01) expect(straight(bent(light, bend, shoulder))).toBeCloseTo(light, 4);
  expect(straight(1.2)).toBe(1.2);
  expect(straight(-0.1)).toBe(bend + shoulder === 0 ? -0.1 : 0);
});

test.each([
  [0.8, 0],
  [0.5, 0.45],
])('bent by %s and lifted by %s it rises everywhere', (bend, shoulder) => {
  const straight = withoutBend({ bend, shoulder });
  for (let light = 0.001; light < 1; light += 0.001) expect(straight(light + 0.001)).toBeGreaterThan(straight(light));
});

test('a curve that is no cubic is undone to half a hundredth of a code', () => {
  // Darks lifted and lights pressed together by a power, half mixed in; the nearest cubic by least squares.
  const camera = (c: number) => 0.5 * c + 0.5 * (1 - (1 - c) ** 1.8);
  const straight = withoutBend({ bend: 0.04, shoulder: 0.43 });
  for (let c = 0.05; c < 0.95; c += 0.05) expect(codeFromLinear(straight(linearFromCode(camera(c))))).toBeCloseTo(c, 2);
});

test('an S makes darks darker and lights lighter beside the middle; a shoulder lifts the one and lowers the other', () => {
  expect(valueUnder({ bend: 0.4, shoulder: 0 }, 2)).toBeLessThan(1.8);
  expect(valueUnder({ bend: 0.4, shoulder: 0 }, 8)).toBeGreaterThan(8.1);
  expect(valueUnder({ bend: 0, shoulder: 0.4 }, 2)).toBeGreaterThan(2.1);
  expect(valueUnder({ bend: 0, shoulder: 0.4 }, 8)).toBeLessThan(7.8);
  for (const value of [1, 2, 5, 8]) expect(valueUnder({ bend: 0, shoulder: 0 }, value)).toBeCloseTo(value, 3);
});
