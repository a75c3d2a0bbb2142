import { useState } from 'react';
import type { Painting } from '../../../contract';
import { snapToContour } from '../../../core/look';
import type { Point } from '../../../core/raster';
import type { LoadedPicture } from '../../stage/usePicture';
import type { Side } from './pointed';

const SNAP_MM = 3;

/** Points that go to the nearest contour of the picture they were shown on, while the painter wants it. */
export function useSnap(
  { widthMm }: Painting,
  { plan, flat }: { plan: LoadedPicture | null; flat: LoadedPicture | null },
) {
  const [snap, setSnap] = useState(true);
  return {
    snap,
    setSnap,
    /** where a hand meant to tap, canvas mm */
    snapped(at: Point, side: Side): Point {
      const picture = side === 'plan' ? plan : flat;
      if (!snap || !picture) return at;
      const { width, height, data } = picture.pixels;
      const perMm = width / widthMm;
      const near: Point = [at[0] * perMm, at[1] * perMm];
      const [x, y] = snapToContour(data, { width, height }, { at: near, reach: SNAP_MM * perMm });
      return [x / perMm, y / perMm];
    },
  };
}
export type Snap = ReturnType<typeof useSnap>;
