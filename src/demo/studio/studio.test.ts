import { describe, expect, test } from 'vitest';
import { photograph, STUDIO, type Setup } from './camera';
import { chance, smoothNoise } from './chance';
import {
  labOf,
  lightOfValue,
  luminance,
  quickValue,
  rgbOfLab,
  shiftColour,
  shiftValue,
  toLinear,
  valueOfLight,
  type Rgb,
} from './colour';
import { drawOutlines, paint, tonedGround } from './painter';
import { belief, pixel, type Sheet, type Subject } from './scene';
import { TONES } from './tones';

// The simulator is what everything is proved with: here it is held to account itself.
const [W, H] = [240, 180];
const SIZE = { widthMm: 400, heightMm: 300 };

/** A sheet of one value, or of one to the left and another to the right. */
function sheet(left: number, right = left): Sheet {
  const data = new Float32Array(W * H * 3);
  for (let i = 0; i < W * H; i++) data.fill(lightOfValue(i % W < W / 2 ? left : right), 3 * i, 3 * i + 3);
  return { width: W, height: H, data };
}
const subjectOf = (picture: Sheet): Subject => ({
  picture,
  objects: Uint8Array.from({ length: W * H }, (_, i) => (i % W < W / 2 ? 1 : 2)),
});
/** Nothing but a pinhole and a file. */
const PLAIN: Setup = {
  ...STUDIO,
  width: 800,
  height: 600,
  yaw: 0,
  pitch: 0,
  roll: 0,
  fill: 0.6,
  lamp: [1, 1, 1],
  fallOff: 0,
  easel: false,
  card: false,
  blurPx: 0,
  noise: 0,
  tone: 0,
  auto: 0,
  sharpen: 0,
  vignette: 0,
  bend: 0,
};
const lightAt = ({ data, width }: { data: Uint8Array; width: number }, x: number, y: number): Rgb =>
  [0, 1, 2].map((c) => toLinear(data[3 * (Math.floor(y) * width + Math.floor(x)) + c] / 255)) as Rgb;

describe('colour', () => {
  test('value to light and back; one step is one step', () => {
    for (let v = 1; v < 9.5; v += 0.5) expect(valueOfLight(lightOfValue(v))).toBeCloseTo(v, 6);
    expect(quickValue(luminance(shiftValue([0.2, 0.2, 0.2], 1))) - quickValue(0.2)).toBeCloseTo(1, 1);
  });

  test('warmer moves along sixty degrees of a*b* and leaves lightness', () => {
    const [L, a, b] = labOf([0.3, 0.25, 0.2]);
    const [L2, a2, b2] = labOf(shiftColour([0.3, 0.25, 0.2], { warmer: 8 }));
    expect(L2).toBeCloseTo(L, 1);
    expect(a2 - a).toBeCloseTo(4, 1);
    expect(b2 - b).toBeCloseTo(6.93, 1);
    const back = rgbOfLab(labOf([0.3, 0.25, 0.2]));
    back.forEach((v, i) => expect(v).toBeCloseTo([0.3, 0.25, 0.2][i], 4));
  });
});

describe('chance', () => {
  test('the same seed gives the same, another another; it stays between its ends', () => {
    const [one, two, other] = [chance(5), chance(5), chance(6)];
    const list = Array.from({ length: 200 }, one);
    expect(list).toEqual(Array.from({ length: 200 }, two));
    expect(list).not.toEqual(Array.from({ length: 200 }, other));
    expect(list.every((v) => v >= 0 && v < 1)).toBe(true);
    const noise = smoothNoise(3);
    for (let i = 0; i < 300; i++) expect(Math.abs(noise(i * 0.37, i * 0.11))).toBeLessThanOrEqual(1);
  });
});

