import { project, rectangle, type Homography, type Picture } from '../raster';
import type { GlareMask } from './glare';

/** Share of the canvas that is masked though it is there to be read. */
export function glareIn(mask: GlareMask, hidden: Uint8Array): number {
  let glare = 0;
  for (let i = 0; i < mask.length; i++) if (mask[i] && !hidden[i]) glare++;
  return glare / mask.length;
}

/** What a frame or tape hides is read by nothing. @param box of what is seen, in widths of the canvas */
export function leaveCovered(
  hidden: Uint8Array,
  { width, height }: { width: number; height: number },
  box: readonly number[],
): void {
  const [x0, y0, w, h] = box.map((share) => share * width);
  if (x0 <= 0 && y0 <= 0 && w >= width - 1e-6 && h >= height - 1e-6) return;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (x + 0.5 >= x0 && y + 0.5 >= y0 && x + 0.5 < x0 + w && y + 0.5 < y0 + h) continue;
      hidden[i] = 1;
    }
  }
}

/** What lies beyond the photo's border is read by nothing. @returns its share of the canvas */
export function leaveOutside(
  hidden: Uint8Array,
  { width, height }: { width: number; height: number },
  { toPhoto, photo }: { toPhoto: Homography; photo: Picture },
): number {
  const corners = rectangle(1, 1).map((corner) => project(toPhoto, corner));
  if (corners.every(([x, y]) => x >= 0 && y >= 0 && x <= photo.width && y <= photo.height)) return 0;
  let outside = 0;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (hidden[i]) continue;
      const [u, v] = project(toPhoto, [(x + 0.5) / width, (y + 0.5) / height]);
      if (u >= 0 && v >= 0 && u < photo.width && v < photo.height) continue;
      hidden[i] = 1;
      outside++;
    }
  }
  return outside / hidden.length;
}
