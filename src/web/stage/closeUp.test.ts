import { expect, test } from 'vitest';
import { boxInSight } from './closeUp';
import { WHOLE } from './view';

const look = { size: { width: 448, height: 336 }, shownPx: 1600, ratio: 1 };

test('nothing is looked at closely while all shown pixels suffice', () => {
  expect(boxInSight(WHOLE, look)).toBeNull();
  expect(boxInSight({ ...WHOLE, zoom: 3 }, look)).toBeNull();
});

test('what is in sight lies inside the box, which begins and ends on cells so that it comes again', () => {
  const box = boxInSight({ ...WHOLE, zoom: 5, cx: 0.41, cy: 0.61 }, look);
  const [x, y, w, h] = box ?? [1, 1, 0, 0];
  expect(x).toBeLessThanOrEqual(0.31);
  expect(x + w).toBeGreaterThanOrEqual(0.51);
  expect(y).toBeLessThanOrEqual(0.51);
  expect(y + h).toBeGreaterThanOrEqual(0.71);
  expect(boxInSight({ ...WHOLE, zoom: 5, cx: 0.411, cy: 0.61 }, look)).toEqual(box);
});

test('mirrored and upside down it is the same place of the picture', () => {
  const plain = boxInSight({ ...WHOLE, zoom: 6, cx: 0.26, cy: 0.51 }, look);
  expect(boxInSight({ ...WHOLE, zoom: 6, cx: 0.74, cy: 0.51, mirror: true }, look)).toEqual(plain);
});
