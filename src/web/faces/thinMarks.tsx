import { memo } from 'react';
import type { Painting } from '../../contract';
import type { Point } from '../../core/raster';
import type { CoursedStrip, StripLook } from '../../core/thin';
import type { ToPx } from '../stage/layer';
import { Onpic } from '../stage/onpic';
import { lineOf } from '../stage/paths';

const DASH_MM = 0.9; // either way along a thin shape

/** Both sides of a thin shape at a place, as far apart as it is wide. */
function sidesOf({ at: [x, y], widthMm }: StripLook, [u, v]: Point): Point[][] {
  return [-1, 1].map((side) =>
    [-DASH_MM, DASH_MM].map((along): Point => [
      x + (side * widthMm * u) / 2 - along * v,
      y + (side * widthMm * v) / 2 + along * u,
    ]),
  );
}

/** Thin shapes that run on too evenly: a pair of dashes at each place, as wide as it is planned or painted there. */
export const ThinMarks = memo(function ThinMarks({
  strips,
  side,
  painting: { widthMm, heightMm },
  toPx,
}: {
  strips: readonly CoursedStrip[];
  side: 'planned' | 'painted';
  painting: Painting;
  toPx: ToPx;
}) {
  const dashes = strips.flatMap(({ strip }) =>
    strip.places.flatMap((place) => {
      const look = place[side];
      return look ? sidesOf(look, place.way) : [];
    }),
  );
  const d = dashes.map((dash) => lineOf(dash, ([x, y]: Point) => toPx([x / widthMm, y / heightMm]))).join('');
  return d === '' ? null : (
    <g data-testid="thin">
      <Onpic d={d} width={1.6} />
    </g>
  );
});