describe('the painter’s mind', () => {
  test('a mistake sits where it was put, and nowhere else', () => {
    const wrong = belief(subjectOf(sheet(5, 3)), {
      widthMm: 400,
      mistakes: [{ where: { objects: [1], box: [0, 0, 100, 100] }, value: 0.8 }],
    });
    const value = (xMm: number, yMm: number) =>
      quickValue(luminance(pixel(wrong, Math.floor((yMm / 400) * W) * W + Math.floor((xMm / 400) * W))));
    expect(value(50, 50)).toBeCloseTo(5.8, 1);
    expect(value(150, 50)).toBeCloseTo(5, 1);
    expect(value(50, 200)).toBeCloseTo(5, 1);
    expect(value(350, 50)).toBeCloseTo(3, 1);
  });

  test('a passage in the wrong place moves by as much as it was told, fading outwards', () => {
    const moved = belief(subjectOf(sheet(6, 3)), {
      widthMm: 400,
      misplaced: [{ at: [200, 150], by: [10, 0], reach: 40 }],
    });
    const border = (row: number) => {
      let x = 0;
      while (quickValue(luminance(pixel(moved, row * W + x))) > 4.5) x++;
      return (x / W) * 400;
    };
    expect(border(90)).toBeGreaterThan(207);
    expect(border(90)).toBeLessThan(211);
    expect(border(2)).toBeCloseTo(200, -1);
    expect(border(2)).toBeLessThan(202);
  });
});

describe('the painter’s hand', () => {
  const layers = [{ brush: 12, coverage: 6, body: 0.9, wander: { value: 0.05, colour: 0.5 } }];
  const subject = subjectOf(sheet(6, 3));
  const ground = tonedGround({ width: W, height: H }, [0.4, 0.27, 0.16], 1);

  test('covers the ground with what it means to paint', () => {
    const done = paint(ground, subject.picture, { subject, layers, widthMm: 400, seed: 2 });
    const mean = (from: number, to: number) => {
      let [sum, n] = [0, 0];
      for (let y = 20; y < H - 20; y++)
        for (let x = from; x < to; x++, n++) sum += quickValue(luminance(pixel(done, y * W + x)));
      return sum / n;
    };
    expect(mean(20, 110)).toBeCloseTo(6, 0);
    expect(mean(130, 220)).toBeCloseTo(3, 0);
    expect(done.data).not.toBe(ground.data);
  });

  test('leaves strokes: neighbouring paint is not all of one value', () => {
    const done = paint(ground, subject.picture, { subject, layers, widthMm: 400, seed: 2 });
    const values = new Set(
      Array.from({ length: 400 }, (_, i) =>
        Math.round(200 * quickValue(luminance(pixel(done, (60 + (i % 20)) * W + 30 + Math.floor(i / 20))))),
      ),
    );
    expect(values.size).toBeGreaterThan(20);
  });

  test('a layer for one object leaves the others bare', () => {
    const one = paint(ground, subject.picture, {
      subject,
      layers: [{ ...layers[0], objects: [2] }],
      widthMm: 400,
      seed: 2,
    });
    let changed = 0;
    for (let y = 0; y < H; y++)
      for (let x = 0; x < 80; x++) if (one.data[3 * (y * W + x)] !== ground.data[3 * (y * W + x)]) changed++;
    expect(changed / (80 * H)).toBeLessThan(0.02);
  });

  test('outlines are drawn where objects meet', () => {
    const drawn: Sheet = { ...ground, data: ground.data.slice() };
    drawOutlines(drawn, subject.objects, { widthMm: 400, colour: [0.05, 0.04, 0.03], seed: 4 });
    const darker = (x: number) => {
      let n = 0;
      for (let y = 0; y < H; y++) if (drawn.data[3 * (y * W + x)] < 0.8 * ground.data[3 * (y * W + x)]) n++;
      return n / H;
    };
    expect(Math.max(darker(W / 2 - 1), darker(W / 2))).toBeGreaterThan(0.3);
    expect(darker(40)).toBe(0);
  });
});

