import { linearTables, median, type Corners, type Picture, type Point } from '../raster';

/** One side of the canvas as fitted to the photo at full size. */
export interface Side {
  readonly from: Point;
  readonly to: Point;
  /** share of the looked-at places that agree on this straight line, 0..1 */
  readonly agreement: number;
  /** scatter of those places about the line, px */
  readonly scatterPx: number;
  /** width of the 10-90 % rise across the side, px: the photo's own blur, where the side is crisp */
  readonly risePx: number;
}

interface Hit {
  /** along the side 0..1 */
  readonly t: number;
  /** across it, px, positive outwards */
  readonly offset: number;
  readonly weight: number;
  readonly sign: number;
}

/** Cube root of linear light for every code value: steps in the dark count as they do to the eye. */
const perceptualTables = (picture: Picture) => linearTables(picture).map((table) => table.map((v) => Math.cbrt(v)));

function profileAcross(
  picture: Picture,
  tables: Float32Array[],
  { at, normal, reach }: { at: Point; normal: Point; reach: number },
): Float32Array[] {
  const { data, width, height } = picture;
  const n = 2 * reach + 1;
  const out = [0, 1, 2].map(() => new Float32Array(n));
  for (let k = 0; k < n; k++) {
    const x = Math.min(Math.max(at[0] + (k - reach) * normal[0] - 0.5, 0), width - 1.001);
    const y = Math.min(Math.max(at[1] + (k - reach) * normal[1] - 0.5, 0), height - 1.001);
    const i = 3 * ((y | 0) * width + (x | 0));
    const [fx, fy] = [x - (x | 0), y - (y | 0)];
    for (let c = 0; c < 3; c++) {
      const t = tables[c];
      const top = t[data[i + c]] * (1 - fx) + t[data[i + 3 + c]] * fx;
      const low = t[data[i + 3 * width + c]] * (1 - fx) + t[data[i + 3 * width + 3 + c]] * fx;
      out[c][k] = top * (1 - fy) + low * fy;
    }
  }
  return out;
}

/** Place of the steepest change of a profile, to a fraction of a sample, preferring places near the middle. */
function steepest(
  profiles: Float32Array[],
  half: number,
  wantSign: number,
): { offset: number; strength: number; sign: number } {
  const n = profiles[0].length;
  const middle = (n - 1) / 2;
  const slopes = new Float32Array(n);
  for (let k = half; k < n - half; k++) {
    let best = 0;
    for (const p of profiles) {
      let s = 0;
      for (let o = 1; o <= half; o++) s += p[k + o] - p[k - o];
      if (Math.abs(s) > Math.abs(best)) best = s;
    }
    slopes[k] = best / half;
  }
  let at = -1;
  let strength = 0;
  for (let k = half; k < n - half; k++) {
    const s = Math.abs(slopes[k]) * Math.exp(-0.5 * ((k - middle) / (0.6 * middle)) ** 2);
    if (s <= strength || (wantSign !== 0 && Math.sign(slopes[k]) !== wantSign)) continue;
    strength = s;
    at = k;
  }
  if (at < 0) return { offset: 0, strength: 0, sign: 0 };
  const [a, b, c] = [-1, 0, 1].map((o) => Math.abs(slopes[Math.min(n - 1, Math.max(0, at + o))]));
  const bend = a - 2 * b + c;
  return { offset: at - middle + (bend < 0 ? (0.5 * (a - c)) / bend : 0), strength, sign: Math.sign(slopes[at]) };
}

