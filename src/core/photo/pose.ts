import { type Point, mapCorners, homographyBetween, rectangle, type Corners } from '../raster';

// phones and cameras, in long sides of the frame
const FOCAL_LENGTHS = Array.from({ length: 15 }, (_, k) => 0.6 * 1.12 ** k);

/**
 * How badly four corners fit a rectangle of known proportions seen by a camera with square pixels and its axis in the
 * middle of the
 * frame, over all usual focal lengths: the columns of inv(K) H must be of one length and at right angles (Zhang 2000,
 * section 2.3).
 * @param proportion width / height of the canvas
 * @returns relative misfit; about 0.01 where one side is out by one per cent; Infinity for corners no camera could see
 */
export function poseMisfit(corners: Corners, proportion: number, frame: { width: number; height: number }): number {
  const [cx, cy] = [frame.width / 2, frame.height / 2];
  const long = Math.max(frame.width, frame.height);
  const centred = mapCorners(corners, ([x, y]): Point => [(x - cx) / long, (y - cy) / long]);
  const h = homographyBetween(rectangle(proportion, 1), centred);
  if (!h) return Infinity;
  let best = Infinity;
  for (const focal of FOCAL_LENGTHS) {
    const a = [h[0] / focal, h[3] / focal, h[6]];
    const b = [h[1] / focal, h[4] / focal, h[7]];
    const [la, lb] = [Math.hypot(...a), Math.hypot(...b)];
    const length = Math.log(la / lb);
    const angle = (a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / (la * lb);
    best = Math.min(best, Math.hypot(length, angle));
  }
  return best;
}
