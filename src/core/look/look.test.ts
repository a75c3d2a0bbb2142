import { describe, expect, test } from 'vitest';
import { byteFromLinear, luminanceFromValue } from '../colour';
import { applyAids, evenThresholds, NO_AIDS, rangeOfPixels, readSpot, stepValues } from './index';

const byte = (value: number) => byteFromLinear(luminanceFromValue(value) / 100);
const picture = (bytes: readonly (readonly [number, number, number])[]) =>
  Uint8ClampedArray.from(bytes.flatMap(([r, g, b]) => [r, g, b, 255]));

describe('looking aids', () => {
  const two = picture([
    [200, 40, 20],
    [20, 40, 200],
  ]);
  const size = { width: 2, height: 1 };

  test('none on: the picture as it is, in a new array', () => {
    const out = applyAids(two, size, NO_AIDS);
    expect([...out]).toEqual([...two]);
    expect(out).not.toBe(two);
  });

  test('grey keeps the value and takes the colour', () => {
    const out = applyAids(two, size, { ...NO_AIDS, grey: true });
    expect(out[0]).toBe(out[1]);
    expect(out[1]).toBe(out[2]);
    expect(out[0]).toBeGreaterThan(out[4]);
  });

  test('steps leave no more values than asked for', () => {
    const ramp = picture(Array.from({ length: 256 }, (_, i) => [i, i, i] as const));
    for (let steps = 2; steps <= 9; steps++) {
      const thresholds = evenThresholds(steps, { darkest: 0.5, lightest: 9.5 });
      const out = applyAids(ramp, { width: 256, height: 1 }, { ...NO_AIDS, thresholds });
      expect(new Set(out.filter((_, i) => i % 4 === 0)).size).toBe(steps);
    }
  });

  test('shown steps rise and lie between their thresholds', () => {
    const thresholds = evenThresholds(5, { darkest: 1, lightest: 9 });
    const shown = stepValues(thresholds);
    thresholds.forEach((t, i) => {
      expect(shown[i]).toBeLessThan(t);
      expect(shown[i + 1]).toBeGreaterThan(t);
    });
  });

  test('the range of a picture is told in values, its few outermost pixels left out', () => {
    const from = Array.from({ length: 20000 }, (_, i) => byte(2 + (6 * i) / 20000));
    const range = rangeOfPixels(picture(from.map((b) => [b, b, b] as const)));
    expect(range.darkest).toBeCloseTo(2.12, 1);
    expect(range.lightest).toBeCloseTo(7.88, 1);
  });

  test('squinting blurs light, not codes', () => {
    const white = [255, 255, 255] as const;
    const black = [0, 0, 0] as const;
    const checker = picture(Array.from({ length: 400 }, (_, i) => ((i + Math.floor(i / 20)) % 2 ? white : black)));
    const out = applyAids(checker, { width: 20, height: 20 }, { ...NO_AIDS, squintPx: 4 });
    expect(Math.abs(out[4 * 210] - byteFromLinear(0.5))).toBeLessThan(6);
  });
});

describe('spot', () => {
  test('reads value and colour in a disc', () => {
    const grey = byte(6);
    const spot = readSpot(
      picture(Array.from({ length: 100 }, () => [grey, grey, grey] as const)),
      { width: 10, height: 10 },
      { x: 5, y: 5, radius: 3 },
    );
    expect(spot?.value).toBeCloseTo(6, 1);
    expect(spot?.chroma).toBeLessThan(0.1);
    expect(spot?.mean).toEqual([grey, grey, grey]);
  });

  test('outside there is nothing', () => {
    expect(readSpot(picture([[1, 1, 1]]), { width: 1, height: 1 }, { x: 50, y: 50, radius: 2 })).toBeNull();
  });
});