/** Straight line offset = p + q t by re-weighted least squares (Cauchy weights), after a vote over pairs to start near the truth. */
function robustLine(hits: Hit[], tolerance: number): { p: number; q: number } {
  let best = { p: 0, q: 0, score: -1 };
  for (let i = 0; i < hits.length; i += 2) {
    for (let j = Math.floor(hits.length / 2); j < hits.length; j += 3) {
      const dt = hits[j].t - hits[i].t;
      if (Math.abs(dt) < 0.25) continue;
      const q = (hits[j].offset - hits[i].offset) / dt;
      const p = hits[i].offset - q * hits[i].t;
      const score = hits.reduce(
        (sum, h) => sum + h.weight * Math.max(0, 1 - Math.abs(h.offset - p - q * h.t) / tolerance),
        0,
      );
      if (score > best.score) best = { p, q, score };
    }
  }
  let { p, q } = best;
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

interface Pass {
  readonly reach: number;
  readonly places: number;
  readonly half: number;
  readonly tolerance: number;
  readonly sign: number;
}

function passOver(
  picture: Picture,
  tables: Float32Array[],
  { from, to, pass }: { from: Point; to: Point; pass: Pass },
) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const normal: Point = [(to[1] - from[1]) / length, (from[0] - to[0]) / length]; // outwards for clockwise corners
  const hits: Hit[] = [];
  for (let k = 0; k < pass.places; k++) {
    const t = 0.03 + (0.94 * k) / (pass.places - 1);
    const at: Point = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
    const { offset, strength, sign } = steepest(
      profileAcross(picture, tables, { at, normal, reach: pass.reach }),
      pass.half,
      pass.sign,
    );
    if (strength > 0.004) hits.push({ t, offset, weight: Math.min(strength, 0.1), sign });
  }
  if (hits.length < 8) return null;
  const line = robustLine(hits, pass.tolerance);
  const near = hits.filter((h) => Math.abs(h.offset - line.p - line.q * h.t) < pass.tolerance);
  const votes = near.reduce((sum, h) => sum + h.sign * h.weight, 0);
  const move = (t: number, end: Point): Point => [
    end[0] + (line.p + line.q * t) * normal[0],
    end[1] + (line.p + line.q * t) * normal[1],
  ];
  return {
    from: move(0, from),
    to: move(1, to),
    sign: Math.sign(votes),
    agreement: near.length / pass.places,
    scatterPx: median(near.map((h) => Math.abs(h.offset - line.p - line.q * h.t))) * 1.48,
  };
}

/** 10-90 % rise of the mean profile, each profile first moved onto its own crossing (a wobbly side is not a soft one). */
function riseOf(
  picture: Picture,
  tables: Float32Array[],
  { from, to, reach }: { from: Point; to: Point; reach: number },
): number {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const normal: Point = [(to[1] - from[1]) / length, (from[0] - to[0]) / length];
  const rises: number[] = [];
  for (let k = 0; k < 60; k++) {
    const t = 0.05 + 0.9 * (k / 59);
    const at: Point = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
    for (const profile of profileAcross(picture, tables, { at, normal, reach })) {
      const width = riseWidth(profile);
      if (width !== null) rises.push(width);
    }
  }
  return rises.length < 10 ? NaN : median(rises);
}

/** 10-90 % rise of one crossing, in samples; null where there is no clear step. */
function riseWidth(profile: Float32Array): number | null {
  const n = profile.length;
  const end = Math.max(2, Math.floor(n / 5));
  const low = profile.slice(0, end).reduce((s, v) => s + v, 0) / end;
  const high = profile.slice(n - end).reduce((s, v) => s + v, 0) / end;
  const step = high - low;
  if (Math.abs(step) < 0.12) return null;
  const middle = (n - 1) / 2;
  let cross = -1;
  for (let k = 1; k < n; k++) {
    if (
      (profile[k - 1] - low) / step < 0.5 &&
      (profile[k] - low) / step >= 0.5 &&
      (cross < 0 || Math.abs(k - middle) < Math.abs(cross - middle))
    )
      cross = k;
  }
  if (cross < 0) return null;
  const reach = (share: number, direction: number): number | null => {
    for (let k = direction < 0 ? cross - 1 : cross; k > 0 && k < n - 1; k += direction) {
      const here = (profile[k] - low) / step;
      if (direction < 0 ? here <= share : here >= share) {
        const back = (profile[k - direction] - low) / step;
        return k - direction * ((here - share) / (here - back || 1));
      }
    }
    return null;
  };
  const [a, b] = [reach(0.1, -1), reach(0.9, 1)];
  return a === null || b === null ? null : Math.max(0.3, b - a);
}

/**
 * Fits the four sides near the given corners, first in a wide band, then in narrow ones that keep to the side's own polarity.
 * @returns sides in the order top, right, bottom, left; null where a side shows too little to fit
 */
export function refineSides(picture: Picture, corners: Corners, bandPx: number): (Side | null)[] {
  const tables = perceptualTables(picture);
  return corners.map((corner, i) => {
    let ends = { from: corner, to: corners[(i + 1) % 4], sign: 0, agreement: 0, scatterPx: 0 };
    const fine = Math.max(4, Math.round(bandPx / 4));
    const passes = [
      {
        reach: Math.round(bandPx),
        places: 90,
        half: Math.max(2, Math.round(bandPx / 10)),
        tolerance: Math.max(2, bandPx / 6),
      },
      { reach: fine * 2, places: 140, half: Math.max(2, Math.round(fine / 3)), tolerance: Math.max(2, fine / 2) },
      { reach: fine, places: 200, half: 2, tolerance: 2 },
    ];
    for (const pass of passes) {
      const next = passOver(picture, tables, { ...ends, pass: { ...pass, sign: ends.sign } });
      if (!next) return null;
      ends = next;
    }
    return { ...ends, risePx: riseOf(picture, tables, { ...ends, reach: Math.max(6, fine) }) };
  });
}
