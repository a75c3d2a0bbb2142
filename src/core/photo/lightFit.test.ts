import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { luminanceFromValue, valueFromLuminance } from '../colour';
import { makeRaster, rectangle, homographyBetween, type Raster } from '../raster';
import { boardField } from './board';
import { lightOf } from './light';
import type { SeenPatch } from './patches';
import { fieldAt, withoutMarked } from './lightCells';
import { fitToPlan, isPlain } from './planFit';
import { curvePlane, toneCurveThrough } from './toneCurve';

const [W, H] = [160, 120];

/** A planned picture of many passages, between values 2 and 8, a little coloured. */
function plan(seed = 0): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [Math.floor((i % W) / 16), Math.floor(i / W / 15)];
    const light = luminanceFromValue(2 + ((x * 7 + y * 11 + seed * 3) % 13) / 2.2) / 100;
    raster.r[i] = light * (1 + 0.1 * Math.sin(x + seed));
    raster.g[i] = light;
    raster.b[i] = light * (1 - 0.1 * Math.cos(y));
  }
  return raster;
}

/** The plan as a photo shows it: gains per channel and a light that falls off by so many stops from left to right. */
function photographed(of: Raster, gains: readonly number[], fallOff: number): Raster {
  const out = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const fall = 2 ** (-fallOff * ((i % W) / W - 0.5));
    out.r[i] = of.r[i] * gains[0] * fall;
    out.g[i] = of.g[i] * gains[1] * fall;
    out.b[i] = of.b[i] * gains[2] * fall;
  }
  return out;
}

const FREE = { anchors: [], knownTo: 10.5 };

describe('the light in which a painting agrees with its plan', () => {
  const photos = fc.record({
    red: fc.double({ min: -0.7, max: 0.7, noNaN: true }),
    blue: fc.double({ min: -0.7, max: 0.7, noNaN: true }),
    fall: fc.double({ min: -1.2, max: 1.2, noNaN: true }),
  });

  test('gain and fall-off come back, whatever they were', () => {
    fc.assert(
      fc.property(photos, ({ red, blue, fall }) => {
        fc.pre(Math.abs(red) + Math.abs(blue) + Math.abs(fall) > 0.5);
        const seen = photographed(plan(), [2 ** red, 1.1, 2 ** blue], fall);
        const { gainStops, field, agreement } = fitToPlan(seen, plan(), FREE);
        const across = fieldAt(field, 1, 0.5) - fieldAt(field, 0, 0.5);
        return (
          agreement > 0.8 &&
          Math.abs(gainStops[0] + red) < 0.12 &&
          Math.abs(gainStops[2] + blue) < 0.12 &&
          Math.abs(across - fall) < 0.2
        );
      }),
      { numRuns: 25 },
    );
  });

  test('a third of the picture painted otherwise is an outlier, not a lamp', () => {
    const seen = photographed(plan(), [1.3, 1.3, 1.3], 0.8);
    for (let i = 0; i < W * H; i++) if (i % W > 100) for (const plane of [seen.r, seen.g, seen.b]) plane[i] *= 0.55;
    const { gainStops, field } = fitToPlan(seen, plan(), FREE);
    expect(gainStops[1]).toBeCloseTo(-Math.log2(1.3), 0);
    expect(fieldAt(field, 0.5, 0.5) - fieldAt(field, 0, 0.5)).toBeCloseTo(0.4, 0);
  });

  test('what agrees already is left alone, and what agrees nowhere says nothing', () => {
    const same = fitToPlan(plan(), plan(), FREE);
    expect(isPlain(same)).toBe(true);
    expect(same.agreement).toBeGreaterThan(0.95);
    const other = makeRaster(W, H);
    for (let i = 0; i < W * H; i++) {
      const light = luminanceFromValue(1 + ((i * 7919) % 83) / 10) / 100;
      other.r[i] = light * (i % 5 ? 1 : 3);
      other.g[i] = light;
      other.b[i] = light * (i % 7 ? 1 : 4);
    }
    expect(isPlain(fitToPlan(other, plan(4), FREE))).toBe(true);
  });

  test('with a card the gain is the card’s, and the field is nothing where it stands', () => {
    const seen = photographed(plan(), [1, 1, 1], 0.9);
    const { field, gainStops } = fitToPlan(seen, plan(), { anchors: [[1.1, 0.5]], knownTo: 10.5 });
    expect(fieldAt(field, 1.1, 0.5) + gainStops[0]).toBeCloseTo(0, 6);
    expect(fieldAt(field, 1, 0.5) - fieldAt(field, 0, 0.5)).toBeCloseTo(0.9, 0);
  });
});

