import { join } from 'node:path';
import sharp from 'sharp';
import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { labOf, lightOfValue, luminance, quickValue, rgbOfLab, type Rgb } from '../../src/demo/studio/colour';
import { bytesOf } from '../../src/demo/studio/files';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import { measure, paintMotif, scenes, shoot, type Motif } from './easel';
import { inFrame } from './findings';

/** What a plan has and a painting of it has not. */
export const OMISSIONS = ['element', 'line'] as const;
export type Omission = (typeof OMISSIONS)[number];

/** A thing that is added to a reference: how much of it covers a place (mm), and its light there. */
interface Thing {
  readonly box: readonly [number, number, number, number];
  readonly cover: (x: number, y: number) => number;
  readonly light: (x: number, y: number) => Rgb;
}

const LEAST_SHARE = 0.011; // of the canvas
const LEAST_LENGTH = 0.055; // of its longest side
const RIM_MM = 8;

const lightnessOf = (value: number) => 116 * Math.cbrt(lightOfValue(value)) - 16;

/** A colour that stands out from what lies there by so many steps, or by its hue. */
function standingOut({ picture }: Motif['subject'], perMm: number, at: readonly number[], seed: number) {
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

/** A rounded thing with a light and a shadow side, from 1.1 % of the canvas on. */
function element(motif: Motif, seed: number): Thing {
  const random = chance(seed * 53 + 11);
  const { widthMm, heightMm } = motif;
  const share = LEAST_SHARE * (1 + 1.5 * random());
  const long = 1 + random();
  const r = Math.sqrt((share * widthMm * heightMm) / Math.PI / long);
  const [rx, ry] = random() < 0.5 ? [r * long, r] : [r, r * long];
  const [cx, cy] = [
    rx + RIM_MM + random() * (widthMm - 2 * (rx + RIM_MM)),
    ry + RIM_MM + random() * (heightMm - 2 * (ry + RIM_MM)),
  ];
  const own = standingOut(motif.subject, motif.subject.picture.width / widthMm, [cx, cy], seed);
  const power = 2 + 2 * random(); // from an ellipse to a box with round corners
  return {
    box: [cx - rx, cy - ry, 2 * rx, 2 * ry],
    cover: (x, y) => {
      const away = (Math.abs((x - cx) / rx) ** power + Math.abs((y - cy) / ry) ** power) ** (1 / power);
      return Math.min(1, Math.max(0, 0.5 - ((away - 1) * Math.min(rx, ry)) / 0.8));
    },
    light: (x) => rgbOfLab([lightnessOf(own.value + 0.25 * ((cx - x) / rx)), own.a, own.b]),
  };
}

/** A thin curved shape, 1.2 to 4 mm wide, from 5.5 % of the longest side on. */
function line(motif: Motif, seed: number): Thing {
  const random = chance(seed * 59 + 17);
  const { widthMm, heightMm } = motif;
  const length = LEAST_LENGTH * (1 + 2 * random()) * Math.max(widthMm, heightMm);
  const width = 1.2 + 2.8 * random();
  const turn = random() * Math.PI;
  const bow = (random() - 0.5) * 0.4 * length;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const reach = 0.5 * length + RIM_MM;
  const [cx, cy] = [reach + random() * (widthMm - 2 * reach), reach + random() * (heightMm - 2 * reach)];
  const own = standingOut(motif.subject, motif.subject.picture.width / widthMm, [cx, cy], seed);
  const half = 0.5 * length + width;
  return {
    box: [cx - half, cy - half, 2 * half, 2 * half],
    cover: (x, y) => {
      const along = (x - cx) * c + (y - cy) * s;
      const across = (y - cy) * c - (x - cx) * s - bow * (0.5 - (2 * along) ** 2 / length ** 2);
      const away = Math.max(Math.abs(across) - width / 2, Math.abs(along) - length / 2);
      return Math.min(1, Math.max(0, 0.5 - away / 0.4));
    },
    light: () => rgbOfLab([lightnessOf(own.value), own.a, own.b]),
  };
}

function withThing(sheet: Sheet, { cover, light }: Thing, perMm: number): Sheet {
  const data = sheet.data.slice();
  for (let y = 0, i = 0; y < sheet.height; y++)
    for (let x = 0; x < sheet.width; x++, i++) {
      const share = cover(x / perMm, y / perMm);
      if (share > 0) light(x / perMm, y / perMm).forEach((v, c) => (data[3 * i + c] += share * (v - data[3 * i + c])));
    }
  return { ...sheet, data };
}

/** A thing that a motif has not. */
const thingOf = (motif: Motif, omission: Omission, seed: number): Thing =>
  (omission === 'element' ? element : line)(motif, seed);

/** The motif's reference with things added, as a file. */
async function referenceWith({ subject: { picture }, widthMm }: Motif, things: readonly Thing[], name: string) {
  const path = join(scenes, `missing-${process.pid}-${name}.png`);
  const sheet = things.reduce((one, thing) => withThing(one, thing, picture.width / widthMm), picture);
  const raw = { width: sheet.width, height: sheet.height, channels: 3 } as const;
  await sharp(bytesOf(sheet), { raw }).png({ compressionLevel: 2 }).toFile(path);
  return path;
}

/** What was said of a painting that lacks things, or nothing. */
export interface MissingCase {
  readonly omissions: readonly Omission[];
  /** those of them that were told */
  readonly found: readonly Omission[];
  /** further things that are said to be missing */
  readonly unbacked: readonly string[];
}

type Box = readonly number[];
const meet = ([x, y, w, h]: Box, [u, v, p, q]: Box) => x < u + p && x + w > u && y < v + q && y + h > v;

/** Paints a motif by hand without things that its reference shows, or whole, and reads it. */
export async function missingCase(
  motif: Motif,
  omissions: readonly Omission[],
  { setup, seed }: { setup: Setup; seed: number },
): Promise<MissingCase> {
  const things = omissions.map((omission) => ({ omission, ...thingOf(motif, omission, seed) }));
  const own = things.length > 0 ? { ...motif, reference: await referenceWith(motif, things, `${seed}`) } : motif;
  const shot = await shoot(paintMotif(own, {}, seed), own, setup);
  const { findings } = await measure(own, shot.path, { corners: shot.corners, greys: inFrame(shot) });
  const missing = findings.filter(({ kind }) => kind === 'missing');
  return {
    omissions,
    found: things.flatMap(({ omission, box }) =>
      missing.some(({ region }) => meet(region.box, box)) ? [omission] : [],
    ),
    unbacked: missing
      .filter(({ region }) => !things.some(({ box }) => meet(region.box, box)))
      .map(({ words }) => words),
  };
}
