import { describe, expect, test } from 'vitest';
import { byteFromLinear, SRGB_PROFILE } from '../colour';
import { homographyBetween, invert, project, rectangle, type Corners, type Picture, type Point } from '../raster';
import { closeUp } from './index';

const CORNERS: Corners = [
  [210, 160],
  [2260, 90],
  [2330, 1640],
  [140, 1590],
];

const picture = (width: number, height: number, lightAt: (at: Point) => number): Picture => {
  const data = new Uint8Array(3 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const o = 3 * (y * width + x);
      data.fill(byteFromLinear(lightAt([x + 0.5, y + 0.5])), o, o + 3);
    }
  return { width, height, data, profile: SRGB_PROFILE };
};

/** A canvas of 400 shares across with a mean light of 0.3 and stripes 2.2 photo px wide, which 800 px cannot show. */
const stripes = ([u]: Point) => 0.3 + 0.15 * Math.sin(2 * Math.PI * 480 * u);
const out = homographyBetween(rectangle(1, 1), CORNERS) ?? [];
const back = invert(out) ?? [];
/** The photograph of it, a third darker than it is shown, and darker still to the right. */
const falling = ([u]: Point) => 0.7 - 0.2 * u;
const source = picture(2400, 1750, (at) => {
  const on = project(back, at);
  return on[0] < 0 || on[1] < 0 || on[0] > 1 || on[1] > 1 ? 0.02 : stripes(on) * falling(on);
});
const shownWith = (lightAt: (at: Point) => number) => picture(800, 600, ([x, y]) => lightAt([x / 800, y / 600]));

const rowOf = ({ r, width, height }: { r: Float32Array; width: number; height: number }) => {
  const y = Math.floor(height / 2);
  return r.slice(y * width, (y + 1) * width);
};
const swing = (row: Float32Array) => Math.max(...row) - Math.min(...row);
const mean = (row: Float32Array) => row.reduce((sum, v) => sum + v, 0) / row.length;

describe('looking closely', () => {
  test('what is shown too small to see is seen, in the light it is shown in', () => {
    const near = closeUp(source, { corners: CORNERS, box: [0.25, 0.25, 0.125, 0.125], shown: shownWith(() => 0.3) });
    expect([near.width, near.height]).toEqual([300, 225]);
    const row = rowOf(near);
    expect(mean(row)).toBeCloseTo(0.3, 1);
    expect(Math.abs(mean(row) / 0.3 - 1)).toBeLessThan(0.03);
    expect(swing(row)).toBeGreaterThan(0.15);
    // Where the stripes lie, to a hundredth of the canvas: 60 of them in an eighth of its width.
    const crossings = row.filter((v, i) => i > 0 && v >= 0.3 !== (row[i - 1] ?? 0) >= 0.3).length;
    expect(Math.abs(crossings / 2 - 60)).toBeLessThanOrEqual(1);
  });

  test('where something else is shown than the source has, it is shown, only larger', () => {
    const painted = shownWith(([u, v]) => (Math.hypot(u - 0.31, v - 0.31) < 0.02 ? 0.9 : 0.3));
    const near = closeUp(source, { corners: CORNERS, box: [0.25, 0.25, 0.125, 0.125], shown: painted });
    const meanAt = (x: number, y: number) => {
      let sum = 0;
      for (let dy = -10; dy < 10; dy++) for (let dx = -10; dx < 10; dx++) sum += near.r[(y + dy) * near.width + x + dx];
      return sum / 400;
    };
    expect(meanAt(Math.round(0.48 * near.width), Math.round(0.48 * near.height))).toBeCloseTo(0.9, 1);
    expect(meanAt(30, 30)).toBeCloseTo(0.3, 1);
  });

  test('a source no finer than what is shown gives what is shown', () => {
    const coarse = shownWith(() => 0.4);
    const same = closeUp(coarse, { corners: rectangle(800, 600), box: [0, 0, 0.5, 0.5], shown: coarse });
    expect([same.width, same.height]).toEqual([400, 300]);
    expect(same.r[500]).toBeCloseTo(0.4, 2);
  });
});
