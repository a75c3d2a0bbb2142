import { chance, smoothNoise } from '../../src/demo/studio/chance';
import { lightOfValue, rgbOfLab, shiftValue, type Rgb } from '../../src/demo/studio/colour';
import type { Sheet, Subject } from '../../src/demo/studio/scene';

/** Which part of the value scale a made-up scene lives in. */
export type Register = 'full' | 'light' | 'dark';
const REGISTERS: Record<Register, { low: number; high: number }> = {
  full: { low: 1.2, high: 8.8 },
  light: { low: 4.2, high: 9.2 },
  dark: { low: 1, high: 6 },
};

interface Thing {
  readonly x: number;
  readonly y: number;
  readonly rx: number;
  readonly ry: number;
  readonly square: boolean;
  readonly value: number;
  readonly colour: Rgb;
}

/** A grey light of so much value given a hue and chroma, kept at that value. */
function tinted(value: number, [, a, b]: Rgb): Rgb {
  const light = lightOfValue(value);
  const grey = 116 * Math.cbrt(Math.max(0.009, light)) - 16;
  const rgb = rgbOfLab([grey, a, b]);
  return shiftValue(rgb, 0);
}

function makeThings(random: () => number, { low, high }: { low: number; high: number }): Thing[] {
  return Array.from({ length: 7 }, (_, i) => {
    const hue = random() * 2 * Math.PI;
    const chroma = 6 + 34 * random();
    return {
      x: 0.12 + 0.76 * random(),
      y: 0.3 + 0.45 * random() + 0.02 * i,
      rx: 0.05 + 0.1 * random(),
      ry: 0.07 + 0.16 * random(),
      square: random() < 0.35,
      value: low + (high - low) * random(),
      colour: [0, chroma * Math.cos(hue), chroma * Math.sin(hue)],
    };
  });
}

/**
 * A made-up picture: a back wall, a table, seven things with light from the left, their shadows, and texture
 * everywhere.
 * @returns the picture in linear light with the number of the thing each pixel belongs to
 */
export function composition(
  seed: number,
  { width, height }: { width: number; height: number },
  register: Register,
): Subject {
  const random = chance(seed * 7919 + 3);
  const range = REGISTERS[register];
  const things = makeThings(random, range);
  const [coarse, fine] = [smoothNoise(seed + 1), smoothNoise(seed + 2)];
  const horizon = 0.45 + 0.25 * random();
  const between = (share: number) => range.low + (range.high - range.low) * share;
  const back = { value: between(0.25 + 0.6 * random()), colour: [0, -6 + 12 * random(), -8 + 16 * random()] as Rgb };
  const table = { value: between(0.1 + 0.7 * random()), colour: [0, 10 * random(), 4 + 14 * random()] as Rgb };
  const data = new Float32Array(width * height * 3);
  const objects = new Uint8Array(width * height);
  const aspect = width / height;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const [u, v] = [x / width, y / height];
      const onTable = v > horizon;
      let { value, colour } = onTable ? table : back;
      objects[i] = onTable ? 2 : 1;
      value += (0.5 - u) * (onTable ? 0.9 : 1.2) + (onTable ? (v - horizon) * 0.8 : -v * 0.4);
      for (const { x: tx, y: ty, rx, ry } of things) {
        const sx = (u - tx - rx * 0.9) / (rx * 1.5);
        const sy = (v - ty - ry * 0.85) / (ry * 0.35);
        if (onTable && sx * sx + sy * sy < 1) value -= 1.1 * (1 - sx * sx - sy * sy);
      }
      things.forEach((thing, k) => {
        const [dx, dy] = [(u - thing.x) / thing.rx, ((v - thing.y) / thing.ry) * (aspect > 1 ? 1 : 1 / aspect)];
        const inside = thing.square ? Math.max(Math.abs(dx), Math.abs(dy)) < 0.9 : dx * dx + dy * dy < 1;
        if (!inside) return;
        objects[i] = 10 + k;
        colour = thing.colour;
        value = thing.value - 1.5 * (thing.square ? (dx > 0 ? 0.9 : 0) : Math.max(-0.5, 0.8 * dx + 0.35 * dy));
      });
      value += 0.12 * coarse(u * 14 * aspect, v * 14) + 0.08 * fine(u * 70 * aspect, v * 70);
      data.set(tinted(Math.min(9.4, Math.max(0.8, value)), colour), 3 * i);
    }
  }
  const picture: Sheet = { width, height, data };
  return { picture, objects };
}
