import { chance, noiseWithin, normal, smoothNoise } from './chance';
import { luminance, quickValue, shiftColour, shiftValue, type Rgb } from './colour';
import { pixel, type Sheet, type Subject } from './scene';

/** One layer of paint, as a painter would describe it. */
export interface Layer {
  /** brush width, mm */
  readonly brush: number;
  /** strokes that lie over one another on average */
  readonly coverage: number;
  /** how opaque one stroke is, 0..1 */
  readonly body: number;
  /** wandering of value (steps) and colour (units) from stroke to stroke */
  readonly wander: { readonly value: number; readonly colour: number };
  /** paint only objects with these numbers */
  readonly objects?: readonly number[];
  /** only where the belief is darker than this Munsell value: a wash of the shadows */
  readonly below?: number;
  /** only where the belief is lighter than this Munsell value: scumbled lights */
  readonly above?: number;
  /** only where the picture changes faster than this (value steps per mm): details and edges */
  readonly detail?: number;
}

interface Field {
  readonly angle: Float32Array;
  readonly steep: Float32Array;
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
}

/** Sums of a sliding window over lines of numbers, the last and the first repeated beyond the ends. */
function slide(
  source: Float32Array,
  out: Float32Array,
  { first, length, step, wide, radius }: { first: number; length: number; step: number; wide: number; radius: number },
): void {
  const at = (k: number) => first + Math.min(length - 1, Math.max(0, k)) * step;
  const sums = new Float64Array(wide);
  for (let k = -radius; k <= radius; k++) for (let j = 0; j < wide; j++) sums[j] += source[at(k) + j];
  for (let k = 0; k < length; k++) {
    const [to, ahead, behind] = [first + k * step, at(k + radius + 1), at(k - radius)];
    for (let j = 0; j < wide; j++) {
      out[to + j] = sums[j] / (2 * radius + 1);
      sums[j] += source[ahead + j] - source[behind + j];
    }
  }
}

function blur(sheet: Sheet, radius: number): Sheet {
  if (radius < 1) return sheet;
  const { width, height } = sheet;
  const stride = 3 * width;
  const across = new Float32Array(sheet.data.length);
  for (let y = 0; y < height; y++)
    slide(sheet.data, across, { first: y * stride, length: width, step: 3, wide: 3, radius });
  // Down the picture all columns at once: line after line, as they lie in memory.
  const data = new Float32Array(across.length);
  slide(across, data, { first: 0, length: height, step: stride, wide: stride, radius });
  return { width, height, data };
}

/**
 * Direction along the form (across the steepest change, from a smoothed structure tensor) and steepness, on a coarse
 * grid.
 */
function formField(picture: Sheet, mm: number): Field {
  const step = Math.max(2, Math.round(1.2 / mm));
  const columns = Math.floor(picture.width / step);
  const rows = Math.floor(picture.height / step);
  const value = Float32Array.from({ length: columns * rows }, (_, i) =>
    quickValue(luminance(pixel(picture, Math.floor(i / columns) * step * picture.width + (i % columns) * step))),
  );
  const tensor = [0, 1, 2].map(() => new Float32Array(columns * rows));
  for (let y = 1; y < rows - 1; y++) {
    for (let x = 1; x < columns - 1; x++) {
      const i = y * columns + x;
      const gx = value[i + 1] - value[i - 1];
      const gy = value[i + columns] - value[i - columns];
      tensor[0][i] = gx * gx;
      tensor[1][i] = gx * gy;
      tensor[2][i] = gy * gy;
    }
  }
  const smooth = tensor.map(
    (t) =>
      blur(
        { width: columns, height: rows, data: Float32Array.from({ length: t.length * 3 }, (_, i) => t[(i / 3) | 0]) },
        3,
      ).data,
  );
  const noise = smoothNoise(77);
  const angle = Float32Array.from({ length: columns * rows }, (_, i) => {
    const [xx, xy, yy] = smooth.map((s) => s[3 * i]);
    const sure = Math.hypot(xx - yy, 2 * xy);
    const along = 0.5 * Math.atan2(2 * xy, xx - yy) + Math.PI / 2;
    return sure > 2e-4 ? along : 0.5 + 1.1 * noise((i % columns) / 22, Math.floor(i / columns) / 22);
  });
  const steep = Float32Array.from(
    { length: columns * rows },
    (_, i) => Math.sqrt(smooth[0][3 * i] + smooth[2][3 * i]) / (2 * step * mm),
  );
  return { angle, steep, step, columns, rows };
}

