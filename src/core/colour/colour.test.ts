import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  chroma,
  colourPlanes,
  ciede2000,
  codeFromLinear,
  byteFromLinear,
  hue,
  labFromLinear,
  linearFromCode,
  linearFromLab,
  luminanceFromValue,
  readMatrixProfile,
  valueFast,
  valueFromLuminance,
  warmth,
} from './index';

describe('value', () => {
  // ASTM D1535, table of luminance by value (magnesium-oxide scale dropped: the quintic itself).
  test.each([
    [1, 1.1798],
    [2, 3.0482],
    [3, 6.3915],
    [5, 19.271],
    [7, 41.979],
    [9, 76.695],
    [10, 99.96],
  ])('value %d has luminance %d', (value, luminance) => expect(luminanceFromValue(value)).toBeCloseTo(luminance, 1));

  test('survives the way to luminance and back within 0.005', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 10, noNaN: true }),
        (value) => Math.abs(valueFromLuminance(luminanceFromValue(value)) - value) <= 0.005,
      ),
    );
  });

  test('by table it is within 0.005 of the exact one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.004, max: 1.5, noNaN: true }),
        (light) => Math.abs(valueFast(light) - valueFromLuminance(100 * light)) <= 0.005,
      ),
    );
  });

  test('nothing is darker than black', () => {
    expect(valueFromLuminance(-1)).toBe(0);
    expect(valueFast(Number.NaN)).toBe(0);
  });
});

describe('sRGB and CIELAB', () => {
  test('agree with a colour library over the whole gamut', () => {
    const toLab = converter('lab65');
    fc.assert(
      fc.property(fc.tuple(...[0, 1, 2].map(() => fc.double({ min: 0, max: 1, noNaN: true }))), ([r, g, b]) => {
        const theirs = toLab({ mode: 'rgb', r, g, b });
        const [lr, lg, lb] = [r, g, b].map(linearFromCode);
        const ours = labFromLinear(lr, lg, lb);
        return (
          Math.abs(ours.L - theirs.l) < 0.02 && Math.abs(ours.a - theirs.a) < 0.02 && Math.abs(ours.b - theirs.b) < 0.02
        );
      }),
    );
  });

  test('there and back is the same light', () => {
    fc.assert(
      fc.property(fc.tuple(...[0, 1, 2].map(() => fc.double({ min: 0.001, max: 1, noNaN: true }))), ([r, g, b]) => {
        const back = linearFromLab(labFromLinear(r, g, b));
        return [r, g, b].every((v, i) => Math.abs(v - back[i]) < 1e-4);
      }),
    );
  });

  test('planes by table are within 0.1 of the exact conversion', () => {
    const light = Float32Array.from({ length: 300 }, (_, i) => (i + 1) / 300);
    const reversed = light.slice().reverse();
    const planes = colourPlanes(light, reversed, light);
    light.forEach((v, i) => {
      const exact = labFromLinear(v, reversed[i], v);
      expect(planes.a[i]).toBeCloseTo(exact.a, 0);
      expect(Math.abs(planes.b[i] - exact.b)).toBeLessThan(0.1);
    });
  });

  test('codes round-trip and clip', () => {
    for (let code = 0; code <= 255; code++) {
      expect(codeFromLinear(linearFromCode(code / 255)) * 255).toBeCloseTo(code, 6);
      expect(byteFromLinear(linearFromCode(code / 255))).toBe(code);
    }
    expect(codeFromLinear(3)).toBe(1);
    expect(byteFromLinear(-1)).toBe(0);
  });

  test('warmth lies on the axis from blue-green to orange, chroma and hue are polar', () => {
    expect(warmth({ a: Math.cos(Math.PI / 3), b: Math.sin(Math.PI / 3) })).toBeCloseTo(1);
    expect(warmth({ a: -Math.sin(Math.PI / 3), b: Math.cos(Math.PI / 3) })).toBeCloseTo(0);
    expect(chroma({ L: 50, a: 3, b: 4 })).toBe(5);
    expect(hue({ L: 50, a: 0, b: -2 })).toBeCloseTo(270);
  });
});

// Sharma, Wu and Dalal 2005, table 1: L a b, L a b, dE00 (all 34 pairs).
const PAIRS = `50 2.6772 -79.7751 50 0 -82.7485 2.0425
50 3.1571 -77.2803 50 0 -82.7485 2.8615
50 2.8361 -74.02 50 0 -82.7485 3.4412
50 -1.3802 -84.2814 50 0 -82.7485 1
50 -1.1848 -84.8006 50 0 -82.7485 1
50 -0.9009 -85.5211 50 0 -82.7485 1
50 0 0 50 -1 2 2.3669
50 -1 2 50 0 0 2.3669
50 2.49 -0.001 50 -2.49 0.0009 7.1792
50 2.49 -0.001 50 -2.49 0.001 7.1792
50 2.49 -0.001 50 -2.49 0.0011 7.2195
50 2.49 -0.001 50 -2.49 0.0012 7.2195
50 -0.001 2.49 50 0.0009 -2.49 4.8045
50 -0.001 2.49 50 0.001 -2.49 4.8045
50 -0.001 2.49 50 0.0011 -2.49 4.7461
50 2.5 0 50 0 -2.5 4.3065
50 2.5 0 73 25 -18 27.1492
50 2.5 0 61 -5 29 22.8977
50 2.5 0 56 -27 -3 31.903
50 2.5 0 58 24 15 19.4535
50 2.5 0 50 3.1736 0.5854 1
50 2.5 0 50 3.2972 0 1
50 2.5 0 50 1.8634 0.5757 1
50 2.5 0 50 3.2592 0.335 1
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.263
61.2901 3.7196 -5.3901 61.4292 2.248 -4.962 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.694 23.0331 14.973 -42.5619 2.0373
36.4612 47.858 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.441 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.135 0.9033 -0.0636 -0.5514 0.9082`
  .split('\n')
  .map((row) => row.split(' ').map(Number));

test('CIEDE2000 gives the published differences to four decimals, either way round', () => {
  expect(PAIRS).toHaveLength(34);
  for (const [L1, a1, b1, L2, a2, b2, expected] of PAIRS) {
    const [one, two] = [
      { L: L1, a: a1, b: b1 },
      { L: L2, a: a2, b: b2 },
    ];
    expect(ciede2000(one, two)).toBeCloseTo(expected, 4);
    expect(ciede2000(two, one)).toBeCloseTo(expected, 4);
  }
});

test('a profile that is damaged or of another kind is left to the decoder', () => {
  expect(readMatrixProfile(new Uint8Array(10))).toBeNull();
  expect(readMatrixProfile(new Uint8Array(400))).toBeNull();
});
