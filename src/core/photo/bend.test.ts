import { expect, test } from 'vitest';
import { codeFromLinear, linearFromCode } from '../colour';
import { isRising, STRAIGHT, valueUnder, withoutBend, type Bend } from './bend';

/**
 * A camera's curve, written down by itself: codes mixed with their smoothstep, with a parabola over the middle, and
 * with a quartic that is nought at black, middle and white.
 */
const bent = (light: number, { bend, shoulder, toe }: Bend) => {
  const c = codeFromLinear(light);
  const s = (1 - bend) * c + bend * c * c * (3 - 2 * c) + shoulder * c * (1 - c);
  return linearFromCode(s - toe * (c * (1 - c) - 4 * c * c * (1 - c) ** 2));
};

test.each([
  [0, 0, 0],
  [0.1, 0, 0],
  [0.35, 0, 0.2],
  [0.6, 0.3, 0],
  [0, 0.5, 0.4],
  [0.4, 0.5, 0.4],
])('a curve bent by %s, lifted by %s and pressed by %s is undone from black to white', (bend, shoulder, toe) => {
  const curve = { bend, shoulder, toe };
  const straight = withoutBend(curve);
  for (let light = 0; light <= 1; light += 0.01) expect(straight(bent(light, curve))).toBeCloseTo(light, 4);
  expect(straight(1.2)).toBe(1.2);
  expect(straight(-0.1)).toBe(bend + shoulder + toe === 0 ? -0.1 : 0);
});

test.each([
  [0.8, 0, 0],
  [0.5, 0.35, 0],
  [0.6, 0, 0.3],
  [0.4, 0.5, 0.4],
])('bent by %s, lifted by %s and pressed by %s it rises everywhere', (bend, shoulder, toe) => {
  const straight = withoutBend({ bend, shoulder, toe });
  expect(isRising({ bend, shoulder, toe })).toBe(true);
  for (let light = 0.001; light < 1; light += 0.001) expect(straight(light + 0.001)).toBeGreaterThan(straight(light));
});

test.each([
  [0.6, 0, 0.4],
  [0.6, 0.5, 0],
])('bent by %s, lifted by %s and pressed by %s it would end level: no camera’s curve', (bend, shoulder, toe) =>
  expect(isRising({ bend, shoulder, toe })).toBe(false),
);

test('a curve that is no cubic is undone to half a hundredth of a code', () => {
  // Darks lifted and lights pressed together by a power, half mixed in; the nearest cubic by least squares.
  const camera = (c: number) => 0.5 * c + 0.5 * (1 - (1 - c) ** 1.8);
  const straight = withoutBend({ bend: 0.04, shoulder: 0.43, toe: 0 });
  for (let c = 0.05; c < 0.95; c += 0.05) expect(codeFromLinear(straight(linearFromCode(camera(c))))).toBeCloseTo(c, 2);
});

test('a film’s toe and shoulder, half mixed in, are undone to half a hundredth of a code', () => {
  // A rational fit to a film's response (Narkowicz 2015) on light; the nearest quartic by least squares.
  const film = (x: number) => (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14);
  const camera = (c: number) => 0.5 * c + 0.5 * codeFromLinear(film(linearFromCode(c)) / film(1));
  const straight = withoutBend({ bend: 0.36, shoulder: 0.33, toe: 0.41 });
  for (let c = 0.02; c < 0.99; c += 0.03)
    expect(Math.abs(codeFromLinear(straight(linearFromCode(camera(c)))) - c)).toBeLessThan(0.006);
});

test('an S makes darks darker and lights lighter beside the middle; a shoulder lifts the one and lowers the other', () => {
  expect(valueUnder({ ...STRAIGHT, bend: 0.4 }, 2)).toBeLessThan(1.8);
  expect(valueUnder({ ...STRAIGHT, bend: 0.4 }, 8)).toBeGreaterThan(8.1);
  expect(valueUnder({ ...STRAIGHT, shoulder: 0.4 }, 2)).toBeGreaterThan(2.1);
  expect(valueUnder({ ...STRAIGHT, shoulder: 0.4 }, 8)).toBeLessThan(7.8);
  for (const value of [1, 2, 5, 8]) expect(valueUnder(STRAIGHT, value)).toBeCloseTo(value, 3);
});
