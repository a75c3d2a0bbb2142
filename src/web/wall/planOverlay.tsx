import { fileUrl, type Painting, type PaintingDetail, type ReadingDetail, type Reference } from '../../contract';
import { placeHolds } from '../../core/raster';
import type { ToPx } from '../stage/layer';
import { placePath } from '../stage/paths';

/** References that are tied to a place, in their places on the main one. */
export function DetailsInPlace({
  details,
  painting,
  toPx,
}: {
  details: readonly Reference[];
  painting: Painting;
  toPx: ToPx;
}) {
  return details.map(({ id, fileName, place }) => {
    if (!place) return null;
    const [x, y, w, h] = place;
    const [x0, y0] = toPx([x / painting.widthMm, y / painting.heightMm]);
    const [x1, y1] = toPx([(x + w) / painting.widthMm, (y + h) / painting.heightMm]);
    const box = { x: Math.min(x0, x1), y: Math.min(y0, y1), width: Math.abs(x1 - x0), height: Math.abs(y1 - y0) };
    return (
      <g key={id}>
        <image href={fileUrl('referencePreview', id)} {...box} preserveAspectRatio="xMidYMid slice">
          <title>{fileName}</title>
        </image>
        <rect {...box} fill="none" stroke="#fff" strokeWidth="3" />
        <rect {...box} fill="none" stroke="#000" strokeWidth="1" />
      </g>
    );
  });
}

/**
 * Places of the plan's departures: drawn round where they are outlined, found among the masses where they stand on one.
 */
export const departurePlaces = ({ plan }: PaintingDetail, reading: ReadingDetail | undefined) =>
  (plan?.departures ?? []).flatMap(({ where }) => {
    if ('place' in where) return [where.place];
    const mass = reading?.masses.find(({ place }) => placeHolds(place, where.mass));
    return mass ? [mass.place] : [];
  });

/** A line that leaves the dotted one: where the plan departs from the reference. */
export function Departures({
  places,
  painting,
  toPx,
}: {
  places: ReturnType<typeof departurePlaces>;
  painting: Painting;
  toPx: ToPx;
}) {
  return places.map((place, i) => {
    const d = placePath(place, painting, toPx);
    return (
      <g key={i} fill="none" fillRule="evenodd">
        <path d={d} stroke="#fff" strokeWidth="3" strokeOpacity=".8" />
        <path d={d} stroke="#000" strokeWidth="1.4" strokeDasharray="1.5 3.5" />
      </g>
    );
  });
}
