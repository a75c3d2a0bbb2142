import { describe, expect, test } from 'vitest';
import { chroma, codeFromLinear, labFromLinear, linearFromCode, linearFromLab } from '../colour';
import { channelsOf, makeRaster, type Raster } from '../raster';
import { vividOf, withoutVivid } from './vivid';

type Paint = (x: number, y: number) => { L: number; a: number; b: number };

/** A sheet of patches, each a colour. */
function sheet(paint: Paint): Raster {
  const raster = makeRaster(96, 72);
  for (let y = 0; y < 72; y++)
    for (let x = 0; x < 96; x++) {
      const rgb = linearFromLab(paint(Math.floor(x / 8) / 12, Math.floor(y / 8) / 9));
      channelsOf(raster).forEach((channel, c) => (channel[y * 96 + x] = rgb[c]));
    }
  return raster;
}
/** Ochres, blues and greys, none of them near the end of what light can show. */
const planned: Paint = (x, y) => ({ L: 42 + 36 * x, a: 14 * Math.cos(9 * x + 5 * y), b: 20 * Math.sin(7 * y + 3 * x) });
const plan = sheet(planned);
const stronger =
  (by: number): Paint =>
  (x, y) => {
    const { L, a, b } = planned(x, y);
    return { L, a: (1 + by) * a, b: (1 + by) * b };
  };

describe('how much stronger a camera made all colours', () => {
  test.each([0.08, 0.15, 0.2])('%s is found', (by) => {
    expect(vividOf(sheet(stronger(by)), plan).by).toBeCloseTo(by, 2);
  });

  test('a third of the picture painted in other colours does not change it', () => {
    const partly: Paint = (x, y) => (x < 0.33 ? { L: 50, a: 30, b: -20 } : stronger(0.15)(x, y));
    expect(vividOf(sheet(partly), plan).by).toBeCloseTo(0.15, 1);
  });

  test('a painter’s timid colour is left for the painter to hear of', () => {
    expect(vividOf(sheet(stronger(-1 / 3)), plan).by).toBe(0);
  });

  test('a picture in greys tells nothing, and the doubt says so', () => {
    const grey = sheet((x, y) => ({ L: 30 + 40 * y, a: 1, b: 2 * x }));
    expect(vividOf(grey, grey)).toEqual({ by: 0, doubt: 0.08 });
  });
});

test('what a camera did to its codes is taken out: colours are as strong as they were, and as light', () => {
  const by = 0.15;
  const codes = channelsOf(plan).map((channel) => channel.map(codeFromLinear));
  const luma = codes[0].map((r, i) => 0.299 * r + 0.587 * codes[1][i] + 0.114 * codes[2][i]);
  const [r, g, b] = codes.map((channel) =>
    channel.map((code, i) => linearFromCode(luma[i] + (1 + by) * (code - luma[i]))),
  );
  const taken = withoutVivid({ ...plan, r, g, b }, by);
  for (let i = 0; i < plan.r.length; i += 37) {
    const [is, was] = [taken, plan].map((of) => labFromLinear(of.r[i], of.g[i], of.b[i]));
    expect(Math.abs(chroma(is) - chroma(was))).toBeLessThan(0.02 * chroma(was) + 0.2);
    expect(Math.abs(is.L - was.L)).toBeLessThan(0.3);
  }
});