describe('the camera', () => {
  test('seen square, the corners are where arithmetic puts them and the paint comes out at its own light', () => {
    const shot = photograph(sheet(5, 7), SIZE, PLAIN);
    shot.corners.flat().forEach((v, i) => expect(v).toBeCloseTo([160, 120, 640, 120, 640, 480, 160, 480][i], 6));
    expect(lightAt(shot, 250, 300)[0]).toBeCloseTo(lightOfValue(5), 2);
    expect(lightAt(shot, 550, 300)[1]).toBeCloseTo(lightOfValue(7), 2);
    expect(lightAt(shot, 100, 300)[0]).toBeLessThan(0.2);
  });

  test('turned, its corners still bound the painting', () => {
    const setup = { ...PLAIN, yaw: 9, pitch: -6, roll: 3, bend: -0.012, wall: [0.02, 0.02, 0.02] as Rgb };
    const shot = photograph(sheet(8), SIZE, setup);
    const middle = [400, 300];
    for (const [x, y] of shot.corners) {
      const towards = (share: number): [number, number] => [x + share * (middle[0] - x), y + share * (middle[1] - y)];
      expect(lightAt(shot, ...towards(0.02))[1]).toBeGreaterThan(0.4);
      expect(lightAt(shot, ...towards(-0.02))[1]).toBeLessThan(0.1);
    }
    const [tl, tr, br, bl] = shot.corners;
    const length = (a: number[], b: number[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
    expect(Math.abs(length(tl, bl) - length(tr, br))).toBeGreaterThan(5);
  });

  test('the lamp tints, and falls off by the stops it was told to', () => {
    const shot = photograph(sheet(5), SIZE, { ...PLAIN, lamp: [1.4, 1, 0.6], fallOff: 1, fallTowards: 0 });
    const [left, right] = [lightAt(shot, 163, 300), lightAt(shot, 637, 300)];
    expect(Math.log2(left[1] / right[1])).toBeCloseTo(1, 1);
    expect(left[0] / left[2]).toBeCloseTo(1.4 / 0.6, 1);
  });

  test('the card’s patches show their values in plain light, and lie where they are said to', () => {
    const shot = photograph(sheet(5), SIZE, { ...PLAIN, fill: 0.5, card: true });
    expect(shot.patches.map(({ value }) => value)).toEqual([9.3, 5, 1.6]);
    for (const {
      box: [x, y, w, h],
      value,
    } of shot.patches)
      expect(valueOfLight(luminance(lightAt(shot, x + w / 2, y + h / 2)))).toBeCloseTo(value, 0);
  });

  test('a specular blows the place it was put on; noise and blur do what they say', () => {
    const shiny = photograph(sheet(5), SIZE, { ...PLAIN, glare: [{ at: [0.5, 0.5], size: 0.08, strength: 1.5 }] });
    expect(lightAt(shiny, 400, 300)[1]).toBeGreaterThan(0.98);
    expect(lightAt(shiny, 250, 300)[1]).toBeCloseTo(lightOfValue(5), 2);
    const codes = (setup: Setup) => {
      const { data, width } = photograph(sheet(5), SIZE, setup);
      return new Set(
        Array.from({ length: 400 }, (_, i) => data[3 * ((250 + (i % 20)) * width + 250 + Math.floor(i / 20))]),
      ).size;
    };
    expect(codes(PLAIN)).toBe(1);
    expect(codes({ ...PLAIN, noise: 0.02 })).toBeGreaterThan(8);
    const edge = (setup: Setup) => {
      const shot = photograph(sheet(2, 8), SIZE, setup);
      return Array.from({ length: 24 }, (_, k) => lightAt(shot, 388 + k, 300)[1]).filter((v) => v > 0.06 && v < 0.5)
        .length;
    };
    expect(edge({ ...PLAIN, blurPx: 3 })).toBeGreaterThan(edge(PLAIN) + 2);
  });

  test('automatic exposure brings a dark and a light painting to about the same middle', () => {
    const mean = (value: number) => {
      const { data } = photograph(sheet(value), SIZE, { ...PLAIN, auto: 1, fill: 0.95, wall: [0.05, 0.05, 0.05] });
      return data.reduce((sum, v) => sum + toLinear(v / 255), 0) / data.length;
    };
    expect(mean(3) / mean(8)).toBeGreaterThan(0.7);
  });

  test.each(Object.entries(TONES))('the tone curve %s rises from black to white', (_, curve) => {
    expect(curve(0)).toBeCloseTo(0, 6);
    expect(curve(1)).toBeCloseTo(1, 6);
    for (let c = 0; c < 0.99; c += 0.01) expect(curve(c + 0.01)).toBeGreaterThan(curve(c));
  });

  test('two phones with other curves make other files of the same paint', () => {
    const sheet = tonedGround({ width: 90, height: 60 }, [0.3, 0.3, 0.3], 3);
    const size = { widthMm: 90, heightMm: 60 };
    const middle = (tones: keyof typeof TONES) => {
      const { data, width, height } = photograph(sheet, size, { ...STUDIO, width: 300, height: 200, tone: 0.5, tones });
      return data[3 * (Math.floor(height / 2) * width + Math.floor(width / 2))];
    };
    expect(middle('shoulder')).toBeGreaterThan(middle('logistic') + 8);
  });
});
