import { chance, normal, smoothNoise } from './chance';
import { lightOfValue, toCode, type Rgb } from './colour';
import { printedCard } from './printedCard';
import type { Sheet } from './scene';
import { frameShade, inFront, WALLS, type Behind, type Border } from './surroundings';

/** Where the camera stands, what lamp burns, what the phone does to the light. */
export interface Setup {
  readonly width: number;
  readonly height: number;
  /** degrees the camera is off square, sideways and up; and rolled */
  readonly yaw: number;
  readonly pitch: number;
  readonly roll: number;
  /** share of the frame's width the canvas takes when seen square */
  readonly fill: number;
  /** shift of the canvas's middle from the frame's, shares of the frame */
  readonly off?: readonly [number, number];
  /** light per channel relative to daylight */
  readonly lamp: Rgb;
  /**
   * stops the light falls from one side of the canvas to the other, and towards where (degrees, 0 = right, 90 = down)
   */
  readonly fallOff: number;
  readonly fallTowards: number;
  /** speculars: centre (canvas shares), size (share of the width), strength */
  readonly glare?: readonly {
    readonly at: readonly [number, number];
    readonly size: number;
    readonly strength: number;
  }[];
  readonly wall: Rgb;
  /** what the wall is made of */
  readonly behind?: Behind;
  readonly easel: boolean;
  /** millimetres by which the easel's ledge covers the canvas's lower edge; below 0 it stands so far beneath it */
  readonly ledgeOver?: number;
  /** a clamp holds the upper edge in the middle and covers a little of it */
  readonly clamp?: boolean;
  /** a frame or tape round it; the corners of the shot are then those of what is seen */
  readonly border?: Border;
  readonly card: boolean;
  /**
   * Revlin's printed card stands upright beside the canvas, right of it; its greys as the printer really made them,
   * lightest first
   */
  readonly printed?: readonly number[];
  /** radial bend of the lens: the picture's corner moves outwards by this share of its distance (below 0: barrel) */
  readonly bend?: number;
  /** photographic blur, px of the photo (one sigma) */
  readonly blurPx: number;
  readonly noise: number;
  /** a phone's S-shaped tone curve, 0 = none */
  readonly tone: number;
  /** how far the phone smears faint detail away to hide noise, 0..1 */
  readonly smear?: number;
  /** 0 = exposure as it is; 1 = the phone sets mean light to middle grey and half corrects the lamp's colour */
  readonly auto: number;
  readonly sharpen: number;
  readonly vignette: number;
  readonly seed: number;
}

export const STUDIO: Setup = {
  width: 4000,
  height: 3000,
  yaw: 4,
  pitch: -3,
  roll: 0.8,
  fill: 0.66,
  lamp: [1, 1, 1],
  fallOff: 0.3,
  fallTowards: 20,
  wall: [0.16, 0.15, 0.14],
  easel: true,
  card: true,
  blurPx: 0.9,
  noise: 0.007,
  tone: 0.22,
  auto: 1,
  sharpen: 0.35,
  vignette: 0.15,
  seed: 1,
};

/** The patches of the card that stands beside the canvas: Munsell values, top to bottom. */
export const CARD_VALUES = [9.3, 5, 1.6] as const;

export interface Shot {
  readonly width: number;
  readonly height: number;
  /** sRGB bytes, interleaved */
  readonly data: Uint8Array;
  /** true corners, photo px, clockwise from the painting's top left */
  readonly corners: [number, number][];
  /** photo px boxes well inside each patch of the card, with their values */
  readonly patches: { box: [number, number, number, number]; value: number }[];
}

type Map3 = number[];
const times = (a: Map3, b: Map3): Map3 =>
  Array.from({ length: 9 }, (_, i) =>
    [0, 1, 2].reduce((s, k) => s + a[3 * Math.floor(i / 3) + k] * b[3 * k + (i % 3)], 0),
  );
function inverse([a, b, c, d, e, f, g, h, i]: Map3): Map3 {
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((v) => v / det);
}

