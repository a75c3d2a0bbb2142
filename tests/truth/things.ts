import { join } from 'node:path';
import sharp from 'sharp';
import { chance } from '../../src/demo/studio/chance';
import { labOf, lightOfValue, luminance, quickValue, type Rgb } from '../../src/demo/studio/colour';
import { bytesOf } from '../../src/demo/studio/files';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import { scenes, type Motif } from './easel';

/** A thing that is added to a reference: how much of it covers a place (mm), and its light there. */
export interface Thing {
  readonly box: readonly [number, number, number, number];
  readonly cover: (x: number, y: number) => number;
  readonly light: (x: number, y: number) => Rgb;
}

export const lightnessOf = (value: number) => 116 * Math.cbrt(lightOfValue(value)) - 16;

/** A colour that stands out from what lies there by so many steps, or by its hue. */
export function standingOut({ picture }: Motif['subject'], perMm: number, at: readonly number[], seed: number) {
  const random = chance(seed * 71 + 3);
  const [x, y] = at.map((mm) => Math.round(mm * perMm));
  const rgb = pixel(picture, y * picture.width + x);
  const value = quickValue(luminance(rgb));
  const steps = 1.4 + 1.4 * random();
  const other = value > 5 ? value - steps : value + steps;
  const [, a, b] = labOf(rgb);
  const turn = random() * 2 * Math.PI;
  return { value: other, a: 0.5 * a + 10 * Math.cos(turn), b: 0.5 * b + 10 * Math.sin(turn) };
}

/** A sheet with a thing on it. */
export function withThing(sheet: Sheet, { cover, light }: Thing, perMm: number): Sheet {
  const data = sheet.data.slice();
  for (let y = 0, i = 0; y < sheet.height; y++)
    for (let x = 0; x < sheet.width; x++, i++) {
      const share = cover(x / perMm, y / perMm);
      if (share > 0) light(x / perMm, y / perMm).forEach((v, c) => (data[3 * i + c] += share * (v - data[3 * i + c])));
    }
  return { ...sheet, data };
}

/** The motif's reference with things added, as a file. */
export async function referenceWith({ subject: { picture }, widthMm }: Motif, things: readonly Thing[], name: string) {
  const path = join(scenes, `${name}-${process.pid}.png`);
  const sheet = things.reduce((one, thing) => withThing(one, thing, picture.width / widthMm), picture);
  const raw = { width: sheet.width, height: sheet.height, channels: 3 } as const;
  await sharp(bytesOf(sheet), { raw }).png({ compressionLevel: 2 }).toFile(path);
  return path;
}
