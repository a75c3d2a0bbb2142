import { solveLinear, type Point } from '../../raster';
import type { GlobalDrift } from './field';
import type { Matches } from './match';

const LEAST_AGREEING = 0.4; // of what is known that must agree: less and there is no drawing in common
const ROUNDS = 12;
const SAME_MM = 1.5; // from the common place: what moved further moved by itself

/**
 * Offset, size and turn that most matches share: iteratively reweighted least squares, each match with its own precision (Huber 1981,
 * with Geman and McClure's weights), so that one jug drawn out of place does not move the whole.
 * @param middle of the canvas, mm; @param cellMm of a cell of the matches
 * @returns null where there is too little to go by
 */
export function globalOf(
  matches: Matches,
  { middle: [cx, cy], cellMm }: { middle: Point; cellMm: number },
): GlobalDrift | null {
  const { columns, dx, dy, xx, xy, yy } = matches;
  let v = [0, 0, 0, 0];
  let agreeing = 0;
  let total = 0;
  for (let i = 0; i < xx.length; i++) total += xx[i] + yy[i];
  if (total <= 0) return null;
  for (let round = 0; round < ROUNDS; round++) {
    const width = SAME_MM * (1 + 6 * 0.6 ** round); // first everything has a say, in the end only what agrees
    agreeing = 0;
    const sums = v.map(() => new Float64Array(5));
    for (let i = 0; i < xx.length; i++) {
      const [a, b, c] = [xx[i], xy[i], yy[i]];
      if (a + c <= 0) continue;
      const x = ((i % columns) + 0.5) * cellMm - cx;
      const y = (Math.floor(i / columns) + 0.5) * cellMm - cy;
      const [ox, oy] = [dx[i] - (v[0] + v[2] * x - v[3] * y), dy[i] - (v[1] + v[2] * y + v[3] * x)];
      const off2 = (a * ox * ox + 2 * b * ox * oy + c * oy * oy) / (a + c);
      const say = 1 / (1 + off2 / (width * width)) ** 2;
      agreeing += say * (a + c);
      // Rows of the design: dx = o1 + s x - r y, dy = o2 + s y + r x.
      const rows = [[1, 0], [0, 1], [x, y], [-y, x]]; // prettier-ignore
      for (let p = 0; p < 4; p++) {
        const [px, py] = rows[p];
        const [wx, wy] = [say * (a * px + b * py), say * (b * px + c * py)];
        for (let q = 0; q < 4; q++) sums[p][q] += wx * rows[q][0] + wy * rows[q][1];
        sums[p][4] += wx * dx[i] + wy * dy[i];
      }
    }
    for (let p = 0; p < 4; p++) sums[p][p] += 1e-6 * total * (p < 2 ? 1 : cx * cx + cy * cy);
    const next = solveLinear(sums.map((row) => Array.from(row.subarray(0, 4))), sums.map((row) => row[4])); // prettier-ignore
    if (!next) return null;
    v = next;
  }
  if (agreeing < LEAST_AGREEING * total) return null;
  const [ox, oy, s, r] = v;
  return {
    offset: [ox, oy],
    scale: Math.hypot(1 + s, r),
    rotationDegrees: (Math.atan2(r, 1 + s) * 180) / Math.PI,
  };
}
