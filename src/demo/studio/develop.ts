import { normalRows } from './chance';
import { toCode } from './colour';
import { TONES } from './tones';
import type { Setup } from './camera';

type Frame = Pick<Setup, 'width' | 'height'>;

/** Blurs light as a lens does, in place. @param sigma px */
export function blurInPlace(data: Float32Array, { width, height }: Frame, sigma: number): void {
  if (sigma <= 0) return;
  const radius = Math.max(1, Math.ceil(2.5 * sigma));
  const bell = Float64Array.from({ length: radius + 1 }, (_, k) => Math.exp(-0.5 * (k / sigma) ** 2));
  const total = 2 * bell.reduce((sum, v) => sum + v, 0) - bell[0];
  const weights = bell.map((v) => v / total);
  const stride = 3 * width;
  const row = new Float32Array(stride + 6 * radius);
  const sums = new Float64Array(stride);
  for (let y = 0; y < height; y++) {
    const line = data.subarray(y * stride, (y + 1) * stride);
    padded(line, row, 3 * radius);
    const shifted = Array.from({ length: 2 * radius + 1 }, (_, k) => row.subarray(3 * k, 3 * k + stride));
    weigh(shifted, { weights, sums, out: line });
  }
  blurDown(data, { stride, height, radius, weights, sums });
}

/** A line with its first and last pixel going on beyond its ends. */
function padded(line: Float32Array, row: Float32Array, by: number): void {
  row.set(line, by);
  for (let k = 0; k < by; k++) {
    row[k] = line[k % 3];
    row[by + line.length + k] = line[line.length - 3 + (k % 3)];
  }
}

/** The middle one of some lines becomes their mean, each pair at the same distance with its weight. */
function weigh(
  lines: readonly Float32Array[],
  { weights, sums, out }: { weights: Float64Array; sums: Float64Array; out: Float32Array },
): void {
  const radius = weights.length - 1;
  if (radius <= 3) return weighSeven(lines, weights, out);
  const middle = lines[radius];
  const own = weights[0];
  for (let j = 0; j < sums.length; j++) sums[j] = own * middle[j];
  // Two pairs at a time: going over the sums costs as much as adding to them.
  for (let o = 1; o <= radius; o += 2) {
    const [near, far] = [weights[o], weights[o + 1] ?? 0];
    const [a, b] = [lines[radius - o], lines[radius + o]];
    const [c, d] = [lines[radius - o - 1] ?? a, lines[radius + o + 1] ?? b];
    for (let j = 0; j < sums.length; j++) sums[j] += near * (a[j] + b[j]) + far * (c[j] + d[j]);
  }
  out.set(sums);
}

/** The same for up to seven lines in one go: most lenses blur no wider. */
function weighSeven(lines: readonly Float32Array[], weights: Float64Array, out: Float32Array): void {
  const radius = weights.length - 1;
  const middle = lines[radius];
  const at = (o: number) => lines[radius + o] ?? middle;
  const [a, b, c, d, e, f] = [at(-1), at(1), at(-2), at(2), at(-3), at(3)];
  const [own, first, second = 0, third = 0] = weights;
  for (let j = 0; j < out.length; j++)
    out[j] = own * middle[j] + (first * (a[j] + b[j]) + second * (c[j] + d[j])) + third * (e[j] + f[j]);
}

/** All columns at once, line after line as they lie in memory; the lines above are kept as they were. */
function blurDown(
  data: Float32Array,
  {
    stride,
    height,
    radius,
    weights,
    sums,
  }: { stride: number; height: number; radius: number; weights: Float64Array; sums: Float64Array },
): void {
  const slots = 2 * radius + 1;
  const kept = Array.from({ length: slots }, () => new Float32Array(stride));
  const keep = (y: number) => kept[y % slots].set(data.subarray(y * stride, (y + 1) * stride));
  for (let y = 0; y < Math.min(height, radius); y++) keep(y);
  for (let y = 0; y < height; y++) {
    if (y + radius < height) keep(y + radius);
    const lines = kept.map((_, k) => kept[Math.min(height - 1, Math.max(0, y + k - radius)) % slots]);
    weigh(lines, { weights, sums, out: data.subarray(y * stride, (y + 1) * stride) });
  }
}

/** What the phone makes of the light: exposure, half a white balance, noise, tone curve, halos. */
export function develop(data: Float32Array, setup: Setup): Uint8Array {
  const codes = exposed(data, setup);
  if (setup.smear) smearFaint(codes, setup);
  if (setup.local) partLocally(codes, setup, setup.local);
  if (setup.vivid) makeVivid(codes, setup.vivid);
  return sharpened(codes, setup);
}

const LUMA = [0.299, 0.587, 0.114] as const;
const lumaAt = (codes: Float32Array, i: number) => LUMA[0] * codes[i] + LUMA[1] * codes[i + 1] + LUMA[2] * codes[i + 2];

/** Colours stronger by a share, their luma as it was: phones do it to please. */
function makeVivid(codes: Float32Array, by: number): void {
  for (let i = 0; i < codes.length; i += 3) {
    const grey = lumaAt(codes, i);
    for (let c = 0; c < 3; c++) codes[i + c] = grey + (1 + by) * (codes[i + c] - grey);
  }
}

const TILE = 16; // px: what surrounds a place is far larger
const SURROUND = 0.04; // of the width, one sigma

