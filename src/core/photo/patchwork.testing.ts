import { chance } from '../chance.testing';
import { makeRaster, type Raster } from '../raster';

export const PATCHWORK = { width: 240, height: 180, across: 10, down: 8 } as const;
/** Light (0..1, red, green, blue) at a place, told as shares of the canvas. */
export type LightAt = (x: number, y: number) => readonly [number, number, number];

/** A picture from its light. */
export function pictureOf(at: LightAt): Raster {
  const { width, height } = PATCHWORK;
  const out = makeRaster(width, height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) [out.r[i], out.g[i], out.b[i]] = at((x + 0.5) / width, (y + 0.5) / height);
  return out;
}

/** Patches of many tones, light and dark side by side and darks everywhere among them. */
export function patchwork(seed: number): LightAt {
  const random = chance(seed);
  const { across, down } = PATCHWORK;
  const tones = Array.from({ length: across * down }, () => {
    const light = 0.02 + 0.55 * random() ** 2;
    return [light, light * (0.65 + 0.35 * random()), light * (0.35 + 0.55 * random())] as const;
  });
  return (x, y) => tones[Math.floor(x * across) + across * Math.floor(y * down)];
}