describe('light from patches', () => {
  const square = rectangle(1, 1);
  const same = homographyBetween(square, square);
  if (!same) throw new Error('no map');
  const patch = (value: number, seen: number, clipped = false): SeenPatch => {
    const known = luminanceFromValue(value) / 100;
    return { centre: [1.1, 0.5], seen: [seen, seen, seen], known: [known, known, known], doubt: 0, clipped };
  };
  const light = (patches: SeenPatch[], seen = plan()) =>
    lightOf(seen, { patches, toPhoto: same, fromPhoto: same, plan: null });

  test('is named after what it was worked out from', () => {
    const known = (value: number) => patch(value, luminanceFromValue(value) / 100);
    expect(light([]).light.method).toBe('untouched');
    expect(light([known(5)]).light.method).toBe('grey');
    expect(light([known(9), known(5), known(2)]).light.method).toBe('card');
    expect(light([known(5), patch(9.3, 1, true)]).light.method).toBe('grey');
  });

  test('where nothing on the canvas agrees with anything, it says no more than an ordinary room allows', () => {
    const noise = plan(5);
    noise.g.forEach((_, i) => (noise.r[i] = noise.g[i] = noise.b[i] = 0.02 + 0.9 * (((i * 7919) % 101) / 101) ** 3));
    const under = (patches: SeenPatch[], against: Raster) =>
      lightOf(noise, { patches, toPhoto: same, fromPhoto: same, plan: against }).light.uncertainty.value;
    const grey = patch(5, luminanceFromValue(5) / 100);
    expect(under([], plan())).toBeGreaterThan(0.3);
    expect(under([grey], plan())).toBeGreaterThan(0.1);
    expect(under([grey], plan())).toBeLessThan(0.2);
    expect(under([], noise)).toBeLessThan(0.1);
  });

  test('one grey seen at half its light doubles all light', () => {
    const grey = luminanceFromValue(5) / 100;
    const { relight, light: told } = light([patch(5, grey / 2)]);
    const [before, after] = [plan(), relight(plan())];
    expect(after.g[500] / before.g[500]).toBeCloseTo(2, 2);
    expect(told.gainStops[1]).toBeCloseTo(1, 2);
  });

  test('values above the lightest patch are less sure, unless it is near white', () => {
    const known = (value: number) => patch(value, luminanceFromValue(value) / 100);
    expect(light([known(5), known(2)]).light.knownTo).toBeCloseTo(5.7, 6);
    expect(light([known(9.3), known(2)]).light.knownTo).toBeGreaterThan(10);
  });

  test('a curve by table is the curve', () => {
    const curve = toneCurveThrough([patch(2, 0.01), patch(5, 0.15), patch(9, 0.8)], 1);
    const lights = Float32Array.from({ length: 300 }, (_, i) => (i + 1) / 250);
    curvePlane(lights, curve).forEach((v, i) => {
      const exact = valueFromLuminance(100 * curve(lights[i]));
      expect(Math.abs(valueFromLuminance(100 * v) - exact)).toBeLessThan(0.01);
    });
    expect([...curvePlane(Float32Array.from([-0.1, 0]), curve)]).toEqual([0, 0]);
  });
});

