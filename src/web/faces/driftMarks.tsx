import { useMemo } from 'react';
import type { Account, Painting } from '../../contract';
import type { Point } from '../../core/raster';
import { placePath } from '../stage/paths';

type ToPx = (at: Point) => Point;
const LEAST_MM = 1; // a shorter shift is a hand's own wander
const SURE = 0.4;
/** Arrows are drawn so many times as long as the shift: a few millimetres are a few pixels. */
export const LENGTHENED = 3;

/** An open dot where it is, a barb towards where it should be: the drift over the flat. */
export function DriftMarks({ account, painting, toPx }: { account: Account; painting: Painting; toPx: ToPx }) {
  const { widthMm, heightMm } = painting;
  const px = ([x, y]: Point) => toPx([x / widthMm, y / heightMm]);
  return account.drawing.points.map(({ at, shift, confidence }, i) => {
    const size = Math.hypot(shift[0], shift[1]);
    if (size < LEAST_MM || confidence < SURE) return null;
    const from = px([at[0] + shift[0], at[1] + shift[1]]);
    const to = px([at[0] - (LENGTHENED - 1) * shift[0], at[1] - (LENGTHENED - 1) * shift[1]]);
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const long = Math.hypot(dx, dy) || 1;
    const [ux, uy] = [dx / long, dy / long];
    const barb = Math.min(6, Math.max(3.5, long / 2));
    const d = `M${from[0] + 2 * ux} ${from[1] + 2 * uy}L${to[0]} ${to[1]}l${-barb * (ux + 0.8 * uy)} ${-barb * (uy - 0.8 * ux)}`;
    return (
      <g key={i} fill="none" strokeLinecap="round" opacity={confidence < 0.6 ? 0.6 : 1}>
        <path d={d} stroke="#fff" strokeWidth="4" />
        <circle cx={from[0]} cy={from[1]} r="2" stroke="#fff" strokeWidth="3.4" />
        <path d={d} stroke="#000" strokeWidth="1.5" />
        <circle cx={from[0]} cy={from[1]} r="2" stroke="#000" strokeWidth="1.4" />
      </g>
    );
  });
}

interface Outlined {
  readonly place: { readonly outlines: readonly (readonly (readonly [number, number])[])[] };
}

/** Outlines of the plan's masses over any picture. @param moved draws each point where it was found in the painting */
export function MassOutlines({
  masses,
  painting,
  toPx,
  moved,
}: {
  masses: readonly Outlined[];
  painting: Painting;
  toPx: ToPx;
  moved?: (at: Point) => Point;
}) {
  // Drawn anew when the view moves, not at every move of the pointer over it.
  const d = useMemo(
    () => masses.map(({ place }) => placePath(place, painting, toPx, moved)).join(''),
    [masses, painting, moved, toPx],
  );
  return (
    <g fill="none" strokeLinejoin="round">
      <path d={d} stroke="#fff" strokeWidth="3" strokeOpacity=".75" />
      <path d={d} stroke="#000" strokeWidth="1.1" strokeDasharray={moved ? '4 3' : undefined} />
    </g>
  );
}
