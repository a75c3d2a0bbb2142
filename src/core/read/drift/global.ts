import { solveLinear, type Point } from '../../raster';
import type { GlobalDrift } from './field';
import type { Matches } from './match';

const LEAST_AGREEING = 0.4; // of what is known that must agree: less and there is no drawing in common
const CLEAR = 6; // sigmas
const HELD = 0.002; // of all that is known
const ROUNDS = 6;
const SAME_MM = 1.5; // from the common place: what moved further moved by itself

/**
 * Offset, size and turn that most matches share: iteratively reweighted least squares, each match with its own
 * precision (Huber 1981,
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
  let spread: GlobalSpread = { squares: 0, says: 0, inverse: [] };
  let total = 0;
  for (let i = 0; i < xx.length; i++) total += xx[i] + yy[i];
  if (total <= 0) return null;
  for (let round = 0; round < ROUNDS; round++) {
    const width = SAME_MM * (1 + 6 * 0.5 ** round); // first everything has a say, in the end only what agrees
    const n = new Float64Array(20); // rows of the normal equations: four coefficients and the right side
    agreeing = 0;
    let [squares, says] = [0, 0];
    for (let i = 0; i < xx.length; i++) {
      const trace = xx[i] + yy[i];
      if (trace <= 0) continue;
      const x = ((i % columns) + 0.5) * cellMm - cx;
      const y = (((i / columns) | 0) + 0.5) * cellMm - cy;
      const ox = dx[i] - (v[0] + v[2] * x - v[3] * y);
      const oy = dy[i] - (v[1] + v[2] * y + v[3] * x);
      const off2 = (xx[i] * ox * ox + 2 * xy[i] * ox * oy + yy[i] * oy * oy) / trace;
      const say = 1 / (1 + off2 / (width * width)) ** 2;
      agreeing += say * trace;
      squares += say * trace * off2;
      says += (say * trace) ** 2;
      const [a, b, c] = [say * xx[i], say * xy[i], say * yy[i]];
      // Design: dx = o1 + s x - r y, dy = o2 + s y + r x; only the upper half is summed.
      const [sx, sy, rx, ry] = [a * x + b * y, b * x + c * y, b * x - a * y, c * x - b * y];
      n[0] += a;
      n[1] += b;
      n[2] += sx;
      n[3] += rx;
      n[6] += c;
      n[7] += sy;
      n[8] += ry;
      n[12] += x * sx + y * sy;
      n[13] += x * rx + y * ry;
      n[18] += x * ry - y * rx;
      n[4] += a * dx[i] + b * dy[i];
      n[9] += b * dx[i] + c * dy[i];
      n[14] += sx * dx[i] + sy * dy[i];
      n[19] += rx * dx[i] + ry * dy[i];
    }
    // Held a little to where it is planned: a few straight lines leave size and offset to trade against each other.
    const held = (p: number) => HELD * total * (p < 2 ? 1 : cx * cx + cy * cy);
    const at = (p: number, q: number) => (p <= q ? n[5 * p + q] : n[5 * q + p]) + (p === q ? held(p) : 0);
    const rows = [0, 1, 2, 3].map((p) => [0, 1, 2, 3].map((q) => at(p, q)));
    const next = solveLinear(rows, [n[4], n[9], n[14], n[19]]);
    if (!next) return null;
    v = next;
    spread = {
      squares,
      says,
      inverse: [0, 2, 3].map(
        (p) =>
          solveLinear(
            rows,
            [0, 1, 2, 3].map((q) => +(q === p)),
          )?.[p] ?? 0,
      ),
    };
  }
  if (agreeing < LEAST_AGREEING * total) return null;
  const [ox, oy, s, r] = v;
  const doubt = doubtFrom(spread, agreeing);
  // A loose block-in scatters: what does not stand well clear of that is no move of the whole.
  const clear = (size: number, sigma: number) => Math.abs(size) > CLEAR * sigma;
  const scale = Math.hypot(1 + s, r);
  const turn = (Math.atan2(r, 1 + s) * 180) / Math.PI;
  return {
    offset: clear(Math.hypot(ox, oy), doubt.mm) ? [ox, oy] : [0, 0],
    scale: clear(scale - 1, doubt.scale) ? scale : 1,
    rotationDegrees: clear(turn, doubt.degrees) ? turn : 0,
    doubt,
  };
}

/**
 * What is left of the fit: weighted squared residuals, squared weights, and the diagonal of the inverse normal matrix.
 */
interface GlobalSpread {
  readonly squares: number;
  readonly says: number;
  readonly inverse: readonly number[];
}
const ALIKE = 8; // cells under one window: they are one look

/**
 * One sigma of each part, from how far the matches scatter about it (weighted least squares, cells of one window
 * counted once).
 */
function doubtFrom({ squares, says, inverse }: GlobalSpread, weight: number): GlobalDrift['doubt'] {
  const variance = (squares / weight) * (says / weight) * ALIKE;
  const [mm, scale, turn] = inverse.map((v) => Math.sqrt(Math.max(0, variance * v)));
  return { mm, scale, degrees: (turn * 180) / Math.PI };
}
