import fc from 'fast-check';
import { expect, test } from 'vitest';
import { focusOn, fromFrame, panBy, settle, toFrame, WHOLE, zoomAt, type View } from './view';

const size = { width: 448, height: 336 };
const share = fc.double({ min: 0, max: 1, noNaN: true });
const views: fc.Arbitrary<View> = fc
  .record({
    zoom: fc.double({ min: 0.3, max: 12, noNaN: true }),
    cx: share,
    cy: share,
    mirror: fc.boolean(),
    turned: fc.boolean(),
  })
  .map(settle);

test('a place goes to the frame and comes back, mirrored or turned over or not', () => {
  fc.assert(
    fc.property(views, share, share, (view, u, v) => {
      const [bu, bv] = fromFrame(view, toFrame(view, [u, v], size), size);
      return Math.abs(bu - u) < 1e-9 && Math.abs(bv - v) < 1e-9;
    }),
  );
});

test('zooming in keeps the place under the pointer', () => {
  const at = [300, 100] as const;
  const before = fromFrame(WHOLE, at, size);
  const after = fromFrame(zoomAt(WHOLE, 2.5, { at, size }), at, size);
  expect(after[0]).toBeCloseTo(before[0], 6);
  expect(after[1]).toBeCloseTo(before[1], 6);
});

test('the picture never leaves the frame', () => {
  fc.assert(
    fc.property(views, fc.integer({ min: -2000, max: 2000 }), fc.integer({ min: -2000, max: 2000 }), (view, dx, dy) => {
      const moved = panBy({ ...view, mirror: false, turned: false }, [dx, dy], size);
      const [left, top] = toFrame(moved, [0, 0], size);
      const [right, bottom] = toFrame(moved, [1, 1], size);
      if (moved.zoom < 1) return true;
      return left <= 1e-6 && top <= 1e-6 && right >= size.width - 1e-6 && bottom >= size.height - 1e-6;
    }),
  );
});

test('focus shows the whole place with air around it', () => {
  const view = focusOn([0.4, 0.2, 0.1, 0.3]);
  const [x, y] = toFrame(view, [0.45, 0.35], size);
  expect(Math.abs(x - size.width / 2)).toBeLessThan(120);
  expect(y).toBeGreaterThan(0);
  expect(view.zoom).toBeGreaterThan(1.5);
});