/** Each place is parted from its surroundings, less so near black and white. */
function partLocally(codes: Float32Array, { width, height }: Frame, by: number): void {
  const [columns, rows] = [Math.ceil(width / TILE), Math.ceil(height / TILE)];
  const around = new Float32Array(3 * columns * rows);
  for (let y = 0, t = 0; y < rows; y++)
    for (let x = 0; x < columns; x++, t += 3) {
      const [px, py] = [Math.min(width - 1, (x + 0.5) * TILE), Math.min(height - 1, (y + 0.5) * TILE)];
      around.fill(lumaAt(codes, 3 * (Math.floor(py) * width + Math.floor(px))), t, t + 3);
    }
  blurInPlace(around, { width: columns, height: rows }, (SURROUND * width) / TILE);
  for (let y = 0, i = 0; y < height; y++) {
    const v = Math.min(rows - 1.001, Math.max(0, y / TILE - 0.5));
    const [line, fy] = [Math.floor(v) * columns, v % 1];
    for (let x = 0; x < width; x++, i += 3) {
      const u = Math.min(columns - 1.001, Math.max(0, x / TILE - 0.5));
      const k = 3 * (line + Math.floor(u));
      const fx = u % 1;
      const top = around[k] * (1 - fx) + around[k + 3] * fx;
      const foot = around[k + 3 * columns] * (1 - fx) + around[k + 3 * columns + 3] * fx;
      const own = lumaAt(codes, i);
      const more = by * 4 * own * (1 - own) * (own - (top * (1 - fy) + foot * fy));
      for (let c = 0; c < 3; c++) codes[i + c] += more;
    }
  }
}

/** Codes 0..1 from light, with the noise of the sensor. */
function exposed(data: Float32Array, setup: Setup): Float32Array {
  const means = [0, 0, 0];
  for (let i = 0; i < data.length; i += 33) for (let c = 0; c < 3; c++) means[c] += Math.min(1, data[i - (i % 3) + c]);
  const count = data.length / 33;
  const grey = means.reduce((s, v) => s + v, 0) / 3 / count;
  const gains = Float64Array.from(means, (m) => 1 + setup.auto * ((0.16 / grey) * Math.sqrt(grey / (m / count)) - 1));
  const noiseOf = normalRows(setup.seed + 17);
  const codes = new Float32Array(data.length);
  const shape = TONES[setup.tones ?? 'smooth'];
  const curve = Float32Array.from({ length: 4097 }, (_, i) => {
    const c = toCode((i / 4096) ** 2);
    return (1 - setup.tone) * c + setup.tone * shape(c);
  });
  const { noise, width } = setup;
  const grains = new Float64Array(3 * width);
  for (let from = 0; from < data.length; from += grains.length) {
    if (noise > 0) noiseOf(grains);
    for (let c = 0; c < 3; c++) {
      const gain = gains[c];
      for (let j = c; j < grains.length; j += 3) {
        const light = data[from + j] * gain;
        const noisy = light + noise * (0.3 + Math.sqrt(Math.max(0, light))) * grains[j];
        // Positive, so cutting off after adding a half rounds.
        codes[from + j] = curve[(Math.sqrt(Math.min(1, Math.max(0, noisy))) * 4096 + 0.5) | 0];
      }
    }
  }
  return codes;
}

/** Bytes from codes, with the halos of a phone's sharpening; the outermost pixels have none. */
function sharpened(codes: Float32Array, { width, sharpen }: Setup): Uint8Array {
  const out = new Uint8Array(codes.length);
  const stride = 3 * width;
  const [from, to] = sharpen > 0 ? [stride + 3, codes.length - stride - 3] : [0, 0];
  for (let i = 0; i < from; i++) out[i] = byteOf(codes[i]);
  for (let i = from; i < to; i++) {
    const around = codes[i - 3] + codes[i + 3] + codes[i - stride] + codes[i + stride];
    out[i] = byteOf(codes[i] + sharpen * (codes[i] - 0.25 * around));
  }
  for (let i = to; i < codes.length; i++) out[i] = byteOf(codes[i]);
  return out;
}

const byteOf = (code: number): number => (255 * Math.min(1, Math.max(0, code)) + 0.5) | 0;

const FAINT = 0.045; // difference of codes from which two pixels are not drawn together
const kinship = (difference: number): number => Math.max(0, 1 - Math.abs(difference) / FAINT);

/** Denoising as phones do it: pixels that hardly differ from their neighbours are drawn together, edges stay. */
function smearFaint(codes: Float32Array, { width, height, smear = 0 }: Setup): void {
  const before = codes.slice();
  const down = 3 * width;
  for (let y = 2; y < height - 2; y++) {
    for (let i = y * down + 6; i < (y + 1) * down - 6; i++) {
      const here = before[i];
      const l2 = before[i - 6] - here;
      const l1 = before[i - 3] - here;
      const r1 = before[i + 3] - here;
      const r2 = before[i + 6] - here;
      const u2 = before[i - 2 * down] - here;
      const u1 = before[i - down] - here;
      const d1 = before[i + down] - here;
      const d2 = before[i + 2 * down] - here;
      const wl2 = kinship(l2);
      const wl1 = kinship(l1);
      const wr1 = kinship(r1);
      const wr2 = kinship(r2);
      const wu2 = kinship(u2);
      const wu1 = kinship(u1);
      const wd1 = kinship(d1);
      const wd2 = kinship(d2);
      const pull = wl2 * l2 + wl1 * l1 + wr1 * r1 + wr2 * r2 + wu2 * u2 + wu1 * u1 + wd1 * d1 + wd2 * d2;
      const all = 1 + wl2 + wl1 + wr1 + wr2 + wu2 + wu1 + wd1 + wd2;
      codes[i] = here + (smear * pull) / all;
    }
  }
}
