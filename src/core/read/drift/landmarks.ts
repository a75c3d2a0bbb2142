import type { Point } from '../../raster';
import type { Drift } from './drift';
import { middleOf, shiftAt } from './field';

/** A point the painter showed on both pictures, canvas mm. */
export interface Landmark {
  readonly plan: Point;
  readonly painted: Point;
}

const REACH = 0.03; // of the canvas's long side (one sigma): so far a landmark speaks for what lies around it

/**
 * The field bent so that it passes through the painter's landmarks: what was found is overruled where a hand has shown
 * better
 * (residuals spread by inverse-variance weights, Shepard 1968).
 */
export function throughLandmarks(drift: Drift, landmarks: readonly Landmark[]): Drift {
  if (landmarks.length === 0) return drift;
  const reach = REACH * Math.max(drift.columns, drift.rows) * drift.cellMm;
  const off = landmarks.map(({ plan: [x, y], painted }): Point => {
    const [dx, dy] = shiftAt(drift, x, y);
    return [painted[0] - x - dx, painted[1] - y - dy];
  });
  const [dx, dy] = [drift.dx.slice(), drift.dy.slice()];
  const [confidence, across] = [drift.confidence.slice(), drift.across.slice()];
  for (let i = 0; i < dx.length; i++) {
    const [x, y] = middleOf(drift, i);
    let [most, sum, sx, sy] = [0, 0, 0, 0];
    landmarks.forEach(({ plan }, k) => {
      const say = Math.exp(-((x - plan[0]) ** 2 + (y - plan[1]) ** 2) / (2 * reach * reach));
      most = Math.max(most, say);
      sum += say ** 4;
      sx += say ** 4 * off[k][0];
      sy += say ** 4 * off[k][1];
    });
    if (sum < 1e-12) continue;
    dx[i] += (most * sx) / sum;
    dy[i] += (most * sy) / sum;
    confidence[i] = Math.max(confidence[i], most);
    across[i] = Math.max(across[i], most);
  }
  return { ...drift, dx, dy, confidence, across };
}
