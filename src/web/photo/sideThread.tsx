import type { PointerEvent, SVGProps } from 'react';
import { bentBy, unbent, type Corners, type Lens, type Point } from '../../core/raster';
import { nailsOf, SIDE_NAMES, SIDES, type Side } from './threads';
import { twice } from './twice';

/** One side between two corners as the lens bends it: a path. */
function sidePath(corners: Corners, side: Side, lens: Lens): string {
  const ends = [corners[side], corners[((side + 1) % 4) as Side]] as const;
  if (lens.bend === 0) return `M${ends.map((p) => p.join(' ')).join('L')}`;
  const [[x, y], [u, v]] = [unbent(lens, ends[0]), unbent(lens, ends[1])];
  const points = Array.from({ length: 17 }, (_, k) => bentBy(lens, [x + ((u - x) * k) / 16, y + ((v - y) * k) / 16]));
  return `M${points.map((p) => p.map((c) => c.toFixed(1)).join(' ')).join('L')}`;
}

/** All four of them. */
export const bentSides = (corners: Corners, lens: Lens): string =>
  SIDES.map((side) => sidePath(corners, side, lens)).join('');

export const HOLD = 22; // px on the screen round what is taken hold of: wide enough for a finger

/** What nails and beads are drawn by, photo px. */
const unitOf = ({ width, height }: Lens) => Math.max(width, height) / 62;

/** The thread along one side: nailed beyond both corners, with a bead at its middle while it is chosen. */
export function SideThread({
  side,
  corners,
  lens,
  chosen,
  hand,
}: {
  side: Side;
  corners: Corners;
  lens: Lens;
  chosen: boolean;
  hand: Pick<SVGProps<SVGGElement>, 'onFocus' | 'onKeyDown' | 'onPointerDown'>;
}) {
  const nails = nailsOf(corners, side);
  const [from, to] = [corners[side], corners[((side + 1) % 4) as Side]];
  const unit = unitOf(lens);
  const beyond = `M${nails[0].join(' ')}L${from.join(' ')}M${to.join(' ')}L${nails[1].join(' ')}`;
  const along = sidePath(corners, side, lens);
  const middle: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`Thread along the ${SIDE_NAMES[side]}; the arrow keys move it, with Shift they turn it, Enter lays it on the edge beside it`}
      data-side={side}
      style={{ cursor: 'move', outline: 'none' }}
      {...hand}
    >
      <path d={along} fill="none" stroke="transparent" strokeWidth={HOLD} vectorEffect="non-scaling-stroke" />
      {twice(chosen ? 7 : 4, chosen ? 3 : 1.5, (stroke) => (
        <path d={`${beyond}${along}`} {...stroke} />
      ))}
      {chosen && <Bead at={middle} unit={unit} turned={side % 2 === 1} />}
    </g>
  );
}

/** Both nails of a side's thread; they lie over the crossings, which are near them where the picture is small. */
export const Nails = ({
  side,
  corners,
  lens,
  hold,
}: {
  side: Side;
  corners: Corners;
  lens: Lens;
  hold: (end: 0 | 1) => (event: PointerEvent) => void;
}) => (
  <g data-nails={side}>
    {nailsOf(corners, side).map((at, end) => (
      <Nail key={end} at={at} unit={unitOf(lens)} onPointerDown={hold(end as 0 | 1)} />
    ))}
  </g>
);

/** A nail: a head and a point, to turn the thread by. */
const Nail = ({
  at: [x, y],
  unit,
  onPointerDown,
}: {
  at: Point;
  unit: number;
  onPointerDown: (event: PointerEvent) => void;
}) => (
  <g style={{ cursor: 'grab' }} onPointerDown={onPointerDown}>
    <circle
      cx={x}
      cy={y}
      r={unit}
      fill="transparent"
      stroke="transparent"
      strokeWidth={HOLD}
      vectorEffect="non-scaling-stroke"
    />
    {twice(6, 3, (stroke) => (
      <path d={`M${x - unit * 0.5} ${y - unit}h${unit}M${x} ${y - unit}V${y + unit * 0.2}`} {...stroke} />
    ))}
  </g>
);

/** What a chosen thread is pulled by. */
const Bead = ({ at: [x, y], unit, turned }: { at: Point; unit: number; turned: boolean }) => (
  <g transform={`translate(${x} ${y})${turned ? ' rotate(90)' : ''}`}>
    <circle r={unit * 1.2} fill="#8a8a8a" />
    {twice(5, 2, (stroke) => (
      <circle r={unit * 1.2} {...stroke} />
    ))}
    <path
      d={`M${-unit * 0.45} ${-unit * 0.25}l${unit * 0.45} ${-unit * 0.4}l${unit * 0.45} ${unit * 0.4}M${-unit * 0.45} ${unit * 0.25}l${unit * 0.45} ${unit * 0.4}l${unit * 0.45} ${-unit * 0.4}`}
      fill="none"
      stroke="#000"
      strokeWidth="2"
      vectorEffect="non-scaling-stroke"
    />
  </g>
);
