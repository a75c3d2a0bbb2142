import type { EdgeField } from './edgeField';

/** A straight line in px: nx x + ny y = d, with (nx, ny) of length 1. Near-vertical lines have nx > 0, near-horizontal ones ny > 0. */
export interface Line {
  readonly nx: number;
  readonly ny: number;
  readonly d: number;
  readonly votes: number;
}

const MOST_LEAN = 32; // degrees a canvas side may lean from upright or level and still be looked for
const STEP = 1; // degrees a bin

/** Pixels that vote, in flat arrays: where, the bin of their own gradient's lean, and how loud. */
interface Voters {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly bin: Int16Array;
  readonly weight: Float32Array;
  readonly count: number;
}

const BINS = Math.round((2 * MOST_LEAN) / STEP) + 1;
const TURN = 3; // bins either side of its own lean that a pixel votes for
const NEAR = 2.5; // px from a line within which a pixel belongs to it
const LEAST_VOTES = 12; // a dozen strong pixels in a row: less is texture

const normalsOf = (upright: boolean) =>
  Array.from({ length: BINS }, (_, k): [number, number] => {
    const lean = ((k * STEP - MOST_LEAN) * Math.PI) / 180;
    return upright ? [Math.cos(lean), Math.sin(lean)] : [Math.sin(lean), Math.cos(lean)];
  });

function votersOf(field: EdgeField, upright: boolean): Voters {
  const { width, height, strength } = field;
  const cap = strongest(strength, 0.02);
  const floor = Math.max(cap * 0.06, 0.002);
  const [x, y, weight] = [0, 1, 2].map(() => new Float32Array(width * height));
  const bin = new Int16Array(width * height);
  let count = 0;
  for (let py = 1; py < height - 1; py++) {
    for (let px = 1, i = py * width + 1; px < width - 1; px++, i++) {
      if (strength[i] < floor) continue;
      const [along, across] = upright ? [field.gx[i], field.gy[i]] : [field.gy[i], field.gx[i]];
      const lean = (Math.atan2(across * Math.sign(along || 1), Math.abs(along)) * 180) / Math.PI;
      if (Math.abs(lean) > MOST_LEAN + TURN * STEP) continue;
      x[count] = px;
      y[count] = py;
      bin[count] = Math.round((lean + MOST_LEAN) / STEP);
      weight[count++] = Math.sqrt(Math.min(strength[i], cap) / cap);
    }
  }
  return { x, y, bin, weight, count };
}

/** Least squares through the pixels of a line, so that it is truer than its bin. */
function throughVoters({ x, y, weight }: Voters, members: readonly number[], upright: boolean): Omit<Line, 'votes'> {
  // x = p + q y for upright lines, y = p + q x for level ones.
  const [own, other] = upright ? [x, y] : [y, x];
  let [s, st, stt, so, sto] = [0, 0, 0, 0, 0];
  for (const i of members) {
    const w = weight[i];
    s += w;
    st += w * other[i];
    stt += w * other[i] * other[i];
    so += w * own[i];
    sto += w * other[i] * own[i];
  }
  const det = s * stt - st * st;
  const q = det > 1e-9 ? (s * sto - st * so) / det : 0;
  const p = (so - q * st) / s;
  const length = Math.hypot(1, q);
  const [a, b, d] = [1 / length, -q / length, p / length];
  return upright ? { nx: a, ny: b, d } : { nx: b, ny: a, d };
}

/**
 * Straight lines by a Hough transform in which each pixel votes only near its own gradient direction (Ballard 1981). Each line found
 * takes its pixels' votes with it, so that one strong edge does not come back as a fan of its neighbours.
 * @param upright true: near-vertical lines; false: near-horizontal ones
 * @param most how many to return, strongest first
 */
export function straightLines(field: EdgeField, upright: boolean, most: number): Line[] {
  const reach = Math.ceil(Math.hypot(field.width, field.height));
  const span = 2 * reach;
  const votes = new Float32Array(BINS * span);
  const normals = normalsOf(upright);
  const voters = votersOf(field, upright);
  const cast = (i: number, sign: number) => {
    const last = Math.min(BINS - 1, voters.bin[i] + TURN);
    for (let k = Math.max(0, voters.bin[i] - TURN); k <= last; k++) {
      const d = normals[k][0] * voters.x[i] + normals[k][1] * voters.y[i];
      votes[k * span + Math.round(d) + reach] += sign * voters.weight[i];
    }
  };
  for (let i = 0; i < voters.count; i++) cast(i, 1);
  const gone = new Uint8Array(voters.count);
  const found: Line[] = [];
  while (found.length < most) {
    const at = loudest(votes, span);
    if (votes[at] < LEAST_VOTES) break;
    const k = Math.floor(at / span);
    const [nx, ny] = normals[k];
    const d = (at % span) - reach;
    const members: number[] = [];
    for (let i = 0; i < voters.count; i++) {
      if (gone[i] || Math.abs(voters.bin[i] - k) > TURN) continue;
      if (Math.abs(nx * voters.x[i] + ny * voters.y[i] - d) > NEAR) continue;
      members.push(i);
    }
    if (members.length === 0) break;
    const line = { ...throughVoters(voters, members, upright), votes: votes[at] };
    for (const i of members) {
      gone[i] = 1;
      cast(i, -1);
    }
    found.push(line);
  }
  return found;
}

/** Index of the most votes, a bin and its right neighbour in distance counted together (a line falls between bins as often as not). */
function loudest(votes: Float32Array, span: number): number {
  let [best, most] = [0, -1];
  for (let i = 0; i < votes.length - 1; i++) {
    if (votes[i] <= 0) continue;
    const v = votes[i] + ((i + 1) % span ? 0.5 * votes[i + 1] : 0);
    if (v > most) [best, most] = [i, v];
  }
  return best;
}

/** Value that the given share of the field exceeds. */
function strongest(strength: Float32Array, share: number): number {
  const sample = Float32Array.from({ length: Math.ceil(strength.length / 7) }, (_, i) => strength[i * 7]).sort();
  return Math.max(1e-6, sample[Math.floor(sample.length * (1 - share))]);
}

/** Where two lines cross; null where they are parallel. */
export function crossing(one: Line, two: Line): [number, number] | null {
  const det = one.nx * two.ny - one.ny * two.nx;
  if (Math.abs(det) < 1e-6) return null;
  return [(one.d * two.ny - two.d * one.ny) / det, (one.nx * two.d - two.nx * one.d) / det];
}
