import type { Painting } from '../../../contract';
import { warmAgainst, type Pointed } from '../../../core/look';
import type { Point } from '../../../core/raster';
import { warmAgainstInWords, WALL_TEXT } from '../../../core/words';
import type { LoadedPicture } from '../../stage/usePicture';
import { spotAt } from './spotAt';

interface Pictures {
  readonly painting: Painting;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
}

/** What two places of one picture look like beside each other. */
function Beside({ name, spots }: { name: string; spots: readonly NonNullable<ReturnType<typeof spotAt>>[] }) {
  return (
    <div className="mt-2">
      <div className="flex">
        {spots.map(({ mean }, i) => (
          <span key={i} style={{ height: 36, flex: 1, background: `rgb(${mean.join(' ')})` }} />
        ))}
      </div>
      <span className="small">{name}: A beside B</span>
    </div>
  );
}

/**
 * How much warmer one of two places is than the other, planned and painted.
 * @param points with their places in the painting
 */
export function WarmResult({ points, painting, plan, flat }: Pictures & { points: readonly Pointed[] }) {
  const spotsOn = (picture: LoadedPicture | null, places: readonly (Point | null)[]) =>
    places.flatMap((at) => (picture && at && spotAt(picture, at, painting)) || []);
  const planned = spotsOn(
    plan,
    points.map((one) => one.plan),
  );
  const painted = spotsOn(
    flat,
    points.map((one) => one.painted),
  );
  const against = ([a, b]: typeof planned) => (a && b ? warmAgainst(a.lab, b.lab) : null);
  const now = points.every((one) => one.painted) ? against(painted) : null;
  if (now === null) return null;
  return (
    <div data-testid="warm-result">
      {planned.length === 2 && <Beside name="plan" spots={planned} />}
      <Beside name="painting" spots={painted} />
      <p className="serif mt-1">{warmAgainstInWords(against(planned), now)}</p>
      <p className="small soft">{WALL_TEXT.warmHow}</p>
    </div>
  );
}
