import { memo } from 'react';
import type { Painting } from '../../contract';
import type { Point } from '../../core/raster';
import type { CoursedStrip, Jump, StripLook } from '../../core/thin';
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

const BEYOND_MM = [1, 14]; // of what stands in front, that an edge behind it is marked at

/** Where an edge passes behind something in front: a stroke on either side of it, as far apart as it comes out. */
function strokesOf({ at: [x, y], across, along, widthMm, ...by }: Jump, side: 'planned' | 'painted'): Point[][] {
  return [-1, 1].map((beyond) =>
    BEYOND_MM.map((clear): Point => {
      const mm = clear + widthMm / 2;
      const onward = beyond > 0 ? by[side] : 0;
      return [x + beyond * mm * across[0] + onward * along[0], y + beyond * mm * across[1] + onward * along[1]];
    }),
  );
}

/** Edges that do not carry on behind what stands in front: a stroke on either side, planned and painted. */
export const JumpMarks = memo(function JumpMarks({
  jumps,
  side,
  painting: { widthMm, heightMm },
  toPx,
  moved,
}: {
  jumps: readonly Jump[];
  side: 'planned' | 'painted';
  /** mm beyond, where the picture has a place elsewhere; null = it has it there */
  moved: ((at: Point) => Point) | null;
  painting: Painting;
  toPx: ToPx;
}) {
  const strokes = jumps.flatMap((jump) => {
    const [dx, dy] = moved?.(jump.at) ?? [0, 0];
    return strokesOf({ ...jump, at: [jump.at[0] + dx, jump.at[1] + dy] }, side);
  });
  const d = strokes.map((stroke) => lineOf(stroke, ([x, y]: Point) => toPx([x / widthMm, y / heightMm]))).join('');
  return d === '' ? null : (
    <g data-testid="jumps">
      <Onpic d={d} width={4} />
    </g>
  );
});

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
