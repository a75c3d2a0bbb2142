import { describe, expect, test } from 'vitest';
import { makeRaster, type Corners } from '../raster';
import { UNCOVERED, visibleBox, visiblePart, visibleSize, wholeCorners } from './covered';

const CANVAS = { widthMm: 400, heightMm: 300 };
const FRAME = { top: 6, right: 5, bottom: 8, left: 5 };

describe('what a frame or tape leaves of the canvas', () => {
  test('its size and place', () => {
    expect(visibleSize(CANVAS, FRAME)).toEqual({ widthMm: 390, heightMm: 286 });
    expect(visibleBox(CANVAS, FRAME)).toEqual([5, 6, 390, 286]);
  });

  test('seen squarely, the canvas goes on behind it by so many millimetres', () => {
    const seen: Corners = [
      [1000, 1000],
      [1000 + 390 * 5, 1000],
      [1000 + 390 * 5, 1000 + 286 * 5],
      [1000, 1000 + 286 * 5],
    ];
    const whole = wholeCorners(seen, CANVAS, FRAME) as Corners;
    expect(whole[0][0]).toBeCloseTo(975, 6);
    expect(whole[0][1]).toBeCloseTo(970, 6);
    expect(whole[2][0]).toBeCloseTo(1000 + 395 * 5, 6);
    expect(whole[2][1]).toBeCloseTo(1000 + 294 * 5, 6);
  });

  test('seen aslant, it goes on further where it is nearer', () => {
    const seen: Corners = [
      [100, 100],
      [900, 200],
      [900, 700],
      [100, 800],
    ];
    const whole = wholeCorners(seen, CANVAS, { top: 10, right: 10, bottom: 10, left: 10 }) as Corners;
    expect(100 - whole[0][0]).toBeGreaterThan(whole[1][0] - 900);
  });

  test('three corners on one line have no canvas behind them', () => {
    const line = [0, 1, 2, 1].map((k) => [100 + 300 * k, 100]) as unknown as Corners;
    expect(wholeCorners(line, CANVAS, FRAME)).toBeNull();
  });

  test('nothing covered changes nothing', () => {
    const raster = makeRaster(40, 30);
    expect(visiblePart(raster, CANVAS, UNCOVERED)).toBe(raster);
    const corners: Corners = [
      [0, 0],
      [9, 0],
      [9, 7],
      [0, 7],
    ];
    expect(wholeCorners(corners, CANVAS, UNCOVERED)).toBe(corners);
  });

  test('the part of a picture that is seen', () => {
    const raster = makeRaster(400, 300);
    raster.r[6 * 400 + 5] = 1; // the first pixel inside
    raster.b[291 * 400 + 394] = 1; // the last
    const part = visiblePart(raster, CANVAS, FRAME);
    expect([part.width, part.height]).toEqual([390, 286]);
    expect(part.r[0]).toBe(1);
    expect(part.b.at(-1)).toBe(1);
  });
});
