import { Onpic } from '../stage/onpic';
import { useRef, useState, type PointerEvent, type ReactNode } from 'react';
import type { Painting, Place, SetUp } from '../../contract';
import { lineOf } from '../stage/paths';
import type { Point } from '../../core/raster';
import { insideOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';
import { Bitmap } from './bitmap';

interface Canvas {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** What a frame will leave to be seen: a thin dashed line, what lies outside it a shade under a veil. */
export function VisibleWindow({ widthMm, heightMm, rebate }: Canvas & { rebate: SetUp['rebate'] }) {
  const { top, right, bottom, left } = rebate;
  if (top + right + bottom + left === 0) return null;
  const [x, y, w, h] = [left, top, widthMm - left - right, heightMm - top - bottom];
  return (
    <g data-testid="window">
      <path
        d={`M0 0H${widthMm}V${heightMm}H0ZM${x} ${y}V${y + h}H${x + w}V${y}Z`}
        fill="#777"
        fillOpacity=".45"
        fillRule="evenodd"
      />
      <Onpic d={`M${x} ${y}h${w}v${h}h${-w}Z`} width={1} dash="5 4" />
    </g>
  );
}

/** How a hand draws on the stage. */
export type Gesture = 'tap' | 'loop' | 'line' | 'arrow';

const LEAST_MM = 0.004; // of the long side: nearer points say nothing new

/** The line so far with one point more, where that is far enough from the last to say something new. */
function further(points: Point[], next: Point, { width, height }: { width: number; height: number }): Point[] {
  const last = points.at(-1);
  const far = !last || Math.hypot(next[0] - last[0], next[1] - last[1]) > LEAST_MM * Math.max(width, height);
  return far ? [...points, next] : points;
}

/** A picture of the canvas with drawings over it in canvas mm; taps and drawn lines come back in mm. */
export function PlanStage({
  bitmap,
  label,
  painting,
  gesture = 'tap',
  onTap,
  onDrawn,
  children,
}: {
  bitmap: ImageBitmap | null;
  label: string;
  painting: Painting;
  gesture?: Gesture;
  onTap?: (at: Point, event: PointerEvent) => void;
  onDrawn?: (points: Point[]) => void;
  children?: ReactNode;
}) {
  const { widthMm, heightMm } = painting;
  const size = { width: widthMm, height: heightMm };
  const [points, setPoints] = useState<Point[]>([]);
  const stage = useRef<SVGSVGElement>(null);
  const draws = gesture !== 'tap' && onDrawn;
  const so = gesture === 'arrow' && points.length > 1 ? [...points.slice(0, 1), ...points.slice(-1)] : points;
  const { hold, handlers } = usePointers<SVGSVGElement, 'line'>(stage, size, {
    move: (_, { at }) => setPoints((now) => further(now, insideOf(size, at), size)),
    end: () => {
      if (so.length >= (gesture === 'loop' ? 3 : 2)) onDrawn?.(so);
      else if (points.length > 0) onDrawn?.(points);
      setPoints([]);
    },
  });
  const press = (place: Point, event: PointerEvent) => {
    const at = insideOf(size, place);
    if (draws) setPoints([at]);
    else onTap?.(at, event);
    return draws ? ('line' as const) : null;
  };
  return (
    <div className="relative w-full" style={{ aspectRatio: widthMm / heightMm }}>
      <Bitmap bitmap={bitmap} label={label} />
      <svg
        ref={stage}
        className="absolute inset-0 h-full w-full"
        style={{ touchAction: draws ? 'none' : undefined, cursor: draws || onTap ? 'crosshair' : undefined }}
        viewBox={`0 0 ${widthMm} ${heightMm}`}
        preserveAspectRatio="none"
        data-testid="plan-stage"
        onPointerDown={hold(press)}
        {...handlers}
      >
        {children}
        <VisibleWindow {...painting} rebate={painting.setUp.rebate} />
        {so.length > 1 && <Onpic d={`${lineOf(so)}${gesture === 'loop' ? 'Z' : ''}`} dash="7 4" />}
      </svg>
    </div>
  );
}

/** A drawn loop as a place. */
export const placeOfLoop = (points: readonly Point[]): Place => ({
  outlines: [points.map(([x, y]): [number, number] => [x, y])],
});

/** Two pictures on one ledge, no taller than leaves the words under them in sight. */
export const Pair = ({ canvas: { widthMm, heightMm }, children }: { canvas: Canvas; children: ReactNode }) => (
  <div className="pair" style={{ maxWidth: `calc(2 * max(340px, 100vh - 320px) * ${widthMm / heightMm} + 16px)` }}>
    {children}
  </div>
);
