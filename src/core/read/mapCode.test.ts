import { expect, test } from 'vitest';
import { mapOfPixels, pixelsOfMap } from './mapCode';

test('a map of differences comes back from its pixels, to half a code', () => {
  const plane = (...numbers: number[]) => Float32Array.from(numbers);
  const map = {
    width: 3,
    height: 2,
    value: plane(0, 0.5, -0.5, 2.2, -3, 40),
    warmth: plane(0, 3, -7.3, 14, -20, 0),
    chroma: plane(0, -4, 8, 15, 0.1, -99),
    trust: plane(1, 0.5, 0, 0.25, 1, 1),
  };
  const { data, width, height } = pixelsOfMap(map);
  expect([width, height]).toEqual([3, 4]);
  const withAlpha = Uint8Array.from({ length: 4 * width * height }, (_, i) =>
    i % 4 === 3 ? 255 : data[3 * Math.floor(i / 4) + (i % 4)],
  );
  for (const back of [
    mapOfPixels(data, { width, height, channels: 3 }),
    mapOfPixels(withAlpha, { width, height, channels: 4 }),
  ]) {
    expect([back.width, back.height]).toEqual([3, 2]);
    const off = (a: Float32Array, b: Float32Array) =>
      Math.max(...Array.from(a.slice(0, 5), (v, i) => Math.abs(v - b[i])));
    expect(off(back.value, map.value)).toBeLessThanOrEqual(0.5 / 20 + 1e-6);
    expect(off(back.warmth, map.warmth)).toBeLessThanOrEqual(0.5 / 4 + 1e-6);
    expect(off(back.chroma, map.chroma)).toBeLessThanOrEqual(0.5 / 4 + 1e-6);
    expect(off(back.trust, map.trust)).toBeLessThanOrEqual(0.5 / 255 + 1e-6);
    // What is further off than a byte can say is cut off, not wrapped round.
    expect(back.value[5]).toBeGreaterThan(6);
    expect(back.chroma[5]).toBeLessThan(-31);
  }
});
