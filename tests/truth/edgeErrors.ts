import { chance } from '../../src/demo/studio/chance';
import { luminance, quickValue } from '../../src/demo/studio/colour';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import type { Motif } from './easel';

/** What is wrong with a stretch of edge: how it is painted against its plan. */
export const EDGE_ERRORS = ['softer', 'harder', 'lost'] as const;
export type EdgeError = (typeof EDGE_ERRORS)[number];

/** A place on a border between things whose edge is another in the painting than in the plan. */
export interface Spot {
  readonly error: EdgeError;
  /** mm */
  readonly at: readonly [number, number];
  readonly radiusMm: number;
}

const RADIUS_MM = 24;
const FEATHER_MM = 5;
const BESIDE_MM = 6;
const LEAST_STEPS = 1;

const valueAt = (sheet: Sheet, x: number, y: number) => quickValue(luminance(pixel(sheet, y * sheet.width + x)));

/** How many steps lie across a place on a border, whichever way it runs. */
function stepsAcross(sheet: Sheet, x: number, y: number, reach: number): number {
  const ways = [0, 1, 2, 3].map((k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)]);
  return Math.max(
    ...ways.map(([c, s]) => {
      const [dx, dy] = [Math.round(reach * c), Math.round(reach * s)];
      return Math.abs(valueAt(sheet, x + dx, y + dy) - valueAt(sheet, x - dx, y - dy));
    }),
  );
}

/** A place on a border between things that parts them by a step or more. */
export function spotOn({ subject, widthMm, heightMm }: Motif, error: EdgeError, seed: number): Spot {
  const random = chance(seed * 37 + 5);
  const { picture, objects } = subject;
  const perMm = picture.width / widthMm;
  const rim = RADIUS_MM + 4;
  for (let tries = 0; tries < 100_000; tries++) {
    const at = [rim + random() * (widthMm - 2 * rim), rim + random() * (heightMm - 2 * rim)] as const;
    const [x, y] = at.map((mm) => Math.round(mm * perMm));
    const own = objects[y * picture.width + x];
    if (own === objects[y * picture.width + x + 2] && own === objects[(y + 2) * picture.width + x]) continue;
    if (stepsAcross(picture, x, y, BESIDE_MM * perMm) >= LEAST_STEPS) return { error, at, radiusMm: RADIUS_MM };
  }
  throw new Error('no border parts its sides by a step');
}

/** A sheet blurred within a disc. */
export function blurredAt(sheet: Sheet, { at, radiusMm }: Spot, sigmaMm: number, widthMm: number): Sheet {
  const perMm = sheet.width / widthMm;
  const [cx, cy] = at.map((mm) => Math.round(mm * perMm));
  const reach = Math.ceil((radiusMm + 3 * sigmaMm) * perMm);
  const side = 2 * reach + 1;
  const sigma = sigmaMm * perMm;
  const most = Math.ceil(3 * sigma);
  const kernel = Array.from({ length: 2 * most + 1 }, (_, k) => Math.exp(-0.5 * ((k - most) / sigma) ** 2));
  const total = kernel.reduce((sum, v) => sum + v, 0);
  const clampX = (x: number) => Math.min(sheet.width - 1, Math.max(0, x));
  const clampY = (y: number) => Math.min(sheet.height - 1, Math.max(0, y));
  const across = new Float32Array(side * side * 3);
  for (let v = 0; v < side; v++)
    for (let u = 0; u < side; u++)
      for (let k = -most; k <= most; k++) {
        const from = 3 * (clampY(cy - reach + v) * sheet.width + clampX(cx - reach + u + k));
        for (let c = 0; c < 3; c++) across[3 * (v * side + u) + c] += (kernel[k + most] / total) * sheet.data[from + c];
      }
  const data = sheet.data.slice();
  for (let v = 0; v < side; v++)
    for (let u = 0; u < side; u++) {
      const [x, y] = [cx - reach + u, cy - reach + v];
      const away = Math.hypot(u - reach, v - reach) / perMm;
      const share = Math.min(1, Math.max(0, (radiusMm - away) / FEATHER_MM + 0.5));
      if (share === 0 || x !== clampX(x) || y !== clampY(y)) continue;
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let k = -most; k <= most; k++) {
          const row = Math.min(side - 1, Math.max(0, v + k));
          sum += (kernel[k + most] / total) * across[3 * (row * side + u) + c];
        }
        const i = 3 * (y * sheet.width + x) + c;
        data[i] += share * (sum - data[i]);
      }
    }
  return { ...sheet, data };
}

const SIGMAS: Record<EdgeError, number> = { softer: 2.8, harder: 2.8, lost: 9 };

/** The picture as it is planned and as the painter believes it, a stretch of edge apart. */
export function withError(motif: Motif, spot: Spot): { planned: Sheet; painted: Sheet } {
  const { picture } = motif.subject;
  const blurred = blurredAt(picture, spot, SIGMAS[spot.error], motif.widthMm);
  return spot.error === 'softer' || spot.error === 'lost'
    ? { planned: picture, painted: blurred }
    : { planned: blurred, painted: picture };
}
