import { gaussianBlur } from '../../raster';
import type { Matches } from './match';

/** A smooth field over the cells, and how precisely it is known at each. */
export interface Fused {
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  /** precision in the worst direction, in the matches' own unit */
  readonly precision: Float32Array;
  /** the same as a matrix */
  readonly xx: Float32Array;
  readonly xy: Float32Array;
  readonly yy: Float32Array;
}

/** A field known from further off, with its precision. */
interface Known {
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  readonly weight: Float32Array;
}

const WIDTHS = [4, 2, 1]; // of the finest window: what is not known close by is taken from further off
const PRIOR = 0.25; // of the further window's precision that counts
const ROUNDS = 3;
const HONEST_MM = 0.8; // residual at which a match loses half its say

/**
 * Matches joined to one smooth field: every match says as much as it knows, in the direction in which it knows it, so
 * that a straight
 * contour fixes the step across it and its neighbours the step along it. Matches that disagree with their neighbours
 * lose their say.
 * @param sigma one sigma of the finest window, cells; @param still precision of "it has not moved" that every cell has
 */
export function fuse(matches: Matches, { sigma, still }: { sigma: number; still: number }): Fused {
  const { columns, rows } = matches;
  const count = columns * rows;
  const say = new Float32Array(count).fill(1);
  const nothing = () => new Float32Array(count);
  let out: Fused = { dx: nothing(), dy: nothing(), precision: nothing(), xx: nothing(), xy: nothing(), yy: nothing() };
  for (let round = 0; round < ROUNDS; round++) {
    let before: Known = {
      dx: new Float32Array(count),
      dy: new Float32Array(count),
      weight: new Float32Array(count).fill(still),
    };
    for (const width of WIDTHS) {
      const next = solve(matches, say, { sigma: sigma * width, before });
      before = { dx: next.dx, dy: next.dy, weight: next.precision.map((p) => PRIOR * Math.min(p, 50 * still) + still) };
      out = next;
    }
    for (let i = 0; i < count; i++) {
      const off2 = offOf(matches, i, out.dx[i], out.dy[i]);
      say[i] = 1 / (1 + off2 / (HONEST_MM * HONEST_MM)) ** 2;
    }
  }
  return out;
}

/** Squared distance (mm2) from a match, only in the directions it knows. */
function offOf({ dx, dy, xx, xy, yy }: Matches, i: number, x: number, y: number): number {
  const trace = xx[i] + yy[i];
  if (trace <= 0) return 0;
  const [u, v] = [x - dx[i], y - dy[i]];
  return (xx[i] * u * u + 2 * xy[i] * u * v + yy[i] * v * v) / trace;
}

/** Weighted least squares in a Gaussian window around every cell, towards what is known from further off. */
function solve(
  { columns, rows, dx, dy, xx, xy, yy }: Matches,
  say: Float32Array,
  { sigma, before }: { sigma: number; before: Known },
): Fused {
  const count = columns * rows;
  const sums = [0, 1, 2, 3, 4].map(() => new Float32Array(count));
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [xx[i] * say[i], xy[i] * say[i], yy[i] * say[i]];
    sums[0][i] = a;
    sums[1][i] = b;
    sums[2][i] = c;
    sums[3][i] = a * dx[i] + b * dy[i];
    sums[4][i] = b * dx[i] + c * dy[i];
  }
  const [a, b, c, p, q] = sums.map((data) => gaussianBlur({ width: columns, height: rows, data }, sigma).data);
  const plane = () => new Float32Array(count);
  const out: Fused = { dx: plane(), dy: plane(), precision: plane(), xx: a, xy: b, yy: c };
  for (let i = 0; i < count; i++) {
    const w = before.weight[i];
    const [A, B, C] = [a[i] + w, b[i], c[i] + w];
    const [P, Q] = [p[i] + w * before.dx[i], q[i] + w * before.dy[i]];
    const det = A * C - B * B;
    out.dx[i] = (C * P - B * Q) / det;
    out.dy[i] = (A * Q - B * P) / det;
    const half = (a[i] + c[i]) / 2;
    out.precision[i] = Math.max(0, half - Math.sqrt(((a[i] - c[i]) / 2) ** 2 + b[i] * b[i]));
  }
  return out;
}

const CLOSE = 0.7; // of the finest window: what lies within is a place's own

/**
 * Share of its precision a cell has from contours of its own, 0..1. A blank place beside a thing that moved takes the
 * thing's shift, as nothing else is known there; but that is no evidence that it moved.
 * @param sigma one sigma of the finest window, cells
 */
export function ownShare({ columns, rows, energy }: Matches, sigma: number): Float32Array {
  const within = (width: number) => gaussianBlur({ width: columns, height: rows, data: energy }, width).data;
  // A match sees through a window of its own, and is joined with others through another.
  const [close, all] = [within(CLOSE * sigma), within(Math.SQRT2 * sigma)];
  return close.map((own, i) => Math.min(1, own / (all[i] + 1e-9)));
}

/**
 * Precision of each cell's shift in the direction of a vector there, whatever the shift across it may be. Along a
 * straight contour nothing is known, so its worst direction says nothing of a step across it.
 * @param own vectors, a cell each; @param still precision every cell has
 */
export function precisionAlong(
  { xx, xy, yy }: Pick<Fused, 'xx' | 'xy' | 'yy'>,
  own: { dx: Float32Array; dy: Float32Array },
  still: number,
): Float32Array {
  return own.dx.map((u, i) => {
    const v = own.dy[i];
    const [a, b, c] = [xx[i] + still, xy[i], yy[i] + still];
    // One over the variance: u' A^-1 u of a unit vector.
    const variance = (c * u * u - 2 * b * u * v + a * v * v) / (a * c - b * b) / Math.max(1e-12, u * u + v * v);
    return Math.max(0, 1 / Math.max(1e-12, variance) - still);
  });
}
