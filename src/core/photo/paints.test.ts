import { describe, expect, test } from 'vitest';
import {
  byteFromLinear,
  codeFromLinear,
  linearFromCode,
  linearFromLab,
  luminanceFromValue,
  SRGB_PROFILE,
  valueOfLightness,
} from '../colour';
import type { Box, Picture } from '../raster';
import { UNTOLD_CAMERA } from './camera';
import { curvesFrom } from './lightUnder';
import { measurePaint, showsPaint, surerPaint } from './paints';
import { parted, readPatch, type GreyPatch } from './patches';
import { STRAIGHT } from './bend';
import { tellCameras, vividByPaints } from './vividByPaints';

const SIDE = 60;
const PAINTS = [
  { L: 44, a: 40, b: 28 },
  { L: 70, a: 10, b: 50 },
  { L: 40, a: 6, b: -34 },
];
const GREYS = [9, 7, 5, 3];

type Rgb = readonly [number, number, number];

/** A lamp and a tone curve, then stronger colours among the codes. */
function asPhoned(rgb: Rgb, strength: number): Rgb {
  const codes = rgb.map((v, c) => codeFromLinear(Math.min(1, v * [0.92, 0.85, 0.75][c]) ** 1.06));
  const luma = 0.299 * codes[0] + 0.587 * codes[1] + 0.114 * codes[2];
  return codes.map((code) => linearFromCode(luma + (1 + strength) * (code - luma))) as unknown as Rgb;
}

const boxOf = (k: number): Box => [k * SIDE + 5, 5, SIDE - 10, SIDE - 10];

/** A row of greys and paints as a phone shows them. */
function photoOf(strength: number, paints = PAINTS): Picture {
  const grey = GREYS.map((value): Rgb => [0, 0, 0].map(() => luminanceFromValue(value) / 100) as unknown as Rgb);
  const shown = [...grey, ...paints.map((lab) => linearFromLab(lab))].map((rgb) => asPhoned(rgb, strength));
  const width = shown.length * SIDE;
  const data = new Uint8Array(3 * width * SIDE);
  for (let i = 0; i < width * SIDE; i++)
    shown[Math.floor((i % width) / SIDE)].forEach((v, c) => (data[3 * i + c] = byteFromLinear(v)));
  return { width, height: SIDE, data, profile: SRGB_PROFILE };
}
const greys: GreyPatch[] = GREYS.map((value, k) => ({ box: boxOf(k), value }));
const knownAs = (paints: typeof PAINTS, abDoubt = 1): GreyPatch[] =>
  paints.map(({ L, a, b }, k) => ({ box: boxOf(GREYS.length + k), value: valueOfLightness(L), ab: [a, b], abDoubt }));

function toldBy(photo: Picture, paints: readonly GreyPatch[]) {
  const seen = [...greys, ...paints].map((patch) => readPatch(photo, patch)).filter((patch) => patch !== null);
  const { tones, colours } = parted(seen);
  return vividByPaints(colours, curvesFrom(tones, STRAIGHT));
}

