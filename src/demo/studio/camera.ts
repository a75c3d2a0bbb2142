import { noiseAround } from './chance';
import { lightOfValue, type Rgb } from './colour';
import { blurInPlace, develop } from './develop';
import { printedCard } from './printedCard';
import type { Sheet } from './scene';
import { frameShade, inFront, WALLS, type Behind, type Border } from './surroundings';
import type { Tones } from './tones';

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
  /** light of the paints on the fields of that card; left out = an earlier card, which ends at its ruler */
  readonly paints?: readonly Rgb[];
  /** radial bend of the lens: the picture's corner moves outwards by this share of its distance (below 0: barrel) */
  readonly bend?: number;
  /** photographic blur, px of the photo (one sigma) */
  readonly blurPx: number;
  readonly noise: number;
  /** how much of its tone curve a phone mixes in, 0 = none; and the curve's shape, left out = a smooth S */
  readonly tone: number;
  readonly tones?: Tones;
  /** how far the phone smears faint detail away to hide noise, 0..1 */
  readonly smear?: number;
  /** 0 = exposure as it is; 1 = the phone sets mean light to middle grey and half corrects the lamp's colour */
  readonly auto: number;
  readonly sharpen: number;
  /** by which share the phone makes colours stronger, 0..0.25; left out = not at all */
  readonly vivid?: number;
  /** how much the phone parts a place from its wider surroundings, 0..0.5; left out = not at all */
  readonly local?: number;
  /** ridges of paint in raking light: share by which they lighten and darken a place; left out = flat paint */
  readonly relief?: number;
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

type Stand = Parameters<typeof inFront>[0];

/** Puts the reflectance of whatever a px of the row shows into the row. */
function reflect({ painting, widthMm, heightMm, setup, noise }: Stage, stand: Stand, row: Row, px: number): void {
  const { paint } = row;
  const x = row.x[px];
  const y = row.y[px];
  const to = 3 * px;
  const before = inFront(stand, x, y);
  if (before) return put(paint, to, before);
  const u = (x / widthMm + 0.5) * painting.width - 0.5;
  const v = (y / heightMm + 0.5) * painting.height - 0.5;
  if (u > -0.5 && v > -0.5 && u < painting.width - 0.5 && v < painting.height - 0.5)
    return bilinear(painting, u, v, { shade: frameShade(stand, x, y) * ridges(setup, noise, [x, y]), paint, to });
  const card = setup.card ? cardAt(x - widthMm / 2 - CARD.x, y - CARD.y) : null;
  if (card !== null) return put(paint, to, [card, card, card]);
  const printed = setup.printed && printedCard({ greys: setup.printed, paints: setup.paints }, [x - widthMm / 2, y]);
  if (printed) return put(paint, to, printed);
  if (setup.easel && Math.abs(x) < 17) {
    const grain = 1 + 0.12 * noise(x / 2.5, y / 40);
    return put(paint, to, [0.26 * grain, 0.15 * grain, 0.07 * grain]);
  }
  // The canvas stands off the wall and throws a soft shadow to the right and below.
  const sx = Math.abs(x - 9) - widthMm / 2;
  const sy = Math.abs(y - 9) - heightMm / 2;
  const shade = 1 - 0.55 * Math.max(0, Math.min(1, 1 - Math.max(sx, sy, 0) / 14));
  const light = shade * WALLS[setup.behind ?? 'plaster'](x, y, noise);
  for (let c = 0; c < 3; c++) paint[to + c] = setup.wall[c] * light;
}

/** Light on a ridge or in the groove beside it: strokes are some millimetres long and less than one wide. */
const ridges = ({ relief }: Setup, noise: Stage['noise'], [x, y]: readonly [number, number]): number =>
  relief ? 1 + relief * (noise(x / 2.6 + 40, y / 0.9) + 0.6 * noise(x / 0.7, y / 1.9 + 70)) : 1;

function put(paint: Float64Array, to: number, [r, g, b]: Rgb): void {
  paint[to] = r;
  paint[to + 1] = g;
  paint[to + 2] = b;
}

/** Light of the card at a place from its upper left corner, mm; null = beside it. */
function cardAt(cx: number, cy: number): number | null {
  if (cx < 0 || cx >= CARD.w || cy < 0 || cy >= CARD.h) return null;
  const k = Math.floor(cy / 36);
  const inPatch = cx > 2 && cx < CARD.w - 2 && cy - 36 * k > 2 && cy - 36 * k < 34;
  return lightOfValue(inPatch ? CARD_VALUES[k] : 7);
}