/** Canvas mm (origin at the canvas's middle) to photo px, for a pinhole camera that looks at the canvas's middle. */
function viewOf(setup: Setup, widthMm: number): Map3 {
  const rad = Math.PI / 180;
  const [cy, sy] = [Math.cos(setup.yaw * rad), Math.sin(setup.yaw * rad)];
  const [cp, sp] = [Math.cos(setup.pitch * rad), Math.sin(setup.pitch * rad)];
  const [cr, sr] = [Math.cos(setup.roll * rad), Math.sin(setup.roll * rad)];
  const focal = 1.15 * setup.width; // a phone's main camera, about 50 degrees across
  const far = (focal * widthMm) / (setup.fill * setup.width);
  // Columns of the rotation for x and y on the canvas plane; the third is the way to it.
  const turn: Map3 = [cy, sy * sp, 0, 0, cp, 0, -sy, cy * sp, far];
  const roll: Map3 = [cr, -sr, 0, sr, cr, 0, 0, 0, 1];
  const [ox, oy] = setup.off ?? [0, 0];
  const lens: Map3 = [focal, 0, setup.width * (0.5 + ox), 0, focal, setup.height * (0.5 + oy), 0, 0, 1];
  return times(lens, times(roll, turn));
}

const carry = (m: Map3, x: number, y: number): [number, number] => {
  const w = m[6] * x + m[7] * y + m[8];
  return [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
};

interface Stage {
  readonly painting: Sheet;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly setup: Setup;
  readonly noise: (x: number, y: number) => number;
}

const CARD = { x: 30, y: -20, w: 36, h: 108, patch: 32 }; // mm, right of the canvas and from its middle

/** Reflectance of whatever stands at a place of the canvas's plane, mm from its middle. */
function reflectance({ painting, widthMm, heightMm, setup, noise }: Stage, x: number, y: number): Rgb {
  const u = (x / widthMm + 0.5) * painting.width - 0.5;
  const v = (y / heightMm + 0.5) * painting.height - 0.5;
  const stand = { widthMm, heightMm, setup, noise };
  const before = inFront(stand, x, y);
  if (before) return before;
  if (u > -0.5 && v > -0.5 && u < painting.width - 0.5 && v < painting.height - 0.5) {
    const shade = frameShade(stand, x, y);
    return bilinear(painting, u, v).map((c) => c * shade) as Rgb;
  }
  if (setup.card) {
    const cx = x - widthMm / 2 - CARD.x;
    const cy = y - CARD.y;
    if (cx >= 0 && cx < CARD.w && cy >= 0 && cy < CARD.h) {
      const k = Math.floor(cy / 36);
      const inPatch = cx > 2 && cx < CARD.w - 2 && cy - 36 * k > 2 && cy - 36 * k < 34;
      const light = lightOfValue(inPatch ? CARD_VALUES[k] : 7);
      return [light, light, light];
    }
  }
  const printed = setup.printed && printedCard(setup.printed, [x - widthMm / 2, y]);
  if (printed) return printed;
  if (setup.easel) {
    const grain = 1 + 0.12 * noise(x / 2.5, y / 40);
    if (Math.abs(x) < 17) return [0.26 * grain, 0.15 * grain, 0.07 * grain];
  }
  // The canvas stands off the wall and throws a soft shadow to the right and below.
  const sx = Math.abs(x - 9) - widthMm / 2;
  const sy = Math.abs(y - 9) - heightMm / 2;
  const shade = 1 - 0.55 * Math.max(0, Math.min(1, 1 - Math.max(sx, sy, 0) / 14));
  const light = shade * WALLS[setup.behind ?? 'plaster'](x, y, noise);
  return setup.wall.map((w) => w * light) as Rgb;
}

function bilinear({ width, height, data }: Sheet, u: number, v: number): Rgb {
  const x = Math.min(width - 1.001, Math.max(0, u));
  const y = Math.min(height - 1.001, Math.max(0, v));
  const i = 3 * ((y | 0) * width + (x | 0));
  const [fx, fy] = [x - (x | 0), y - (y | 0)];
  const low = i + 3 * width;
  const mix = (c: number) =>
    (data[i + c] * (1 - fx) + data[i + 3 + c] * fx) * (1 - fy) +
    (data[low + c] * (1 - fx) + data[low + 3 + c] * fx) * fy;
  return [mix(0), mix(1), mix(2)];
}

/** Light falling on a place, per channel, and the specular added to it. */
function lampAt({ widthMm, heightMm, setup }: Stage, x: number, y: number): { light: number; shine: number } {
  const rad = (setup.fallTowards * Math.PI) / 180;
  const along = (x / widthMm) * Math.cos(rad) + (y / heightMm) * Math.sin(rad);
  let shine = 0;
  for (const { at, size, strength } of setup.glare ?? []) {
    const dx = (x / widthMm + 0.5 - at[0]) / size;
    const dy = ((y / heightMm + 0.5 - at[1]) * heightMm) / widthMm / (size * 0.6);
    const d2 = dx * dx + dy * dy;
    if (d2 < 9) shine += strength * Math.exp(-1.5 * d2 * d2);
  }
  return { light: 2 ** (-setup.fallOff * along), shine };
}

/**
 * Photo px as the bent lens put it -> where a straight lens would have; share of the half diagonal squared times the
 * bend.
 */
function straight({ width, height, bend = 0 }: Setup, px: number, py: number): [number, number] {
  const [dx, dy] = [px - width / 2, py - height / 2];
  const r2 = (dx * dx + dy * dy) / (width * width + height * height) / 0.25;
  const scale = 1 / (1 + bend * r2);
  return [width / 2 + dx * scale, height / 2 + dy * scale];
}

/** Inverse of {@link straight}, by repetition. */
function bent(setup: Setup, to: [number, number]): [number, number] {
  let at = to;
  for (let step = 0; step < 8; step++) {
    const [x, y] = straight(setup, ...at);
    at = [at[0] + to[0] - x, at[1] + to[1] - y];
  }
  return at;
}

function expose(stage: Stage): Float32Array {
  const { setup, widthMm } = stage;
  const back = inverse(viewOf(setup, widthMm));
  const out = new Float32Array(setup.width * setup.height * 3);
  for (let py = 0, i = 0; py < setup.height; py++) {
    for (let px = 0; px < setup.width; px++, i += 3) {
      const [x, y] = carry(back, ...straight(setup, px + 0.5, py + 0.5));
      const rgb = reflectance(stage, x, y);
      const { light, shine } = lampAt(stage, x, y);
      const d = Math.hypot(px / setup.width - 0.5, py / setup.height - 0.5);
      const lens = 1 - setup.vignette * 2 * d * d;
      for (let c = 0; c < 3; c++) out[i + c] = (rgb[c] * light + shine) * setup.lamp[c] * lens;
    }
  }
  return out;
}

function blurInPlace(data: Float32Array, { width, height }: { width: number; height: number }, sigma: number): void {
  if (sigma <= 0) return;
  const radius = Math.max(1, Math.ceil(2.5 * sigma));
  const kernel = Array.from({ length: 2 * radius + 1 }, (_, k) => Math.exp(-0.5 * ((k - radius) / sigma) ** 2));
  const total = kernel.reduce((s, v) => s + v, 0);
  const row = new Float32Array(Math.max(width, height) * 3);
  const pass = (lines: number, length: number, [lineStep, step]: [number, number]) => {
    for (let l = 0; l < lines; l++) {
      for (let k = 0; k < length; k++) for (let c = 0; c < 3; c++) row[3 * k + c] = data[l * lineStep + k * step + c];
      for (let k = 0; k < length; k++) {
        for (let c = 0; c < 3; c++) {
          let sum = 0;
          for (let o = -radius; o <= radius; o++)
            sum += kernel[o + radius] * row[3 * Math.min(length - 1, Math.max(0, k + o)) + c];
          data[l * lineStep + k * step + c] = sum / total;
        }
      }
    }
  };
  pass(height, width, [width * 3, 3]);
  pass(width, height, [3, width * 3]);
}

/** What the phone makes of the light: exposure, half a white balance, noise, tone curve, halos. */
function develop(data: Float32Array, setup: Setup): Uint8Array {
  const means = [0, 0, 0];
  for (let i = 0; i < data.length; i += 33) for (let c = 0; c < 3; c++) means[c] += Math.min(1, data[i - (i % 3) + c]);
  const count = data.length / 33;
  const grey = means.reduce((s, v) => s + v, 0) / 3 / count;
  const gains = means.map((m) => 1 + setup.auto * ((0.16 / grey) * Math.sqrt(grey / (m / count)) - 1));
  const random = chance(setup.seed + 17);
  const codes = new Float32Array(data.length);
  const curve = Float32Array.from({ length: 4097 }, (_, i) => {
    const c = toCode((i / 4096) ** 2);
    return (1 - setup.tone) * c + setup.tone * c * c * (3 - 2 * c);
  });
  for (let i = 0; i < data.length; i++) {
    const light = data[i] * gains[i % 3];
    const noisy = light + setup.noise * (0.3 + Math.sqrt(Math.max(0, light))) * (setup.noise > 0 ? normal(random) : 0);
    codes[i] = curve[Math.round(Math.sqrt(Math.min(1, Math.max(0, noisy))) * 4096)];
  }
  if (setup.smear) smearFaint(codes, setup);
  const out = new Uint8Array(data.length);
  const stride = 3 * setup.width;
  for (let i = 0; i < codes.length; i++) {
    const inside = i >= stride + 3 && i < codes.length - stride - 3;
    const halo =
      inside && setup.sharpen > 0
        ? setup.sharpen * (codes[i] - 0.25 * (codes[i - 3] + codes[i + 3] + codes[i - stride] + codes[i + stride]))
        : 0;
    out[i] = Math.round(255 * Math.min(1, Math.max(0, codes[i] + halo)));
  }
  return out;
}

/** Denoising as phones do it: pixels that hardly differ from their neighbours are drawn together, edges stay. */
function smearFaint(codes: Float32Array, { width, height, smear = 0 }: Setup): void {
  const before = codes.slice();
  const stride = 3 * width;
  for (let y = 2; y < height - 2; y++) {
    for (let i = y * stride + 6; i < (y + 1) * stride - 6; i++) {
      let [sum, all] = [before[i], 1];
      for (const o of [-6, -3, 3, 6, -stride, stride, -2 * stride, 2 * stride]) {
        const weight = Math.max(0, 1 - Math.abs(before[i + o] - before[i]) / 0.045);
        sum += weight * before[i + o];
        all += weight;
      }
      codes[i] += smear * (sum / all - codes[i]);
    }
  }
}

/** Photographs a painting. @param size of the canvas in mm; the sheet covers it exactly */
export function photograph(painting: Sheet, size: { widthMm: number; heightMm: number }, setup: Setup): Shot {
  const stage: Stage = { painting, ...size, setup, noise: smoothNoise(setup.seed + 3) };
  const view = viewOf(setup, size.widthMm);
  const [hw, hh] = [size.widthMm / 2, size.heightMm / 2];
  const over = setup.border?.over ?? 0;
  const data = expose(stage);
  blurInPlace(data, setup, setup.blurPx);
  const patches = CARD_VALUES.map((value, k) => {
    const corners = [
      [8, 8],
      [28, 8],
      [28, 28],
      [8, 28],
    ].map(([x, y]) => bent(setup, carry(view, hw + CARD.x + x, CARD.y + 36 * k + y)));
    const [x0, x1] = [Math.max(corners[0][0], corners[3][0]), Math.min(corners[1][0], corners[2][0])];
    const [y0, y1] = [Math.max(corners[0][1], corners[1][1]), Math.min(corners[2][1], corners[3][1])];
    return { box: [x0, y0, x1 - x0, y1 - y0].map(Math.round) as [number, number, number, number], value };
  });
  return {
    width: setup.width,
    height: setup.height,
    data: develop(data, setup),
    corners: [
      [over - hw, over - hh],
      [hw - over, over - hh],
      [hw - over, hh - over],
      [over - hw, hh - over],
    ].map(([x, y]) => bent(setup, carry(view, x, y))),
    patches: setup.card ? patches : [],
  };
}
