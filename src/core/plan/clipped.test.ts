import { expect, test } from 'vitest';
import { makeRaster } from '../raster';
import { clippedIn } from './clipped';

test('crushed darks and blown lights have lost their colour; a strong colour with one full channel has not', () => {
  const light = makeRaster(4, 1);
  const colours = [
    [0.002, 0.001, 0.001],
    [0.99, 0.97, 0.9],
    [0.99, 0.4, 0.02],
    [0.3, 0.3, 0.3],
  ] as const;
  colours.forEach(([r, g, b], i) => {
    light.r[i] = r;
    light.g[i] = g;
    light.b[i] = b;
  });
  expect([...clippedIn(light)]).toEqual([1, 2, 0, 0]);
});
