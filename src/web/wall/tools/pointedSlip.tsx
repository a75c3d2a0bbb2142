import type { Painting } from '../../../contract';
import type { Pointed } from '../../../core/look';
import type { Point } from '../../../core/raster';
import { WALL_TEXT } from '../../../core/words';
import { insideOf } from '../../stage/pointers';
import type { LoadedPicture } from '../../stage/usePicture';
import { WordChoice } from '../../ui/words';
import type { Inquiry } from './inquiry';
import { Magnifier } from './magnifier';

const letter = (index: number) => 'ABCDEFGHIJKL'.charAt(index);

/** The points shown so far: the chosen one enlarged on both pictures, moved by key. */
export function PointedSlip({
  inquiry: { pointed, chosenPoint, choosePoint, putPoint, dropPoint },
  points,
  painting,
  plan,
  flat,
}: {
  inquiry: Inquiry;
  /** with their places in the painting */
  points: readonly Pointed[];
  painting: Painting;
  plan: LoadedPicture | null;
  flat: LoadedPicture | null;
}) {
  const one = points[chosenPoint];
  if (!one) return null;
  const canvas = { width: painting.widthMm, height: painting.heightMm };
  const by = ([x, y]: Point, [dx, dy]: Point) => insideOf(canvas, [x + dx, y + dy]);
  const { plan: planned, painted } = one;
  const name = letter(chosenPoint);
  return (
    <>
      <WordChoice
        label="Points"
        className="words mt-2"
        options={pointed.map((_, i) => [i, letter(i)] as const)}
        value={chosenPoint}
        onChoose={choosePoint}
      />
      <div className="mt-1 flex gap-3">
        {planned && (
          <Magnifier
            {...{ picture: plan, at: planned, painting }}
            label={`${name} on the plan`}
            onNudge={(step) => putPoint(chosenPoint, { plan: by(planned, step) })}
          />
        )}
        {painted && (
          <Magnifier
            {...{ picture: flat, at: painted, painting }}
            label={`${name} on the painting`}
            onNudge={(step) => putPoint(chosenPoint, { painted: by(painted, step) })}
          />
        )}
      </div>
      {plan && <p className="small soft">{WALL_TEXT.byHand}</p>}
      <button className="line block" onClick={dropPoint}>
        Take the last point away
      </button>
    </>
  );
}
