/** Places looked at along a side that show an edge, in flat arrays. */
export interface Hits {
  readonly count: number;
  /** number of the place along the side */
  readonly place: Int32Array;
  /** along the side 0..1, ascending */
  readonly t: Float64Array;
  /** across it, px, positive outwards */
  readonly offset: Float64Array;
  readonly weight: Float64Array;
  readonly sign: Int8Array;
}

/** Straight line offset = p + q t across a side. */
export interface OffsetLine {
  readonly p: number;
  readonly q: number;
}

/** Hits being gathered. */
export function makeHits(most: number) {
  const place = new Int32Array(most);
  const [t, offset, weight] = [0, 1, 2].map(() => new Float64Array(most));
  const sign = new Int8Array(most);
  return { count: 0, place, t, offset, weight, sign };
}

/** Those hits that are to be kept, in their order. */
export function keptHits(hits: Hits, keep: (i: number) => boolean): Hits {
  const out = makeHits(hits.count);
  for (let i = 0; i < hits.count; i++) {
    if (!keep(i)) continue;
    const to = out.count++;
    out.place[to] = hits.place[i];
    out.t[to] = hits.t[i];
    out.offset[to] = hits.offset[i];
    out.weight[to] = hits.weight[i];
    out.sign[to] = hits.sign[i];
  }
  return out;
}

const MOST_PAIRS = 220;
const LEAST_SPAN = 0.25; // of the side between the two hits that propose a line
const MOST_TURN = 0.12; // radians-like: offset per length a first guess may be off

/**
 * The line through two hits that most others lie on (a vote over evenly chosen pairs; nothing here is left to chance).
 */
function vote(
  { count: n, t, offset, weight }: Hits,
  { tolerance, length }: { tolerance: number; length: number },
): OffsetLine {
  const stride = Math.max(1, Math.sqrt((n * n) / 2 / MOST_PAIRS));
  let [bestP, bestQ, bestScore] = [0, 0, -1];
  for (let a = 0; a < n; a += stride) {
    const i = a | 0;
    for (let b = a + 1; b < n; b += stride) {
      const j = b | 0;
      const dt = t[j] - t[i];
      if (dt < LEAST_SPAN) continue;
      const q = (offset[j] - offset[i]) / dt;
      if (Math.abs(q) > MOST_TURN * length) continue;
      const p = offset[i] - q * t[i];
      let score = 0;
      for (let k = 0; k < n; k++) {
        const off = Math.abs(offset[k] - p - q * t[k]);
        if (off < tolerance) score += weight[k] * (1 - off / tolerance);
      }
      if (score > bestScore) [bestP, bestQ, bestScore] = [p, q, score];
    }
  }
  return { p: bestP, q: bestQ };
}

/**
 * The straight line most hits agree on: a vote, then re-weighted least squares with a redescending weight.
 * @param tolerance px
 * @param length of the side, px
 */
export function robustLine(hits: Hits, { tolerance, length }: { tolerance: number; length: number }): OffsetLine {
  let { p, q } = vote(hits, { tolerance, length });
  const { count, t, offset, weight } = hits;
  for (let step = 0; step < 8; step++) {
    let [s, st, stt, so, sto] = [0, 0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      const off = (offset[i] - p - q * t[i]) / (0.4 * tolerance);
      const w = weight[i] / (1 + off * off) ** 2;
      s += w;
      st += w * t[i];
      stt += w * t[i] * t[i];
      so += w * offset[i];
      sto += w * t[i] * offset[i];
    }
    const det = s * stt - st * st;
    if (Math.abs(det) < 1e-12) break;
    q = (s * sto - st * so) / det;
    p = (so - q * st) / s;
  }
  return { p, q };
}
