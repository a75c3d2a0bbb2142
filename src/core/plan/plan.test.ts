import { describe, expect, test } from 'vitest';
import { codeFromLinear, luminanceFromValue, SRGB_PROFILE } from '../colour';
import { valuePlane } from '../photo';
import { median, type Picture } from '../raster';
import { ABSOLUTE, cutTree, makeKey, massTree, middleCrop, plannedPicture, rangeKey, resizeMasses } from './index';

/** A picture of three upright bands of value. */
function bands(values: readonly number[], width = 320, height = 240): Picture {
  const codes = values.map((value) => Math.round(255 * codeFromLinear(luminanceFromValue(value) / 100)));
  const data = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
    const x = Math.floor(i / 3) % width;
    return codes[Math.floor((x * values.length) / width)];
  });
  return { width, height, data, profile: SRGB_PROFILE };
}
const canvas = { widthMm: 400, heightMm: 300 };

describe('key', () => {
  test('refuses knots that fall, naming them', () => {
    expect(() =>
      makeKey([
        { reference: 2, paint: 5 },
        { reference: 4, paint: 3 },
      ]),
    ).toThrow(/value 4 .* 3 .* 5/);
  });

  test('the range key puts the reference’s ends on the paint’s ends', () => {
    const key = makeKey(rangeKey(0.4, 9.9));
    expect(key(0.4)).toBeCloseTo(1.6);
    expect(key(9.9)).toBeCloseTo(9.3);
    expect(makeKey(ABSOLUTE)(4.2)).toBeCloseTo(4.2);
  });
});

describe('planned picture', () => {
  test('keeps values under the absolute key and maps them under the range key', () => {
    const value = (key: 'absolute' | 'range', x: number) => {
      const plan = plannedPicture(bands([1, 5, 9.5]), { crop: [0, 0, 320, 240], canvas, key });
      const { data, width, height } = valuePlane(plan);
      return data[Math.floor(height / 2) * width + Math.floor(x * width)];
    };
    expect(value('absolute', 0.5)).toBeCloseTo(5, 1);
    expect(value('range', 0.1)).toBeCloseTo(1.6, 1);
    expect(value('range', 0.9)).toBeCloseTo(9.3, 1);
  });

  test('the middle crop has the canvas’s proportions and lies inside', () => {
    const [x, y, w, h] = middleCrop({ width: 4000, height: 2000 }, canvas);
    expect(w / h).toBeCloseTo(4 / 3);
    expect(y).toBe(0);
    expect(x + w).toBeLessThanOrEqual(4000);
  });
});

describe('masses', () => {
  const plan = plannedPicture(bands([2, 5, 8]), { crop: [0, 0, 320, 240], canvas, key: 'absolute' });
  const tree = massTree(plan);

  test('three bands are three masses, each of one value', () => {
    const { massOf, ids, width } = resizeMasses(cutTree(tree, 3), plan);
    expect(ids).toHaveLength(3);
    const { data } = valuePlane(plan);
    const centres = ids.map((_, k) => median(Array.from(data).filter((_v, i) => massOf[i] === k && i % 7 === 0)));
    expect(centres.map((v) => Math.round(v)).sort()).toEqual([2, 5, 8]);
    expect(width).toBe(plan.width);
  });

  test('a finer cut keeps whole masses or splits them', () => {
    const [coarse, fine] = [cutTree(tree, 3), cutTree(tree, 12)];
    const home = new Map<number, Map<number, number>>();
    fine.massOf.forEach((mass, i) => {
      const outer = coarse.massOf[i];
      const counts = home.get(mass) ?? new Map<number, number>();
      home.set(mass, counts.set(outer, (counts.get(outer) ?? 0) + 1));
    });
    // Where a border follows no edge it is smoothed, so a few pixels beside it may change hands.
    for (const counts of home.values()) {
      const all = [...counts.values()];
      expect(Math.max(...all)).toBeGreaterThanOrEqual(0.9 * all.reduce((sum, n) => sum + n, 0));
    }
    expect(fine.ids.length).toBeGreaterThan(coarse.ids.length);
  });

  test('every pixel belongs to a mass', () => {
    expect(cutTree(tree, 40).massOf.every((k) => k >= 0)).toBe(true);
  });
});