function bilinear(
  { width, height, data }: Sheet,
  u: number,
  v: number,
  { shade, paint, to }: { shade: number; paint: Float64Array; to: number },
): void {
  const x = Math.min(width - 1.001, Math.max(0, u));
  const y = Math.min(height - 1.001, Math.max(0, v));
  const i = 3 * ((y | 0) * width + (x | 0));
  const fx = x - (x | 0);
  const fy = y - (y | 0);
  const low = i + 3 * width;
  for (let c = 0; c < 3; c++) {
    const top = data[i + c] * (1 - fx) + data[i + 3 + c] * fx;
    const foot = data[low + c] * (1 - fx) + data[low + 3 + c] * fx;
    paint[to + c] = (top * (1 - fy) + foot * fy) * shade;
  }
}

/** The speculars added to a place. */
function shineAt({ widthMm, heightMm, setup }: Stage, x: number, y: number): number {
  let shine = 0;
  for (const { at, size, strength } of setup.glare ?? []) {
    const dx = (x / widthMm + 0.5 - at[0]) / size;
    const dy = ((y / heightMm + 0.5 - at[1]) * heightMm) / widthMm / (size * 0.6);
    const d2 = dx * dx + dy * dy;
    if (d2 < 9) shine += strength * Math.exp(-1.5 * d2 * d2);
  }
  return shine;
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

/** Where on the canvas's plane a row of the photo's px was seen, mm from the canvas's middle. */
function placesOf(back: Map3, { width, height, bend = 0 }: Setup, py: number, to: Row): void {
  const dy = py + 0.5 - height / 2;
  for (let px = 0; px < width; px++) {
    const dx = px + 0.5 - width / 2;
    const scale = 1 / (1 + bend * ((dx * dx + dy * dy) / (width * width + height * height) / 0.25));
    const x = width / 2 + dx * scale;
    const y = height / 2 + dy * scale;
    const w = back[6] * x + back[7] * y + back[8];
    to.x[px] = (back[0] * x + back[1] * y + back[2]) / w;
    to.y[px] = (back[3] * x + back[4] * y + back[5]) / w;
  }
}

/** One row of the photo: where it was seen, and what was there. */
interface Row {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** reflectance, interleaved */
  readonly paint: Float64Array;
}

const STRETCH = 8; // px

/** The light that reaches the sensor, row by row: there are 12 million pixels. */
function expose(stage: Stage): Float32Array {
  const { setup, widthMm, heightMm, noise } = stage;
  const { width, height, vignette, glare } = setup;
  const [lampRed, lampGreen, lampBlue] = setup.lamp;
  const back = inverse(viewOf(setup, widthMm));
  const stand = { widthMm, heightMm, setup, noise };
  const row: Row = {
    x: new Float64Array(width),
    y: new Float64Array(width),
    paint: new Float64Array(3 * width),
  };
  const { paint } = row;
  // Stops the light falls to a place: as the exponent of e, which is quicker than powers of two.
  const towards = (setup.fallTowards * Math.PI) / 180;
  const fallX = (-Math.LN2 * setup.fallOff * Math.cos(towards)) / widthMm;
  const fallY = (-Math.LN2 * setup.fallOff * Math.sin(towards)) / heightMm;
  const out = new Float32Array(width * height * 3);
  for (let py = 0, i = 0; py < height; py++) {
    const down = py / height - 0.5;
    placesOf(back, setup, py, row);
    for (let px = 0; px < width; px++) reflect(stage, stand, row, px);
    let [light, rise] = [0, 0];
    for (let px = 0; px < width; px++, i += 3) {
      const x = row.x[px];
      const y = row.y[px];
      // Even to a millionth over a few pixels: straight between them.
      if (px % STRETCH === 0) {
        const end = Math.min(width - 1, px + STRETCH);
        light = Math.exp(fallX * x + fallY * y);
        rise = (Math.exp(fallX * row.x[end] + fallY * row.y[end]) - light) / Math.max(1, end - px);
      } else light += rise;
      const shine = glare ? shineAt(stage, x, y) : 0;
      const across = px / width - 0.5;
      const lens = 1 - vignette * 2 * (across * across + down * down);
      out[i] = (paint[3 * px] * light + shine) * lampRed * lens;
      out[i + 1] = (paint[3 * px + 1] * light + shine) * lampGreen * lens;
      out[i + 2] = (paint[3 * px + 2] * light + shine) * lampBlue * lens;
    }
  }
  return out;
}

const GRAIN = 400; // cells of noise round the canvas's middle; beyond them it is only slower

/** Photographs a painting. @param size of the canvas in mm; the sheet covers it exactly */
export function photograph(painting: Sheet, size: { widthMm: number; heightMm: number }, setup: Setup): Shot {
  const stage: Stage = { painting, ...size, setup, noise: noiseAround(setup.seed + 3, GRAIN) };
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
