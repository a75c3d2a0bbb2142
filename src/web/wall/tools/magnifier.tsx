import type { KeyboardEvent } from 'react';
import type { Painting } from '../../../contract';
import type { Point } from '../../../core/raster';
import { landmarkAtInWords } from '../../../core/words';
import { Pane } from '../../stage/pane';
import { arrowOf } from '../../stage/pointers';
import type { LoadedPicture } from '../../stage/usePicture';

const SIZE = 118;
const SHOWN_MM = 24;

function cross(context: CanvasRenderingContext2D, ratio: number) {
  const m = (SIZE * ratio) / 2;
  for (const [colour, line] of [
    ['#fff', 3 * ratio],
    ['#000', 1.2 * ratio],
  ] as const) {
    context.strokeStyle = colour;
    context.lineWidth = line;
    context.beginPath();
    context.moveTo(m - 16 * ratio, m);
    context.lineTo(m + 16 * ratio, m);
    context.moveTo(m, m - 16 * ratio);
    context.lineTo(m, m + 16 * ratio);
    context.stroke();
  }
}

/** A place enlarged, with the point in its middle; arrow keys move it by half a millimetre, with Shift by two. */
export function Magnifier({
  picture,
  at,
  painting,
  label,
  onNudge,
}: {
  picture: LoadedPicture | null;
  at: Point;
  painting: Painting;
  label: string;
  onNudge: (by: Point) => void;
}) {
  const draw = (context: CanvasRenderingContext2D, ratio: number) => {
    if (!picture) return;
    const wide = SIZE * ratio;
    const perMm = picture.bitmap.width / painting.widthMm;
    const [x, y] = [at[0] - SHOWN_MM / 2, at[1] - SHOWN_MM / 2];
    context.drawImage(picture.bitmap, x * perMm, y * perMm, SHOWN_MM * perMm, SHOWN_MM * perMm, 0, 0, wide, wide);
    cross(context, ratio);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = arrowOf(event.key);
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const far = event.shiftKey ? 2 : 0.5;
    onNudge([way[0] * far, way[1] * far]);
  };
  return (
    <button className="border-0 bg-transparent p-0" aria-label={landmarkAtInWords(label, at)} onKeyDown={onKeyDown}>
      <Pane size={SIZE} draw={draw} changes={[picture, at, painting]} />
    </button>
  );
}