describe('paints of known colour beside greys', () => {
  test.each([0, 0.08, 0.16])('tell that a camera makes colours stronger by %s', (strength) => {
    const told = toldBy(photoOf(strength), knownAs(PAINTS));
    expect(told?.by).toBeCloseTo(strength, 1);
    expect(Math.abs((told?.by ?? 1) - strength)).toBeLessThan(1.645 * (told?.doubt ?? 0));
    expect(told?.from).toBe('paints');
  });

  test('do not bend the tone curve the greys hold; without greys they are all there is', () => {
    const seen = [...greys, ...knownAs(PAINTS)].flatMap((patch) => readPatch(photoOf(0.16), patch) ?? []);
    expect(parted(seen).tones).toHaveLength(GREYS.length);
    expect(parted(seen).colours).toHaveLength(PAINTS.length);
    expect(parted(seen.slice(2)).tones).toHaveLength(2 + PAINTS.length);
  });

  test('that are not what was said of them, known too roughly, or too weak tell nothing', () => {
    const others = [PAINTS[1], PAINTS[2], PAINTS[0]];
    expect(toldBy(photoOf(0.1, others), knownAs(PAINTS))).toBeNull();
    expect(toldBy(photoOf(0.1), knownAs(PAINTS, 6))).toBeNull();
    const weak = PAINTS.map(({ L }) => ({ L, a: 5, b: 5 }));
    expect(toldBy(photoOf(0.1, weak), knownAs(weak))).toBeNull();
  });

  test('are measured once, through the camera as it was found, and are as unsure as that', () => {
    const strength = 0.12;
    const known = { ...UNTOLD_CAMERA, vivid: { by: strength, doubt: 0.03 } };
    PAINTS.forEach((lab, k) => {
      const paint = measurePaint(photoOf(strength), boxOf(GREYS.length + k), { greys, camera: known });
      expect(Math.hypot((paint?.ab[0] ?? 0) - lab.a, (paint?.ab[1] ?? 0) - lab.b)).toBeLessThan(2);
      expect(paint?.value).toBeCloseTo(valueOfLightness(lab.L), 1);
      expect(paint?.abDoubt).toBeGreaterThan(0.03 * Math.hypot(lab.a, lab.b));
    });
    const asked = { greys, camera: UNTOLD_CAMERA };
    const guessed = measurePaint(photoOf(strength), boxOf(GREYS.length), asked);
    expect(guessed?.abDoubt).toBeGreaterThan(3);
    // Of a camera that was not known then they cannot say later what it does.
    expect(
      toldBy(
        photoOf(strength),
        PAINTS.map((_, k) => paintedAs(k, asked)),
      ),
    ).toBeNull();
    expect(measurePaint(photoOf(strength), boxOf(0), asked)).toBeNull();
    expect(measurePaint(photoOf(strength), [-20, 0, 10, 10], asked)).toBeNull();
  });
});

test('a field that shows another colour than its paint is left alone: the card may be cut off', () => {
  const photo = photoOf(0.16);
  const [red] = PAINTS;
  const paint = { value: valueOfLightness(red.L), ab: [red.a, red.b] as const, doubt: 0.05, abDoubt: 1 };
  const on = (k: number) => showsPaint(photo, boxOf(k), { paint, greys });
  expect([on(GREYS.length), on(GREYS.length + 2), on(1)]).toEqual([true, false, false]);
});

test('paints tell cameras only where they are known better than phones’ habits', () => {
  const known = (abDoubt: number) => PAINTS.map(({ a, b }) => ({ ab: [a, b] as const, abDoubt }));
  expect([tellCameras(known(1)), tellCameras(known(4)), tellCameras([])]).toEqual([true, false, false]);
});

test('a paint measured again stays what was known more surely, unless another paint is there now', () => {
  const read = { value: 4.6, ab: [38, 26] as const, doubt: 0.05, abDoubt: 1 };
  const measured = { ...read, ab: [43, 29] as const, abDoubt: 4.4 };
  expect(surerPaint(read, measured)).toBe(read);
  expect(surerPaint(measured, read)).toBe(read);
  expect(surerPaint(read, { ...measured, ab: [4, -30] as const })).toMatchObject({ ab: [4, -30] });
  expect(surerPaint(null, measured)).toBe(measured);
  expect(surerPaint(read, null)).toBe(read);
});

function paintedAs(k: number, asked: Parameters<typeof measurePaint>[2]): GreyPatch {
  const box = boxOf(GREYS.length + k);
  const paint = measurePaint(photoOf(0.12), box, asked);
  if (!paint) throw new Error('not measured');
  expect(Math.hypot(...paint.ab)).toBeGreaterThan(Math.hypot(PAINTS[k].a, PAINTS[k].b));
  return { box, ...paint };
}
