import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import type { Box } from '../../core/raster';
import { KEPT_SHORT, pictureKey } from './pixels';
import { fromFrame, type View } from './view';

/** A part of a picture with every pixel there is of it. */
export interface CloseUp {
  /** shares of the picture */
  readonly box: Box;
  readonly bitmap: ImageBitmap;
}

const CELLS = 24; // a picture's side is parted into so many: boxes that begin and end on them come back from the cache
const RESTED_MS = 250; // as long a picture stays where it is before it is looked at closely
const LEAST_GAIN = 1.1; // screen pixels a shown pixel covers from which more of them would be seen
const MOST = 0.55; // of a side: a larger part is not looked at closely

/** The part of a picture in sight, a little more all round; null where all its shown pixels suffice. */
export function boxInSight(
  view: View,
  { size, shownPx, ratio }: { size: { width: number; height: number }; shownPx: number; ratio: number },
): Box | null {
  if (size.width * view.zoom * ratio < LEAST_GAIN * shownPx) return null;
  const [a, b] = [fromFrame(view, [0, 0], size), fromFrame(view, [size.width, size.height], size)];
  const cut = (v: number, round: (v: number) => number) => Math.min(1, Math.max(0, round(v * CELLS) / CELLS));
  const [left, right] = [cut(Math.min(a[0], b[0]), Math.floor), cut(Math.max(a[0], b[0]), Math.ceil)];
  const [top, bottom] = [cut(Math.min(a[1], b[1]), Math.floor), cut(Math.max(a[1], b[1]), Math.ceil)];
  const [w, h] = [right - left, bottom - top];
  return w > 0 && h > 0 && Math.min(w, h) <= MOST ? [left, top, w, h] : null;
}

/** What is in sight with every pixel there is of it, once the picture rests; null while the shown ones suffice. */
export function useCloseUp(
  address: ((box: Box) => string) | null | undefined,
  view: View,
  { size, bitmap }: { size: { width: number; height: number }; bitmap: ImageBitmap | null },
): CloseUp | null {
  const ratio = window.devicePixelRatio || 1;
  const box = bitmap && address ? boxInSight(view, { size, shownPx: bitmap.width, ratio }) : null;
  const wanted = box && address ? address(box) : null;
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (!wanted) return setUrl(null);
    const timer = setTimeout(() => setUrl(wanted), RESTED_MS);
    return () => clearTimeout(timer);
  }, [wanted]);
  const { data } = useQuery({
    queryKey: pictureKey(url),
    queryFn: async ({ signal }) => {
      const response = await fetch(url ?? '', { signal });
      if (!response.ok) throw new Error(String(response.status));
      return createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
    },
    enabled: url !== null,
    ...KEPT_SHORT,
  });
  const name = JSON.stringify(box);
  return useMemo(
    () => (name !== 'null' && data && url === wanted ? { box: JSON.parse(name) as Box, bitmap: data } : null),
    [name, data, url, wanted],
  );
}
