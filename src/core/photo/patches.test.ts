import { describe, expect, test } from 'vitest';
import {
  byteFromLinear,
  linearFromLab,
  luminanceFromValue,
  SRGB_PROFILE,
  valueFromLuminance,
  valueOfLightness,
} from '../colour';
import type { Picture } from '../raster';
import { readPatch, steadied, type GreyPatch, type SeenPatch } from './patches';

const even = (rgb: readonly number[]): Picture => {
  const data = Uint8Array.from({ length: 3 * 40 * 40 }, (_, i) => byteFromLinear(rgb[i % 3]));
  return { width: 40, height: 40, data, profile: SRGB_PROFILE };
};

describe('a patch of known colour', () => {
  test('its light is what its CIELAB says, channel by channel', () => {
    const red = { L: 45, a: 50, b: 30 };
    const patch: GreyPatch = { box: [0, 0, 40, 40], value: valueOfLightness(red.L), ab: [red.a, red.b] };
    const seen = readPatch(even([0.2, 0.2, 0.2]), patch);
    linearFromLab(red).forEach((light, c) => expect(seen?.known[c]).toBeCloseTo(Math.max(light, 1e-5), 4));
  });

  test('a grey is the same in every channel', () => {
    const seen = readPatch(even([0.2, 0.2, 0.2]), { box: [0, 0, 40, 40], value: 5 });
    expect(new Set(seen?.known).size).toBe(1);
    expect(seen?.doubt).toBe(0);
  });
});

describe('greys a printer made', () => {
  const VALUES = [9.4, 8, 6.5, 5, 3.5, 2];
  /** Patches whose light is seen through a smooth curve, and whose told values are off by so many steps. */
  const card = (off: readonly number[], doubt = 0.25): SeenPatch[] =>
    VALUES.map((value, k) => {
      const light = luminanceFromValue(value) / 100;
      const told = luminanceFromValue(value + off[k]) / 100;
      const seen = 0.8 * light ** 1.1;
      return { centre: [0, 0], seen: [seen, seen, seen], known: [told, told, told], doubt, clipped: false };
    });
  const values = (patches: readonly SeenPatch[]) => patches.map(({ known }) => valueFromLuminance(100 * known[1]));
  const errorsOf = (patches: readonly SeenPatch[]) => values(patches).map((value, k) => Math.abs(value - VALUES[k]));

  test('one that disagrees with all the others is brought back towards them', () => {
    const off = [0, 0, 0.4, 0, 0, 0];
    const [before, after] = [card(off), steadied(card(off))].map(errorsOf);
    expect(after[2]).toBeLessThan(0.7 * before[2]);
    expect(Math.max(...after)).toBeLessThan(0.3);
  });

  test('those that agree with a smooth curve stay as they are', () => {
    for (const error of errorsOf(steadied(card([0, 0, 0, 0, 0, 0])))) expect(error).toBeLessThan(0.03);
  });

  test('greys without doubt, three alone, and a coloured spot are left as told', () => {
    const sure = card([0, 0, 0.4, 0, 0, 0], 0);
    expect(steadied(sure)).toEqual(sure);
    const three = card([0.3, 0, 0, 0, 0, 0]).slice(0, 3);
    expect(steadied(three)).toEqual(three);
    const spot = { ...card([0, 0, 0, 0, 0, 0])[3], known: [0.3, 0.1, 0.05] as const };
    expect(steadied([...card([0, 0, 0, 0, 0, 0]), spot]).at(-1)).toEqual(spot);
  });
});
