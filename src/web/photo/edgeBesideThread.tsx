import { visibleSize, type CanvasSize } from '../../core/photo';
import type { Corners } from '../../core/raster';
import { edgeBesideInWords, PHOTO_TEXT, runsBeside } from '../../core/words';
import type { Side } from './threads';
import { times } from './useEdge';
import type { PhotoDeskModel } from './usePhotoDesk';

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
  const { chosen: side, edge } = corners;
  if (!edge) return null;
  const mm = times(edge, mmAcross(corners.corners, side, visibleSize(painting, photo.covered)));
  return (
    <span className="block" aria-live="polite">
      {edgeBesideInWords(side, mm)}{' '}
      {runsBeside(mm) && (
        <button className="line" onClick={corners.lay}>
          {PHOTO_TEXT.layOnEdge}
        </button>
      )}
    </span>
  );
}
