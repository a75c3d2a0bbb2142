import { describe, expect, test } from 'vitest';
import { DIALS, readDials, setupOf } from './dials';
import { cameraPage } from './page';

const CANVAS = { widthMm: 400, heightMm: 300 };
const FRAME = { width: 4000, height: 3000, seed: 1 };

describe('the dials of the simulated camera', () => {
  test('each stands at its first position until it is turned', () => {
    const dials = readDials.parse({ lamp: 'both' });
    expect(dials.lamp).toBe('both');
    for (const [name, { positions }] of Object.entries(DIALS))
      if (name !== 'lamp') expect(dials[name as keyof typeof dials]).toBe(Object.keys(positions)[0]);
  });

  test('a position no dial has is refused', () => expect(() => readDials.parse({ glare: 'everywhere' })).toThrow());

  test('every position makes a picture whose canvas lies in the frame', () => {
    for (const [name, { positions }] of Object.entries(DIALS)) {
      for (const position of Object.keys(positions)) {
        const { fill, width, height } = setupOf(readDials.parse({ [name]: position }), CANVAS, FRAME);
        expect(fill).toBeGreaterThan(0.3);
        expect((fill * width * CANVAS.heightMm) / CANVAS.widthMm).toBeLessThan(0.9 * height);
      }
    }
  });

  test('the camera steps back for what stands beside the canvas', () => {
    const fill = (beside: string) => setupOf(readDials.parse({ beside }), CANVAS, FRAME).fill;
    expect(fill('card')).toBeLessThan(fill('nothing'));
    expect(setupOf(readDials.parse({ beside: 'card' }), CANVAS, FRAME).printed).toHaveLength(6);
    expect(setupOf(readDials.parse({ beside: 'paints' }), CANVAS, FRAME).paints).toHaveLength(4);
  });

  test('its page has every dial in words, and every canvas', () => {
    const page = cameraPage([
      { slug: 'one', title: 'A first' },
      { slug: 'two', title: 'A second' },
    ]);
    for (const { label, positions } of Object.values(DIALS))
      for (const words of [label, ...Object.values(positions)]) expect(page).toContain(words);
    expect(page).toContain('A second');
  });
});
