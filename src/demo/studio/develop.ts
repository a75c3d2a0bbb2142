import { chance, normal } from './chance';
import { toCode } from './colour';
import type { Setup } from './camera';

type Frame = Pick<Setup, 'width' | 'height'>;

/** Blurs light as a lens does, in place. @param sigma px */
export function blurInPlace(data: Float32Array, { width, height }: Frame, sigma: number): void {
  if (sigma <= 0) return;
  const radius = Math.max(1, Math.ceil(2.5 * sigma));
  const kernel = Float64Array.from({ length: 2 * radius + 1 }, (_, k) => Math.exp(-0.5 * ((k - radius) / sigma) ** 2));
  const total = kernel.reduce((s, v) => s + v, 0);
  const stride = 3 * width;
  const row = new Float32Array(stride + 6 * radius);
  for (let y = 0; y < height; y++) blurRow(data.subarray(y * stride, (y + 1) * stride), { row, radius, kernel, total });
  blurDown(data, { stride, height, radius, kernel, total });
}

interface Kernel {
  readonly radius: number;
  readonly kernel: Float64Array;
  readonly total: number;
}

/** One line; its ends go on beyond the picture. */
function blurRow(line: Float32Array, { row, radius, kernel, total }: Kernel & { row: Float32Array }): void {
  const { length } = line;
  row.set(line, 3 * radius);
  for (let k = 0; k < 3 * radius; k++) {
    row[k] = line[k % 3];
    row[3 * radius + length + k] = line[length - 3 + (k % 3)];
  }
  const taps = kernel.length;
  for (let j = 0; j < length; j++) {
    let sum = 0;
    for (let k = 0; k < taps; k++) sum += kernel[k] * row[j + 3 * k];
    line[j] = sum / total;
  }
}

/** All columns at once, line after line as they lie in memory; the lines above are kept as they were. */
function blurDown(
  data: Float32Array,
  { stride, height, radius, kernel, total }: Kernel & { stride: number; height: number },
): void {
  const slots = 2 * radius + 1;
  const kept = Array.from({ length: slots }, () => new Float32Array(stride));
  const keep = (y: number) => kept[y % slots].set(data.subarray(y * stride, (y + 1) * stride));
  for (let y = 0; y < Math.min(height, radius); y++) keep(y);
  const sums = new Float64Array(stride);
  for (let y = 0; y < height; y++) {
    if (y + radius < height) keep(y + radius);
    sums.fill(0);
    for (let o = -radius; o <= radius; o++) {
      const line = kept[Math.min(height - 1, Math.max(0, y + o)) % slots];
      const weight = kernel[o + radius];
      for (let j = 0; j < stride; j++) sums[j] += weight * line[j];
    }
    const to = y * stride;
    for (let j = 0; j < stride; j++) data[to + j] = sums[j] / total;
  }
}

/** What the phone makes of the light: exposure, half a white balance, noise, tone curve, halos. */
export function develop(data: Float32Array, setup: Setup): Uint8Array {
  const codes = exposed(data, setup);
  if (setup.smear) smearFaint(codes, setup);
  return sharpened(codes, setup);
}

/** Codes 0..1 from light, with the noise of the sensor. */
function exposed(data: Float32Array, setup: Setup): Float32Array {
  const means = [0, 0, 0];
  for (let i = 0; i < data.length; i += 33) for (let c = 0; c < 3; c++) means[c] += Math.min(1, data[i - (i % 3) + c]);
  const count = data.length / 33;
  const grey = means.reduce((s, v) => s + v, 0) / 3 / count;
  const gains = Float64Array.from(means, (m) => 1 + setup.auto * ((0.16 / grey) * Math.sqrt(grey / (m / count)) - 1));
  const random = chance(setup.seed + 17);
  const codes = new Float32Array(data.length);
  const curve = Float32Array.from({ length: 4097 }, (_, i) => {
    const c = toCode((i / 4096) ** 2);
    return (1 - setup.tone) * c + setup.tone * c * c * (3 - 2 * c);
  });
  const { noise } = setup;
  for (let i = 0; i < data.length; i += 3) {
    for (let c = 0; c < 3; c++) {
      const light = data[i + c] * gains[c];
      const noisy = noise > 0 ? light + noise * (0.3 + Math.sqrt(Math.max(0, light))) * normal(random) : light;
      // Positive, so cutting off after adding a half rounds.
      codes[i + c] = curve[(Math.sqrt(Math.min(1, Math.max(0, noisy))) * 4096 + 0.5) | 0];
    }
  }
  return codes;
}

/** Bytes from codes, with the halos of a phone's sharpening. */
function sharpened(codes: Float32Array, { width, sharpen }: Setup): Uint8Array {
  const out = new Uint8Array(codes.length);
  const stride = 3 * width;
  const [from, to] = [stride + 3, codes.length - stride - 3];
  for (let i = 0; i < codes.length; i++) {
    const here = codes[i];
    const halo =
      i >= from && i < to && sharpen > 0
        ? sharpen * (here - 0.25 * (codes[i - 3] + codes[i + 3] + codes[i - stride] + codes[i + stride]))
        : 0;
    out[i] = (255 * Math.min(1, Math.max(0, here + halo)) + 0.5) | 0;
  }
  return out;
}

/** Denoising as phones do it: pixels that hardly differ from their neighbours are drawn together, edges stay. */
function smearFaint(codes: Float32Array, { width, height, smear = 0 }: Setup): void {
  const before = codes.slice();
  const stride = 3 * width;
  const ways = Int32Array.of(-6, -3, 3, 6, -stride, stride, -2 * stride, 2 * stride);
  for (let y = 2; y < height - 2; y++) {
    for (let i = y * stride + 6; i < (y + 1) * stride - 6; i++) {
      const here = before[i];
      let sum = here;
      let all = 1;
      for (let k = 0; k < 8; k++) {
        const there = before[i + ways[k]];
        const weight = Math.max(0, 1 - Math.abs(there - here) / 0.045);
        sum += weight * there;
        all += weight;
      }
      codes[i] += smear * (sum / all - codes[i]);
    }
  }
}