interface Stroke {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
  /** half length and half width, px */
  readonly long: number;
  readonly wide: number;
  readonly bend: number;
  readonly colour: Rgb;
  readonly body: number;
  readonly seed: number;
}

/**
 * The columns of a row a stroke can reach, both ends included: where it is neither beyond its ends nor beside its
 * sides, which its bend moves by two thirds at most. Most of the square round a slanting stroke is not asked at all.
 */
function columnsOf(
  { x, angle, long, wide, bend }: Stroke,
  { down, reach, width }: { down: number; reach: number; width: number },
): [number, number] {
  const [ca, sa] = [Math.cos(angle), Math.sin(angle)];
  let [low, high] = [-reach, reach];
  for (const [slope, middle, half] of [
    [ca, -down * sa, long],
    [sa, down * ca, wide + 0.67 * Math.abs(bend) * long],
  ]) {
    if (Math.abs(slope) < 1e-6) continue;
    const [p, q] = [(middle - half) / slope, (middle + half) / slope];
    low = Math.max(low, Math.min(p, q));
    high = Math.min(high, Math.max(p, q));
  }
  return [Math.max(0, Math.floor(x + low)), Math.min(width - 1, Math.ceil(x + high))];
}

/** Lays one bent, bristled stroke on the canvas: paint thins towards its end, bristles leave grooves. */
function lay(canvas: Sheet, stroke: Stroke): void {
  const { x, y, angle, long, wide, bend, colour, body, seed } = stroke;
  const { width, height, data } = canvas;
  const [ca, sa] = [Math.cos(angle), Math.sin(angle)];
  const [red, green, blue] = colour;
  const reach = Math.ceil(Math.hypot(long, wide + Math.abs(bend) * long));
  const bristles = noiseWithin(seed, BRISTLES);
  const [shorter, narrower, bow] = [1 / long, 1 / wide, (bend * long) / wide];
  for (let py = Math.max(0, Math.floor(y - reach)); py <= Math.min(height - 1, Math.ceil(y + reach)); py++) {
    const [x0, x1] = columnsOf(stroke, { down: py - y, reach, width });
    const [du, dv] = [(py - y) * sa * shorter, (py - y) * ca * narrower];
    for (let px = x0; px <= x1; px++) {
      const u = (px - x) * ca * shorter + du;
      if (u < -1 || u > 1) continue;
      const v = dv - (px - x) * sa * narrower - bow * (u * u - 0.33);
      if (v < -1 || v > 1) continue;
      const groove = bristles(v * 5 + 9, u * 0.7);
      const end = u > 0.55 ? 1 - (u - 0.55) / 0.45 : u < -0.85 ? (u + 1) / 0.15 : 1;
      const side = Math.min(1, (1 - Math.abs(v)) * 4 + 0.15);
      const alpha = body * side * Math.min(1, Math.max(0, end + 0.35 * groove + (end >= 1 ? 0.35 : 0)));
      if (alpha <= 0.01) continue;
      const light = 1 + 0.035 * groove + 0.02 * v;
      const i = 3 * (py * width + px);
      data[i] += alpha * (red * light - data[i]);
      data[i + 1] += alpha * (green * light - data[i + 1]);
      data[i + 2] += alpha * (blue * light - data[i + 2]);
    }
  }
}

/** Where the noise of a stroke's bristles is asked for: across it, then along it. */
const BRISTLES = { across: [4, 14], along: [-1, 1] } as const;

/**
 * Paints the belief over a canvas, layer by layer, with strokes that follow the form and stop at an object's edge.
 * @returns a new canvas; the old one is kept
 */
export function paint(
  canvas: Sheet,
  mind: Sheet,
  { subject, layers, widthMm, seed }: { subject: Subject; layers: readonly Layer[]; widthMm: number; seed: number },
): Sheet {
  const out: Sheet = { ...canvas, data: Float32Array.from(canvas.data) };
  const mm = widthMm / canvas.width;
  const field = formField(mind, mm);
  layers.forEach((layer, n) => paintLayer(out, mind, { subject, layer, field, mm, random: chance(seed * 101 + n) }));
  return out;
}

interface LayerWork {
  readonly subject: Subject;
  readonly layer: Layer;
  readonly field: Field;
  readonly mm: number;
  readonly random: () => number;
}

