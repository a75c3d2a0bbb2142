import type { Account, Landmark, Painting } from '../../../contract';
import type { Point } from '../../../core/raster';
import { DRAWN, STRAIGHT, type Inquiry } from './inquiry';
import { placed } from './pointed';

type ToPx = (at: Point) => Point;

function Line({ from, to, dashed }: { from: Point; to: Point; dashed?: boolean }) {
  const d = `M${from[0]} ${from[1]}L${to[0]} ${to[1]}`;
  return (
    <>
      <path d={d} stroke="#fff" strokeWidth="4" />
      <path d={d} stroke="#000" strokeWidth="1.6" strokeDasharray={dashed ? '6 4' : undefined} />
    </>
  );
}

/** A point with its name. */
function Dot({
  at,
  name,
  left = false,
  filled = false,
}: {
  at: Point;
  name: string;
  left?: boolean;
  filled?: boolean;
}) {
  return (
    <g>
      {filled && <circle cx={at[0]} cy={at[1]} r="6.5" fill="#fff" />}
      <circle cx={at[0]} cy={at[1]} r="5" fill={filled ? '#000' : '#fff'} stroke="#000" strokeWidth="1.6" />
      <text
        x={at[0] + (left ? -8 : 8)}
        textAnchor={left ? 'end' : 'start'}
        y={at[1] - 7}
        fontSize="14"
        fontWeight="700"
        fill="#000"
        stroke="#fff"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {name}
      </text>
    </g>
  );
}

/** Points with their letters, and lines between every two of them; filled = shown by the painter. */
function Pointed({
  places,
  byHand,
  lines,
}: {
  places: readonly (Point | null)[];
  byHand: readonly boolean[];
  lines: boolean;
}) {
  return (
    <g>
      {lines &&
        places.map((from, i) => {
          const to = places[i + 1];
          return i % 2 === 0 && from && to && <Line key={i} from={from} to={to} dashed={i > 0} />;
        })}
      {places.map((at, i) => at && <Dot key={i} at={at} name={'ABCDEFGHIJKL'.charAt(i)} filled={byHand[i]} />)}
    </g>
  );
}

/** What the hand has shown, on one picture. @param moved from the plan's place to this picture's */
export function InquiryMarks({
  inquiry,
  landmarks,
  painting,
  toPx,
  side,
  moved,
  found,
  toPlan,
}: {
  inquiry: Inquiry;
  landmarks: readonly Landmark[];
  painting: Painting;
  toPx: ToPx;
  side: 'plan' | 'flat';
  moved: (at: Point) => Point;
  found: (at: Point) => boolean;
  toPlan: ((at: Point) => Point) | null;
}) {
  const { tool, points, stroke, waiting } = inquiry;
  const px = (at: Point): Point => {
    const [dx, dy] = side === 'flat' ? moved(at) : [0, 0];
    return toPx([(at[0] + dx) / painting.widthMm, (at[1] + dy) / painting.heightMm]);
  };
  const bare = (at: Point) => toPx([at[0] / painting.widthMm, at[1] / painting.heightMm]);
  const shown = stroke.length > 1 ? stroke : points;
  if (tool === 'landmarks')
    return (
      <g>
        {landmarks.map((one, i) => (
          <Dot key={i} at={bare(side === 'plan' ? one.plan : one.painted)} name={one.name || String(i + 1)} />
        ))}
        {waiting && side === 'plan' && <Dot at={bare(waiting)} name="?" />}
      </g>
    );
  if (tool && DRAWN.includes(tool) && shown.length > 1) {
    const path = `M${shown
      .map((at) =>
        px(at)
          .map((v) => v.toFixed(1))
          .join(' '),
      )
      .join('L')}${tool === 'outline' ? 'Z' : ''}`;
    return (
      <g fill="none" strokeLinejoin="round">
        <path d={path} stroke="#fff" strokeWidth="4.4" />
        <path d={path} stroke="#000" strokeWidth="1.8" />
        {STRAIGHT.includes(tool) && shown.slice(0, 1).map((at) => <Dot key="A" at={px(at)} name="A" />)}
        {STRAIGHT.includes(tool) && shown.slice(-1).map((at) => <Dot key="B" at={px(at)} name="B" />)}
      </g>
    );
  }
  if (tool === 'string')
    return (
      <g>
        {points.map((at, i) => (
          <Dot key={i} at={px(at)} name={String(i + 1)} />
        ))}
      </g>
    );
  if (tool === 'compare' || tool === 'warm') {
    const shown = placed(inquiry.pointed, { moved, found, toPlan }, tool);
    const places = shown.map((one) => (side === 'plan' ? one.plan : one.painted));
    const byHand = inquiry.pointed.map((one) => (side === 'plan' ? one.plan : one.painted) !== null);
    return <Pointed places={places.map((at) => at && bare(at))} byHand={byHand} lines={tool === 'compare'} />;
  }
  return null;
}

/** A plumb and a level line through one place, on both pictures. */
export function PlumbAndLevel({ at, size, toPx }: { at: Point; size: { width: number; height: number }; toPx: ToPx }) {
  const [x, y] = toPx(at);
  return (
    <g fill="none">
      <Line from={[x, 0]} to={[x, size.height]} dashed />
      <Line from={[0, y]} to={[size.width, y]} dashed />
    </g>
  );
}

/**
 * Where the darkest dark and the lightest light lie.
 * @param moved from the plan's place to this picture's; none = the plan
 */
export function RangeEnds({
  range: { darkestAt, lightestAt },
  painting,
  toPx,
  moved,
}: {
  range: Account['range']['planned'];
  painting: Painting;
  toPx: ToPx;
  moved?: (at: Point) => Point;
}) {
  const px = (at: Point) => {
    const [dx, dy] = moved?.(at) ?? [0, 0];
    return toPx([(at[0] + dx) / painting.widthMm, (at[1] + dy) / painting.heightMm]);
  };
  // Near the right edge the word stands before its point.
  const right = (at: Point) => px(at)[0] > toPx([0, 0])[0] + 0.8 * (toPx([1, 0])[0] - toPx([0, 0])[0]);
  return (
    <g data-testid="range-ends">
      <Dot at={px(darkestAt)} name="darkest" left={right(darkestAt)} />
      <Dot at={px(lightestAt)} name="lightest" left={right(lightestAt)} />
    </g>
  );
}
