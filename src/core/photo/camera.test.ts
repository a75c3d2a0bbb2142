import { describe, expect, test } from 'vitest';
import { codeFromLinear, linearFromCode, valueFast, LUMINANCE } from '../colour';
import { channelsOf, homographyBetween, median, rectangle, type Raster } from '../raster';
import { lightOf } from './light';
import { PATCHWORK, patchwork, pictureOf, type LightAt } from './patchwork.testing';

const planned = patchwork(19);
const PLAN = pictureOf(planned);

/** Camera curves, from code to code, written down apart from what undoes them. */
const CURVES: Record<string, (c: number) => number> = {
  straight: (c) => c,
  'a smooth S': (c) => 0.6 * c + 0.4 * c * c * (3 - 2 * c),
  'darks lifted, lights pressed together': (c) => 0.6 * c + 0.4 * (1 - (1 - c) ** 1.8),
  'an S below the middle': (c) => {
    const s = (v: number) => 1 / (1 + Math.exp(-5 * (v - 0.42)));
    return 0.6 * c + (0.4 * (s(c) - s(0))) / (s(1) - s(0));
  },
  'a film’s toe and shoulder': (c) => 0.6 * c + 0.4 * codeFromLinear(film(linearFromCode(c)) / film(1)),
};
const film = (x: number) => (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14);
const taken =
  (curve: (c: number) => number, at: LightAt, over: (x: number, y: number) => number = () => 0): LightAt =>
  (x, y) =>
    at(x, y).map((light) =>
      linearFromCode(curve(codeFromLinear(Math.min(1, 0.8 * light + over(x, y))))),
    ) as unknown as [number, number, number];

function read(photo: Raster, known: Partial<Parameters<typeof lightOf>[1]> = {}) {
  const square = rectangle(1, 1);
  const same = homographyBetween(square, square);
  if (!same) throw new Error('no homography');
  const { relight, light } = lightOf(photo, { patches: [], toPhoto: same, fromPhoto: same, plan: PLAN, ...known });
  const lit = relight(photo);
  const valueOf = (raster: Raster, i: number) =>
    valueFast(LUMINANCE.reduce((sum, share, c) => sum + share * channelsOf(raster)[c][i], 0));
  const off = Array.from({ length: 80 }, (_, k) => {
    const [x, y] = [((k % 10) + 0.5) / 10, (Math.floor(k / 10) + 0.5) / 8];
    const i = Math.floor(y * PATCHWORK.height) * PATCHWORK.width + Math.floor(x * PATCHWORK.width);
    return Math.abs(valueOf(lit, i) - valueOf(PLAN, i));
  });
  return { light, off: median(off), worst: Math.max(...off) };
}

describe('a camera that bends tones, with nothing grey beside the canvas', () => {
  test.each(Object.entries(CURVES))('%s: values come out as they were', (_, curve) => {
    const { off, worst } = read(pictureOf(taken(curve, planned)));
    expect(off).toBeLessThan(0.06);
    expect(worst).toBeLessThan(0.3);
  });

  test('nothing is said of a curve where there is none', () => {
    const { light } = read(pictureOf(taken(CURVES.straight, planned)));
    expect(light.camera).toMatchObject({ bend: 0, shoulder: 0 });
  });

  test('under a sheen over half of it the curve is found all the same', () => {
    const shine = (x: number, y: number) => 0.03 * Math.exp(-(((x - 0.7) / 0.45) ** 2) - ((y - 0.5) / 0.5) ** 2);
    const { light, off } = read(pictureOf(taken(CURVES['a smooth S'], planned, shine)));
    expect(light.camera.bend).toBeGreaterThanOrEqual(0.2);
    expect(light.sheen.most).toBeGreaterThan(0.01);
    expect(off).toBeLessThan(0.1);
  });

  test('a painting whose lights were made a step too dark is not straightened into its plan', () => {
    const dulled: LightAt = (x, y) => {
      const [r, g, b] = planned(x, y);
      const by = g > 0.2 && x < 0.5 ? 0.72 : 1;
      return [r * by, g * by, b * by];
    };
    const { light, worst } = read(pictureOf(taken(CURVES.straight, dulled)));
    expect(light.camera.shoulder).toBeLessThan(0.2);
    expect(worst).toBeGreaterThan(0.4);
  });
});

describe('what was not painted on since a photograph in which it was known how strong colours are', () => {
  /** Colours stronger by a share, their luma as it was. */
  const stronger =
    (at: LightAt, by: number): LightAt =>
    (x, y) => {
      const codes = at(x, y).map(codeFromLinear);
      const luma = 0.299 * codes[0] + 0.587 * codes[1] + 0.114 * codes[2];
      const [r = 0, g = 0, b = 0] = codes.map((code) => linearFromCode(luma + (1 + by) * (code - luma)));
      return [r, g, b];
    };
  const [OWN, PHONE] = [0.1, 0.12];
  const painted = stronger(planned, OWN);
  const colourWitness = { flat: pictureOf(painted), doubt: 0.045 };
  /** The phone's picture, the left of it painted anew in greys. */
  const photoOf = (anew: number) =>
    pictureOf(stronger((x, y) => (x < anew ? [0.2, 0.2, 0.2 + 0.1 * y] : painted(x, y)), PHONE));

  test('tells the phone’s share from the painter’s', () => {
    const { vivid } = read(photoOf(0.3), { colourWitness }).light.camera;
    expect(vivid).toMatchObject({ from: 'earlier' });
    expect(vivid.by).toBeCloseTo(PHONE, 1);
    expect(Math.abs(read(photoOf(0.3)).light.camera.vivid.by - (OWN + PHONE))).toBeLessThan(0.05);
  });

  test('tells nothing where too little of it is left', () => {
    expect(read(photoOf(0.9), { colourWitness }).light.camera.vivid.from).toBeUndefined();
  });

  test('passes its own doubt on', () => {
    const by = (doubt: number) => read(photoOf(0.3), { colourWitness: { ...colourWitness, doubt } }).light.camera.vivid;
    expect(by(0.03).doubt).toBeGreaterThan(0.03);
    expect(by(0.08).from).toBeUndefined();
  });
});
