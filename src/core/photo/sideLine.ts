/** A place looked at along a side that shows an edge. */
export interface Hit {
  /** number of the place along the side */
  readonly place: number;
  /** along the side 0..1 */
  readonly t: number;
  /** across it, px, positive outwards */
  readonly offset: number;
  readonly weight: number;
  readonly sign: number;
}

/** Straight line offset = p + q t across a side. */
export interface OffsetLine {
  readonly p: number;
  readonly q: number;
}

const MOST_PAIRS = 220;
const LEAST_SPAN = 0.25; // of the side between the two hits that propose a line
const MOST_TURN = 0.12; // radians-like: offset per length a first guess may be off

/** The line through two hits that most others lie on (a vote over evenly chosen pairs; nothing here is left to chance). */
function vote(hits: readonly Hit[], { tolerance, length }: { tolerance: number; length: number }): OffsetLine {
  const n = hits.length;
  const t = Float64Array.from(hits, (h) => h.t);
  const offset = Float64Array.from(hits, (h) => h.offset);
  const weight = Float64Array.from(hits, (h) => h.weight);
  const stride = Math.max(1, Math.sqrt((n * n) / 2 / MOST_PAIRS));
  let best = { p: 0, q: 0, score: -1 };
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
      if (score > best.score) best = { p, q, score };
    }
  }
  return best;
}

/**
 * The straight line most hits agree on: a vote, then re-weighted least squares with a redescending weight.
 * @param hits in the order of their places
 * @param tolerance px
 * @param length of the side, px
 */
export function robustLine(
  hits: readonly Hit[],
  { tolerance, length }: { tolerance: number; length: number },
): OffsetLine {
  let { p, q } = vote(hits, { tolerance, length });
  for (let step = 0; step < 8; step++) {
    let [s, st, stt, so, sto] = [0, 0, 0, 0, 0];
    for (const h of hits) {
      const w = h.weight / (1 + ((h.offset - p - q * h.t) / (0.4 * tolerance)) ** 2) ** 2;
      s += w;
      st += w * h.t;
      stt += w * h.t * h.t;
      so += w * h.offset;
      sto += w * h.t * h.offset;
    }
    const det = s * stt - st * st;
    if (Math.abs(det) < 1e-12) break;
    q = (s * sto - st * so) / det;
    p = (so - q * st) / s;
  }
  return { p, q };
}
