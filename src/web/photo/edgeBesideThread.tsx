import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import { fileUrl, type Photo } from '../../contract';
import { edgesBeside, visibleSize, type CanvasSize, type EdgeBeside } from '../../core/photo';
import { mapCorners, pictureFromRgba, type Corners } from '../../core/raster';
import { edgeBesideInWords, PHOTO_TEXT, runsBeside } from '../../core/words';
import { KEPT_SHORT, loadPixels } from '../stage/pixels';
import { laidBeside, type Side } from './threads';
import type { PhotoDeskModel } from './usePhotoDesk';

const times = ({ from, to }: EdgeBeside, factor: number): EdgeBeside => ({ from: factor * from, to: factor * to });

/** The edges seen nearest to the four threads, photo px outwards; null = not looked at yet. */
function useEdges({ id, width }: Photo, corners: Corners): (EdgeBeside | null)[] | null {
  const { data: small } = useQuery({
    queryKey: ['seen', id],
    queryFn: async ({ signal }) => pictureFromRgba((await loadPixels(fileUrl('photoPreview', id), signal)).pixels),
    ...KEPT_SHORT,
  });
  const at = useDeferredValue(corners);
  return useMemo(() => {
    if (!small) return null;
    const scale = width / small.width;
    return edgesBeside(
      small,
      mapCorners(at, ([x, y]) => [x / scale, y / scale]),
    ).map((edge) => edge && times(edge, scale));
  }, [small, width, at]);
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
  const edge = useEdges(photo, corners.corners)?.[side];
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
