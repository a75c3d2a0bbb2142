import { lightnessFromLuminance, linearFromLab, luminanceFromValue, valueFromLuminance } from '../colour';
import { linearTables, median, solveLinear, type Box, type Picture, type Point } from '../raster';

/** A patch of known value, or of known colour, somewhere in the photo. */
export interface GreyPatch {
  /** photo px */
  readonly box: Box;
  /** Munsell value 0..10 */
  readonly value: number;
  /** CIELAB a* and b* (D65) of a patch that is not neutral */
  readonly ab?: readonly [number, number];
  /** how far the value may be off, one sigma, steps; 0 when left out */
  readonly doubt?: number;
  /** how far a* and b* may be off, one sigma, units; 0 when left out */
  readonly abDoubt?: number;
}

/** What the photo shows of a patch: linear light per channel before and the light it should have been. */
export interface SeenPatch {
  readonly centre: Point;
  readonly seen: readonly [number, number, number];
  readonly known: readonly [number, number, number];
  /** one sigma of its value, steps */
  readonly doubt: number;
  /** one sigma of its a* and b*, units; left out = it is a grey */
  readonly abDoubt?: number;
  /** a channel is at the end of its range: the patch says nothing there */
  readonly clipped: boolean;
}

/**
 * Reads a patch: the median of each channel over the middle 80 % of its box, so that an edge taken in does no harm.
 * @returns null where the box lies outside the photo or holds fewer than four pixels
 */
export function readPatch(picture: Picture, patch: GreyPatch): SeenPatch | null {
  const { box, doubt = 0, ab, abDoubt = 0 } = patch;
  const tables = linearTables(picture);
  const top = picture.data instanceof Uint16Array ? 65535 : 255;
  const [x0, y0] = [Math.max(0, Math.round(box[0] + 0.1 * box[2])), Math.max(0, Math.round(box[1] + 0.1 * box[3]))];
  const [x1, y1] = [
    Math.min(picture.width, Math.round(box[0] + 0.9 * box[2])),
    Math.min(picture.height, Math.round(box[1] + 0.9 * box[3])),
  ];
  if ((x1 - x0) * (y1 - y0) < 4) return null;
  const step = Math.max(1, Math.floor(Math.sqrt(((x1 - x0) * (y1 - y0)) / 20000)));
  const samples: number[][] = [[], [], []];
  for (let y = y0; y < y1; y += step) {
    for (let x = x0; x < x1; x += step)
      for (let c = 0; c < 3; c++) samples[c].push(picture.data[3 * (y * picture.width + x) + c]);
  }
  const codes = samples.map(median);
  let seen = codes.map((code, c) =>
    mean(samples[c].filter((v) => Math.abs(v - code) <= 0.06 * top).map((v) => tables[c][v])),
  );
  const m = picture.profile.matrix;
  if (m) seen = [0, 3, 6].map((row) => m[row] * seen[0] + m[row + 1] * seen[1] + m[row + 2] * seen[2]);
  return {
    centre: [box[0] + box[2] / 2, box[1] + box[3] / 2],
    seen: seen.map((v) => Math.max(v, 1e-5)) as [number, number, number],
    known: lightOf(patch),
    doubt,
    ...(ab ? { abDoubt } : {}),
    clipped: codes.some((code) => code >= 0.992 * top),
  };
}

/** Linear light of a patch, as it is. */
function lightOf({ value, ab: [a, b] = [0, 0] }: GreyPatch): [number, number, number] {
  const y = luminanceFromValue(value) / 100;
  if (a === 0 && b === 0) return [y, y, y];
  const rgb = linearFromLab({ L: lightnessFromLuminance(100 * y), a, b });
  return rgb.map((v) => Math.max(v, 1e-5)) as [number, number, number];
}

const GREYS = 3; // that hold a tone curve

/**
 * Patches that tell the tone curve, and known colours that need not: where greys hold it, a colour tells what the
 * camera does to colours instead. Where they do not, a known colour is all there is.
 */
export function parted(patches: readonly SeenPatch[]): { tones: readonly SeenPatch[]; colours: readonly SeenPatch[] } {
  const tones = patches.filter(({ abDoubt }) => abDoubt === undefined);
  if (tones.filter(({ clipped }) => !clipped).length < GREYS) return { tones: patches, colours: [] };
  return { tones, colours: patches.filter(({ abDoubt, clipped }) => abDoubt !== undefined && !clipped) };
}

/**
 * What the patches' own values leave uncertain, steps: printers err one way over the whole row, so little of it
 * averages out.
 */
export const doubtOfPatches = (usable: readonly SeenPatch[]): number =>
  usable.length === 0 ? 0 : 0.6 * Math.sqrt(usable.reduce((sum, { doubt }) => sum + doubt ** 2, 0) / usable.length);

const BEND = 0.1; // stops by which a phone's curve strays from a parabola in log light

/**
 * Greys that are known only roughly (a printer's) hold one another up: a camera's curve is smooth, so what one grey
 * says against all
 * the others is the printer's doing more than the camera's. Each is moved towards the parabola (log light) through all
 * of them, the
 * further the more doubtful it is. Greys without doubt stay as they are.
 */
export function steadied(patches: readonly SeenPatch[]): readonly SeenPatch[] {
  const grey = patches.filter(({ clipped, known }) => !clipped && known[0] === known[1] && known[1] === known[2]);
  if (grey.length < 4 || grey.every(({ doubt }) => doubt === 0)) return patches;
  const stops = ({ known, doubt }: SeenPatch) => {
    const value = valueFromLuminance(100 * known[1]);
    return doubt * Math.log2(luminanceFromValue(value + 0.5) / luminanceFromValue(value - 0.5));
  };
  const seen = ({ seen: [r, g, b] }: SeenPatch) => Math.log2(Math.cbrt(r * g * b)) + 3;
  const rows = Array.from({ length: 3 }, () => [0, 0, 0]);
  const rhs = [0, 0, 0];
  for (const patch of grey) {
    const x = seen(patch);
    const powers = [1, x, x * x];
    const w = 1 / (stops(patch) ** 2 + BEND ** 2);
    powers.forEach((p, i) => {
      rhs[i] += w * p * Math.log2(patch.known[1]);
      powers.forEach((q, j) => (rows[i][j] += w * p * q));
    });
  }
  const fit = solveLinear(rows, rhs);
  if (!fit) return patches;
  return patches.map((patch) => {
    if (!grey.includes(patch) || patch.doubt === 0) return patch;
    const x = seen(patch);
    const through = fit[0] + fit[1] * x + fit[2] * x * x;
    const own = Math.log2(patch.known[1]);
    const y = 2 ** (through + ((own - through) * BEND ** 2) / (BEND ** 2 + stops(patch) ** 2));
    return { ...patch, known: [y, y, y] as const };
  });
}

const mean = (numbers: number[]) => numbers.reduce((s, v) => s + v, 0) / Math.max(1, numbers.length);
