import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Crop, Reference } from '../../contract';
import { cropFits } from '../../core/plan';
import { alike, asPrint, fitted, resized } from './crop';

const reference = { width: 4000, height: 3000 } as Reference;
const room = { proportion: 4 / 3, reference };
const whole: Crop = { box: [0, 0, 4000, 3000], turn: 0, print: null };

describe('the frame on the reference', () => {
  test('wherever the hand drags it, it keeps to the canvas’s proportions and shows nothing beyond the picture', () => {
    const anywhere = fc.record({
      x: fc.integer({ min: -9000, max: 9000 }),
      y: fc.integer({ min: -9000, max: 9000 }),
      w: fc.integer({ min: 1, max: 9000 }),
      turn: fc.integer({ min: -45, max: 45 }),
      proportion: fc.double({ min: 0.4, max: 2.5, noNaN: true }),
    });
    fc.assert(
      fc.property(anywhere, ({ x, y, w, turn, proportion }) => {
        const crop = fitted({ box: [x, y, w, w / proportion], turn, print: null }, { proportion, reference });
        expect(cropFits(crop, reference)).toBe(true);
        expect(crop.box[2] / crop.box[3]).toBeCloseTo(proportion, 6);
        expect(crop.turn).toBe(turn);
      }),
    );
  });

  test('what fits stays where it was put', () => {
    const crop: Crop = { box: [500, 400, 2000, 1500], turn: 3, print: null };
    expect(fitted(crop, room)).toEqual(crop);
  });

  test('made smaller it shrinks about its middle; made too large it takes the whole', () => {
    expect(resized(whole, 2000, room).box).toEqual([1000, 750, 2000, 1500]);
    expect(resized(whole, 99_999, room)).toEqual(whole);
  });

  test('it never becomes too small to take hold of', () => {
    expect(resized(whole, 1, room).box[2]).toBeCloseTo(0.08 * 4000, 6);
  });
});

describe('a photographed print', () => {
  test('begins with its corners a tenth inside, and is the picture itself again when it is none', () => {
    const print = asPrint(whole, room);
    expect(print.print).toEqual([
      [400, 300],
      [3600, 300],
      [3600, 2700],
      [400, 2700],
    ]);
    expect(cropFits(print, reference)).toBe(true);
    expect(asPrint(print, room)).toEqual(whole);
  });

  test('crops differ from half a pixel on, by their turn and by their print', () => {
    expect(alike(whole, { ...whole, box: [0.4, 0, 4000, 3000] })).toBe(true);
    expect(alike(whole, { ...whole, box: [0.6, 0, 4000, 3000] })).toBe(false);
    expect(alike(whole, { ...whole, turn: 0.1 })).toBe(false);
    expect(alike(whole, asPrint(whole, room))).toBe(false);
  });
});
