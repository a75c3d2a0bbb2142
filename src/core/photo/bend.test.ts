import { expect, test } from 'vitest';
import { codeFromLinear, linearFromCode } from '../colour';
import { withoutBend } from './bend';

/** A camera's curve, written down by itself: codes mixed with their smoothstep, and with a parabola over the middle. */
const bent = (light: number, bend: number, lift: number) => {
  const c = codeFromLinear(light);
  return linearFromCode((1 - bend) * c + bend * c * c * (3 - 2 * c) + lift * c * (1 - c));
};

test.each([
  [0, 0],
  [0.1, 0],
  [0.35, 0],
  [0.6, 0.3],
  [0, 0.5],
  [0.4, 0.5],
])('a curve bent by %s and lifted by %s is undone from black to white', (bend, lift) => {
  const straight = withoutBend({ bend, lift });
  for (let light = 0; light <= 1; light += 0.01) expect(straight(bent(light, bend, lift))).toBeCloseTo(light, 4);
  expect(straight(1.2)).toBe(1.2);
  expect(straight(-0.1)).toBe(bend + lift === 0 ? -0.1 : 0);
});

test.each([
  [0.8, 0],
  [0.5, 0.45],
])('bent by %s and lifted by %s it rises everywhere', (bend, lift) => {
  const straight = withoutBend({ bend, lift });
  for (let light = 0.001; light < 1; light += 0.001) expect(straight(light + 0.001)).toBeGreaterThan(straight(light));
});

test('a curve that is no cubic is undone to half a hundredth of a code', () => {
  // Darks lifted and lights pressed together by a power, half mixed in; the nearest cubic by least squares.
  const camera = (c: number) => 0.5 * c + 0.5 * (1 - (1 - c) ** 1.8);
  const straight = withoutBend({ bend: 0.04, lift: 0.43 });
  for (let c = 0.05; c < 0.95; c += 0.05) expect(codeFromLinear(straight(linearFromCode(camera(c))))).toBeCloseTo(c, 2);
});