function paintLayer(canvas: Sheet, mind: Sheet, { subject, layer, field, mm, random }: LayerWork): void {
  const wide = layer.brush / mm / 2;
  const source = blur(mind, Math.max(0, Math.round(wide * 0.45)));
  const { width, height } = canvas;
  const strokes = Math.round((layer.coverage * width * height) / (wide * 2 * wide * 5));
  for (let k = 0; k < strokes; k++) {
    const x = random() * width;
    const y = random() * height;
    const g =
      Math.min(field.rows - 1, Math.floor(y / field.step)) * field.columns +
      Math.min(field.columns - 1, Math.floor(x / field.step));
    const at = Math.floor(y) * width + Math.floor(x);
    const object = subject.objects[at];
    if (layer.objects && !layer.objects.includes(object)) continue;
    if (layer.detail !== undefined && field.steep[g] < layer.detail) continue;
    if (layer.below !== undefined && quickValue(luminance(pixel(source, at))) >= layer.below) continue;
    if (layer.above !== undefined && quickValue(luminance(pixel(source, at))) <= layer.above) continue;
    const angle = field.angle[g] + 0.18 * normal(random);
    const long = lengthInside(subject, { x, y, angle, wanted: wide * (2 + 2.2 * random()), object, width, height });
    const colour = wandering(pixel(source, at), layer, random);
    lay(canvas, {
      x,
      y,
      angle,
      long: Math.max(long, wide * 0.8),
      wide: wide * (0.75 + 0.4 * random()),
      bend: 0.12 * normal(random),
      colour,
      body: layer.body,
      seed: 1 + Math.floor(random() * 1e6),
    });
  }
}

/** Half length of a stroke that stays on its object, px. */
function lengthInside(
  subject: Subject,
  {
    x,
    y,
    angle,
    wanted,
    object,
    width,
    height,
  }: { x: number; y: number; angle: number; wanted: number; object: number; width: number; height: number },
): number {
  for (let d = wanted * 0.25; d <= wanted; d += wanted * 0.25) {
    for (const side of [-1, 1]) {
      const px = Math.round(x + side * d * Math.cos(angle));
      const py = Math.round(y + side * d * Math.sin(angle));
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      if (subject.objects[py * width + px] !== object) return d - wanted * 0.2;
    }
  }
  return wanted;
}

function wandering(rgb: Rgb, { wander }: Layer, random: () => number): Rgb {
  const moved =
    wander.colour > 0
      ? shiftColour(rgb, { warmer: wander.colour * normal(random), chroma: 1 + 0.012 * wander.colour * normal(random) })
      : rgb;
  return shiftValue(moved, wander.value * normal(random));
}

/** A toned ground, brushed on thin. */
export function tonedGround(size: { width: number; height: number }, colour: Rgb, seed: number): Sheet {
  const streak = noiseWithin(seed, {
    across: [0, Math.ceil(size.width / 9) + 50],
    along: [0, Math.ceil(Math.max(size.height / 14, size.height / 300 + 9))],
  });
  const data = new Float32Array(size.width * size.height * 3);
  for (let y = 0, i = 0; y < size.height; y++) {
    for (let x = 0; x < size.width; x++, i++) {
      const light =
        1 + 0.05 * streak(x / 160, y / 14) + 0.05 * streak(x / 9 + 50, y / 40) + 0.04 * streak(x / 300, y / 300 + 9);
      for (let c = 0; c < 3; c++) data[3 * i + c] = colour[c] * light;
    }
  }
  return { ...size, data };
}

/** Thin dark lines of a brush drawing along the edges of objects, broken here and there. */
export function drawOutlines(
  canvas: Sheet,
  objects: Uint8Array,
  { widthMm, colour, seed }: { widthMm: number; colour: Rgb; seed: number },
): void {
  const { width, height } = canvas;
  const mm = widthMm / width;
  const random = chance(seed);
  const pressure = smoothNoise(seed + 5);
  const gap = Math.max(1, Math.round(0.5 / mm));
  for (let y = gap; y < height - gap; y += gap) {
    for (let x = gap; x < width - gap; x += gap) {
      const here = objects[y * width + x];
      const right = objects[y * width + x + gap] !== here;
      const down = objects[(y + gap) * width + x] !== here;
      if (!right && !down) continue;
      const push = pressure(x / 60, y / 60);
      if (push < -0.45) continue;
      lay(canvas, {
        x: x + normal(random) * gap * 0.4,
        y: y + normal(random) * gap * 0.4,
        angle: right && !down ? Math.PI / 2 : 0,
        long: 1.4 / mm,
        wide: (0.55 + 0.35 * push) / mm,
        bend: 0,
        colour,
        body: 0.55 + 0.25 * push,
        seed: 1 + Math.floor(random() * 1e5),
      });
    }
  }
}
