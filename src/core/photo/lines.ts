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

/**
 * Straight lines by a Hough transform in which each pixel votes only near its own gradient direction (Ballard 1981).
 * @param upright true: near-vertical lines; false: near-horizontal ones
 * @param most how many to return, strongest first
 */
export function straightLines(field: EdgeField, upright: boolean, most: number): Line[] {
  const bins = Math.round((2 * MOST_LEAN) / STEP) + 1;
  const reach = Math.ceil(Math.hypot(field.width, field.height));
  const votes = new Float32Array(bins * 2 * reach);
  const normals = Array.from({ length: bins }, (_, k) => {
    const lean = ((k * STEP - MOST_LEAN) * Math.PI) / 180;
    return upright ? [Math.cos(lean), Math.sin(lean)] : [Math.sin(lean), Math.cos(lean)];
  });
  const cap = strongest(field.strength, 0.02);
  const floor = cap * 0.06;
  for (let y = 1, i = 0; y < field.height - 1; y++) {
    for (let x = 1; x < field.width - 1; x++) {
      i = y * field.width + x;
      const s = field.strength[i];
      if (s < floor) continue;
      const [along, across] = upright ? [field.gx[i], field.gy[i]] : [field.gy[i], field.gx[i]];
      const lean = (Math.atan2(across * Math.sign(along || 1), Math.abs(along)) * 180) / Math.PI;
      const centre = Math.round((lean + MOST_LEAN) / STEP);
      const weight = Math.sqrt(Math.min(s, cap) / cap);
      for (let k = Math.max(0, centre - 4); k <= Math.min(bins - 1, centre + 4); k++) {
        const d = normals[k][0] * x + normals[k][1] * y;
        votes[k * 2 * reach + Math.round(d) + reach] += weight;
      }
    }
  }
  return peaks(votes, { bins, reach, most }).map(([k, d, v]) => ({
    nx: normals[k][0],
    ny: normals[k][1],
    d,
    votes: v,
  }));
}

/** Value that the given share of the field exceeds. */
function strongest(strength: Float32Array, share: number): number {
  const sample = Float32Array.from({ length: Math.ceil(strength.length / 7) }, (_, i) => strength[i * 7]).sort();
  return Math.max(1e-6, sample[Math.floor(sample.length * (1 - share))]);
}

function peaks(
  votes: Float32Array,
  { bins, reach, most }: { bins: number; reach: number; most: number },
): [number, number, number][] {
  const found: [number, number, number][] = [];
  const work = Float32Array.from(votes);
  for (let n = 0; n < most; n++) {
    let best = 0;
    for (let i = 1; i < work.length; i++) if (work[i] > work[best]) best = i;
    if (work[best] < 12) break; // a dozen strong pixels in a row: less is texture
    const k = Math.floor(best / (2 * reach));
    const d = best % (2 * reach);
    found.push([k, d - reach, work[best]]);
    for (let kk = Math.max(0, k - 3); kk <= Math.min(bins - 1, k + 3); kk++) {
      for (let dd = Math.max(0, d - 4); dd <= Math.min(2 * reach - 1, d + 4); dd++) work[kk * 2 * reach + dd] = 0;
    }
  }
  return found;
}

/** Where two lines cross; null where they are parallel. */
export function crossing(one: Line, two: Line): [number, number] | null {
  const det = one.nx * two.ny - one.ny * two.nx;
  if (Math.abs(det) < 1e-6) return null;
  return [(one.d * two.ny - two.d * one.ny) / det, (one.nx * two.d - two.nx * one.d) / det];
}