test('a card beside the canvas, in more light than its middle, is read as standing where it stands', () => {
  const square = rectangle(1, 1);
  const same = homographyBetween(square, square);
  if (!same) throw new Error('no map');
  const [width, height] = [80, 60];
  // Grey paint of 0.2 all over; the light rises by a stop from left to right, and the card stands a quarter beyond the
  // right side.
  const light = (x: number) => 2 ** (x - 0.5);
  const painted = makeRaster(width, height);
  const board = makeRaster(width, height);
  for (let i = 0; i < width * height; i++) {
    const lamp = light(((i % width) + 0.5) / width);
    for (const c of ['r', 'g', 'b'] as const) [painted[c][i], board[c][i]] = [0.2 * lamp, 0.8 * lamp];
  }
  const card = {
    centre: [1.2, 0.5] as const,
    seen: [0.3 * light(1.2), 0.3 * light(1.2), 0.3 * light(1.2)] as const,
    known: [0.3, 0.3, 0.3] as const,
    doubt: 0,
    clipped: false,
  };
  const { relight } = lightOf(painted, {
    patches: [card],
    toPhoto: same,
    fromPhoto: same,
    plan: null,
    board: boardField(board),
  });
  const flat = relight(painted);
  for (const x of [5, 40, 75]) expect(flat.g[30 * width + x]).toBeCloseTo(0.2, 2);
});

describe('a painting off its plan all over, beside a card', () => {
  const square = rectangle(1, 1);
  const same = homographyBetween(square, square);
  if (!same) throw new Error('no map');
  const grey = luminanceFromValue(5) / 100;
  const card: SeenPatch = {
    centre: [1.2, 0.5],
    seen: [grey, grey, grey],
    known: [grey, grey, grey],
    doubt: 0,
    clipped: false,
  };
  const relit = (painted: Raster) =>
    lightOf(painted, { patches: [card], toPhoto: same, fromPhoto: same, plan: plan() }).relight(painted);
  const times = (raster: Raster, [r, g, b]: readonly number[]): Raster => ({
    ...raster,
    r: raster.r.map((v) => v * r),
    g: raster.g.map((v) => v * g),
    b: raster.b.map((v) => v * b),
  });
  const middle = (raster: Raster) => raster.g[(H / 2) * W + W / 2];

  test('stays so: it is not taken for a lamp that falls off between it and the card', () => {
    for (const film of [
      [0.65, 0.65, 0.65],
      [0.75, 0.65, 0.5],
    ]) {
      const flat = relit(times(plan(), film));
      expect(middle(flat) / middle(plan())).toBeCloseTo(0.65, 1);
    }
  });

  test('a bare surface of one colour is not taken for the picture in a strange light', () => {
    const bare = times(plan(), [0, 0, 0]);
    bare.r.fill(0.46);
    bare.g.fill(0.29);
    bare.b.fill(0.145);
    expect(Math.abs(Math.log2(middle(relit(bare)) / 0.29))).toBeLessThan(0.5);
  });
});

describe('where a plan departs from its reference', () => {
  const marked = Uint8Array.from({ length: W * H }, (_, i) => +(i % W > 0.6 * W));
  /** The plan two thirds of a stop lighter on its right, which the painting does not follow. */
  const departed = (of: Raster): Raster => {
    const lift = (channel: Float32Array) => channel.map((v, i) => (marked[i] ? v * 1.6 : v));
    return { ...of, r: lift(of.r), g: lift(of.g), b: lift(of.b) };
  };
  const away = ({ field }: { field: readonly number[] }) =>
    Math.abs(fieldAt(field, 0.95, 0.5) - fieldAt(field, 0.05, 0.5));

  test('no lamp is invented to make the painting follow it', () => {
    const meant = departed(plan());
    const painted = photographed(plan(), [1, 1, 1], 0);
    expect(away(fitToPlan(painted, withoutMarked(meant, marked), FREE))).toBeLessThan(0.1);
  });

  test('a lamp that does fall off is still found from the rest', () => {
    const painted = photographed(plan(), [1, 1, 1], 0.8);
    const { field } = fitToPlan(painted, withoutMarked(departed(plan()), marked), FREE);
    expect(fieldAt(field, 0.5, 0.5) - fieldAt(field, 0.05, 0.5)).toBeCloseTo(0.36, 1);
  });

  test('with nothing marked, or nearly all of it, the plan is used as it is', () => {
    const whole = plan();
    expect(withoutMarked(whole, new Uint8Array(W * H))).toBe(whole);
    expect(withoutMarked(whole, new Uint8Array(W * H).fill(1))).toBe(whole);
  });
});
