import { exceededBy, type EdgeField } from './edgeField';

/**
 * A straight line in px: nx x + ny y = d, with (nx, ny) of length 1. Near-vertical lines have nx > 0, near-horizontal
 * ones ny > 0.
 */
export interface Line {
  readonly nx: number;
  readonly ny: number;
  readonly d: number;
  readonly votes: number;
}

const MOST_LEAN = 32; // degrees a canvas side may lean from upright or level and still be looked for
const STEP = 1; // degrees a bin

/** Pixels that vote, in flat arrays by the bin of their own gradient's lean: where, and how loud. */
interface Voters {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly weight: Float32Array;
  /** those of bin k lie from starts[k + TURN] up to starts[k + TURN + 1] */
  readonly starts: Int32Array;
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

const LEANS = BINS + 2 * TURN; // bins a voter's own lean may fall into

function votersOf({ width, height, strength, gx, gy }: EdgeField, upright: boolean): Voters {
  const cap = Math.max(1e-6, exceededBy(strength, 0.02));
  const floor = Math.max(cap * 0.06, 0.002);
  const [ahead, aside] = upright ? [gx, gy] : [gy, gx];
  const steepest = Math.tan(((MOST_LEAN + TURN * STEP) * Math.PI) / 180);
  const leanOf = new Int8Array(strength.length).fill(-1);
  const starts = new Int32Array(LEANS + 1);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      if (strength[i] < floor || Math.abs(aside[i]) > steepest * Math.abs(ahead[i])) continue;
      const lean = (Math.atan(aside[i] / ahead[i]) * 180) / Math.PI;
      leanOf[i] = Math.round((lean + MOST_LEAN) / STEP) + TURN;
      starts[leanOf[i] + 1]++;
    }
  }
  for (let k = 0; k < LEANS; k++) starts[k + 1] += starts[k];
  const next = starts.slice();
  const [xs, ys, weight] = [0, 1, 2].map(() => new Float32Array(starts[LEANS]));
  for (let i = 0; i < leanOf.length; i++) {
    if (leanOf[i] < 0) continue;
    const to = next[leanOf[i]]++;
    xs[to] = i % width;
    ys[to] = (i / width) | 0;
    weight[to] = Math.sqrt(Math.min(strength[i], cap) / cap);
  }
  return { x: xs, y: ys, weight, starts };
}

/** Least squares through the pixels of a line, so that it is truer than its bin. */
function throughVoters(
  { x, y, weight }: Voters,
  members: readonly { i: number }[],
  upright: boolean,
): Omit<Line, 'votes'> {
  // x = p + q y for upright lines, y = p + q x for level ones.
  const [own, other] = upright ? [x, y] : [y, x];
  let [s, st, stt, so, sto] = [0, 0, 0, 0, 0];
  for (const { i } of members) {
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
 * Votes for every line: a row of distances from -reach to reach for every bin of leans, and where each row is loudest.
 */
class Ballot {
  private readonly votes: Float32Array;
  private readonly span: number;
  private readonly best = new Int32Array(BINS);
  private readonly most = new Float32Array(BINS);
  readonly normals: readonly [number, number][];

  constructor(
    private readonly voters: Voters,
    private readonly reach: number,
    upright: boolean,
  ) {
    this.span = 2 * reach;
    this.votes = new Float32Array(BINS * this.span);
    this.normals = normalsOf(upright);
    for (let lean = 0; lean < LEANS; lean++)
      for (let i = voters.starts[lean]; i < voters.starts[lean + 1]; i++) this.cast(i, lean, 1);
    for (let k = 0; k < BINS; k++) this.count(k);
  }

  private cast(i: number, lean: number, sign: number): void {
    const last = Math.min(BINS - 1, lean);
    const [x, y, w] = [this.voters.x[i], this.voters.y[i], sign * this.voters.weight[i]];
    for (let k = Math.max(0, lean - 2 * TURN); k <= last; k++) {
      const normal = this.normals[k];
      this.votes[k * this.span + ((normal[0] * x + normal[1] * y + this.reach + 0.5) | 0)] += w;
    }
  }

  /** A bin and its right neighbour in distance count together (a line falls between bins as often as not). */
  private count(k: number): void {
    let [best, most] = [0, -1];
    const row = k * this.span;
    for (let i = 0; i < this.span - 1; i++) {
      const here = this.votes[row + i];
      if (here <= 0) continue;
      const v = here + 0.5 * this.votes[row + i + 1];
      if (v > most) [best, most] = [i, v];
    }
    this.best[k] = best;
    this.most[k] = most;
  }

  /** The loudest line. */
  loudest(): { k: number; d: number; votes: number } {
    let k = 0;
    for (let other = 1; other < BINS; other++) if (this.most[other] > this.most[k]) k = other;
    return { k, d: this.best[k] - this.reach, votes: this.votes[k * this.span + this.best[k]] };
  }

  /** Takes back the votes of pixels. */
  remove(members: readonly { i: number; lean: number }[]): void {
    let [first, last] = [BINS, -1];
    for (const { i, lean } of members) {
      this.cast(i, lean, -1);
      first = Math.min(first, Math.max(0, lean - 2 * TURN));
      last = Math.max(last, Math.min(BINS - 1, lean));
    }
    for (let k = first; k <= last; k++) this.count(k);
  }
}

/**
 * Straight lines by a Hough transform in which each pixel votes only near its own gradient direction (Ballard 1981).
 * Each line found
 * takes its pixels' votes with it, so that one strong edge does not come back as a fan of its neighbours.
 * @param upright true: near-vertical lines; false: near-horizontal ones
 * @param most how many to return, strongest first
 */
export function straightLines(field: EdgeField, upright: boolean, most: number): Line[] {
  const voters = votersOf(field, upright);
  const ballot = new Ballot(voters, Math.ceil(Math.hypot(field.width, field.height)), upright);
  const gone = new Uint8Array(voters.x.length);
  const found: Line[] = [];
  while (found.length < most) {
    const { k, d, votes } = ballot.loudest();
    if (votes < LEAST_VOTES) break;
    const [nx, ny] = ballot.normals[k];
    const members: { i: number; lean: number }[] = [];
    for (let lean = k; lean <= k + 2 * TURN; lean++) {
      for (let i = voters.starts[lean]; i < voters.starts[lean + 1]; i++) {
        if (gone[i] || Math.abs(nx * voters.x[i] + ny * voters.y[i] - d) > NEAR) continue;
        gone[i] = 1;
        members.push({ i, lean });
      }
    }
    if (members.length === 0) break;
    found.push({ ...throughVoters(voters, members, upright), votes });
    ballot.remove(members);
  }
  return found;
}

/** Where two lines cross; null where they are parallel. */
export function crossing(one: Line, two: Line): [number, number] | null {
  const det = one.nx * two.ny - one.ny * two.nx;
  if (Math.abs(det) < 1e-6) return null;
  return [(one.d * two.ny - two.d * one.ny) / det, (one.nx * two.d - two.nx * one.d) / det];
}
