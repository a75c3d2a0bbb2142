import { expect, test } from 'vitest';
import { codeFromLinear, linearFromCode } from '../colour';
import { withoutBend } from './bend';

/** A camera's curve, written down by itself: codes mixed with their smoothstep. */
const bent = (light: number, s: number) => {
  const c = codeFromLinear(light);
  return linearFromCode((1 - s) * c + s * c * c * (3 - 2 * c));
};

test.each([0, 0.1, 0.35, 0.6, 0.8])('a curve bent by %s is undone from black to white', (s) => {
  const straight = withoutBend(s);
  for (let light = 0; light <= 1; light += 0.01) expect(straight(bent(light, s))).toBeCloseTo(light, 4);
  expect(straight(1.2)).toBe(1.2);
  expect(straight(-0.1)).toBe(s === 0 ? -0.1 : 0);
});

test('it rises everywhere', () => {
  const straight = withoutBend(0.8);
  for (let light = 0.001; light < 1; light += 0.001) expect(straight(light + 0.001)).toBeGreaterThan(straight(light));
});
