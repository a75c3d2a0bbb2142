import type { Painting } from '../../../contract';
import { alongWithValue, hueTowards, warmthAlong } from '../../../core/colour';
import { AMOUNT_WORDS, colourAmount, stepsInWords, WALL_TEXT } from '../../../core/words';
import type { Point } from '../../../core/raster';
import { Mark, markOf } from '../../marks/mark';
import { useScale } from '../../settings';
import type { LoadedPicture } from '../../stage/usePicture';
import { figure } from '../../words';
import { spotAt } from './spotAt';

/** The spot at a place, shares of the picture. */
const spotOf = (picture: LoadedPicture | null, [x, y]: Point, painting: Painting) =>
  picture && spotAt(picture, [x * painting.widthMm, y * painting.heightMm], painting);

/** The spot under the pointer on both pictures: value, warmth, chroma, and the difference in words. */
export function SpotSlip({
  at,
  left,
  leftName,
  flat,
  painting,
}: {
  at: Point | null;
  /** the plan, or the session that hangs in its place */
  left: LoadedPicture | null;
  leftName: string;
  flat: LoadedPicture | null;
  painting: Painting;
}) {
  const scale = useScale();
  const planned = at && spotOf(left, at, painting);
  const painted = at && spotOf(flat, at, painting);
  if (!at || (!planned && !painted))
    return <p className="small">{left ? WALL_TEXT.moveForSpot : WALL_TEXT.moveForSpotAlone}</p>;
  if (!planned) return painted ? <Alone at={at} painting={painting} spot={painted} /> : null;
  const amount = painted ? painted.value - planned.value : 0;
  const matched = painted ? alongWithValue(planned.lab, painted.lab, (painted.lab.L + 16) / (planned.lab.L + 16)) : 1;
  const [da, db] = painted
    ? [painted.lab.a - planned.lab.a * matched, painted.lab.b - planned.lab.b * matched]
    : [0, 0];
  const warm = warmthAlong(da, db);
  const rgb = (mean: readonly number[]) => `rgb(${mean.join(' ')})`;
  const columns = [
    { name: leftName, spot: planned },
    { name: 'painted', spot: painted },
  ];
  return (
    <>
      <Where at={at} painting={painting} />
      <div className="mt-2 grid grid-cols-2">
        {columns.map(({ name, spot }) => (
          <div key={name} style={{ height: 40, background: spot ? rgb(spot.mean) : 'none' }} />
        ))}
      </div>
      <div className="grid grid-cols-2">
        {columns.map(({ name, spot }) => (
          <div key={name} className="pt-1">
            <span className="small">{name}</span>
            <b className="block" style={{ fontSize: '1.3125rem', lineHeight: '1.5rem' }} data-testid={`spot-${name}`}>
              {spot ? scale.show(spot.value) : '–'}
            </b>
            {spot && (
              <span className="small block">
                warmth {figure(spot.warmth, 0)}, chroma {spot.chroma.toFixed(0)}
              </span>
            )}
          </div>
        ))}
      </div>
      {painted && (
        <p className="serif mt-2" style={{ fontSize: '0.96875rem', lineHeight: '1.3125rem' }}>
          {Math.abs(amount * Math.min(1, scale.per)) < 0.125 ? (
            `value as in ${leftName === 'plan' ? 'the plan' : leftName}`
          ) : (
            <>
              <Mark name={markOf({ kind: 'value', amount }, scale.per)} label="" /> {amount > 0 ? 'darker' : 'lighter'}{' '}
              by {stepsInWords(amount, scale.per)}
            </>
          )}
          {Math.abs(warm) >= 2.5 && (
            <>
              ,<br />
              <Mark name={markOf({ kind: 'temperature', amount: warm })} label="" /> {AMOUNT_WORDS[colourAmount(warm)]}{' '}
              {warm > 0 ? 'cooler' : 'warmer'}, towards {hueTowards((Math.atan2(-db, -da) * 180) / Math.PI)}
            </>
          )}
        </p>
      )}
      <p className="small soft">values {scale.name}</p>
    </>
  );
}

/** A spot of a painting that nothing is compared with. */
function Alone({
  at,
  painting,
  spot,
}: {
  at: Point;
  painting: Painting;
  spot: NonNullable<ReturnType<typeof spotOf>>;
}) {
  const scale = useScale();
  return (
    <>
      <Where at={at} painting={painting} />
      <p className="mt-1">
        Painted: value {scale.show(spot.value)}, warmth {figure(spot.warmth, 0)}, chroma {figure(spot.chroma, 0)}
      </p>
    </>
  );
}

const Where = ({ at, painting }: { at: Point; painting: Painting }) => (
  <h3>
    Spot{' '}
    <span className="font-normal">
      {Math.round(at[0] * painting.widthMm)} mm across, {Math.round(at[1] * painting.heightMm)} down
    </span>
  </h3>
);
