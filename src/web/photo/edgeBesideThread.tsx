import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { fileUrl, type Photo } from '../../contract';
import { edgeBeside, visibleSize, type CanvasSize, type EdgeBeside } from '../../core/photo';
import { mapCorners, pictureFromRgba, type Corners } from '../../core/raster';
import { edgeBesideInWords, PHOTO_TEXT, runsBeside } from '../../core/words';
import { KEPT_SHORT, loadPixels } from '../stage/pixels';
import { laidBeside, type Side } from './threads';
import type { PhotoDeskModel } from './usePhotoDesk';

const times = ({ from, to }: EdgeBeside, factor: number): EdgeBeside => ({ from: factor * from, to: factor * to });

interface Seen {
  /** the side and the corners it was looked at with */
  readonly name: string;
  /** photo px outwards; null = none is seen */
  readonly edge: EdgeBeside | null;
}

const REST_MS = 150; // a thread that is being pulled is not looked beside at every pixel

/** The edge seen nearest to a side's thread, once it rests; null = not looked at yet, or none is seen. */
function useEdge({ id, width }: Photo, corners: Corners, side: Side): EdgeBeside | null {
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

/** Canvas mm of a photo px across a side, about its middle. */
function mmAcross(corners: Corners, side: Side, canvas: CanvasSize): number {
  const lengthOf = (i: number) => {
    const [[ax, ay], [bx, by]] = [corners[i % 4] ?? corners[0], corners[(i + 1) % 4] ?? corners[0]];
    return Math.hypot(bx - ax, by - ay);
  };
  const mm = side % 2 === 0 ? canvas.heightMm : canvas.widthMm;
  return (2 * mm) / (lengthOf(side + 1) + lengthOf(side + 3));
}

/** How the chosen thread lies beside the edge seen nearest to it, and a way to lay it there. */
export function EdgeBesideThread({ desk }: { desk: Pick<PhotoDeskModel, 'photo' | 'painting' | 'corners'> }) {
  const { photo, painting, corners } = desk;
  const { chosen: side } = corners;
  const edge = useEdge(photo, corners.corners, side);
  if (!edge) return null;
  const mm = times(edge, mmAcross(corners.corners, side, visibleSize(painting, photo.covered)));
  return (
    <span className="block" aria-live="polite">
      {edgeBesideInWords(side, mm)}{' '}
      {runsBeside(mm) && (
        <button className="line" onClick={() => corners.keep(laidBeside(corners.corners, side, edge), true)}>
          {PHOTO_TEXT.layOnEdge}
        </button>
      )}
    </span>
  );
}
