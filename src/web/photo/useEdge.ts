import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { fileUrl, type Photo } from '../../contract';
import { edgeBeside, type EdgeBeside } from '../../core/photo';
import { mapCorners, pictureFromRgba, type Corners } from '../../core/raster';
import { KEPT_SHORT, loadPixels } from '../stage/pixels';
import type { Side } from './threads';

export const times = ({ from, to }: EdgeBeside, factor: number): EdgeBeside => ({
  from: factor * from,
  to: factor * to,
});

interface Seen {
  /** the side and the corners it was looked at with */
  readonly name: string;
  /** photo px outwards; null = none is seen */
  readonly edge: EdgeBeside | null;
}

const REST_MS = 150; // a thread that is being pulled is not looked beside at every pixel

/** The edge seen nearest to a side's thread, once it rests; null = not looked at yet, or none is seen. */
export function useEdge({ id, width }: Photo, corners: Corners, side: Side): EdgeBeside | null {
  const { data: small } = useQuery({
    queryKey: ['seen', id],
    queryFn: async ({ signal }) => pictureFromRgba((await loadPixels(fileUrl('photoPreview', id), signal)).pixels),
    ...KEPT_SHORT,
  });
  const [seen, setSeen] = useState<Seen | null>(null);
  const name = [id, side, ...corners.flat()].join();
  useEffect(() => {
    if (!small) return;
    const scale = width / small.width;
    const rested = setTimeout(() => {
      const found = edgeBeside(
        small,
        mapCorners(corners, ([x, y]) => [x / scale, y / scale]),
        side,
      );
      setSeen({ name, edge: found && times(found, scale) });
    }, REST_MS);
    return () => clearTimeout(rested);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the name stands for side and corners
  }, [small, width, name]);
  return seen?.name === name ? seen.edge : null;
}
