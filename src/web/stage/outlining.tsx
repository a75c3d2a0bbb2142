import { useRef, useState } from 'react';
import type { Point } from '../../core/raster';

/** Points of an outline closer than this (shares of the canvas) say nothing new. */
const LEAST_STEP = 0.004;

export type Stroke = 'start' | 'move' | 'end';

/** A region being outlined by hand: drag round it in one go, or tap corner after corner. */
export function useOutline() {
  const [points, setPoints] = useState<Point[]>([]);
  const dragging = useRef(false);
  const add = (at: Point) =>
    setPoints((now) => {
      const last = now.at(-1);
      const inside: Point = [Math.min(1, Math.max(0, at[0])), Math.min(1, Math.max(0, at[1]))];
      return last && Math.hypot(inside[0] - last[0], inside[1] - last[1]) < LEAST_STEP ? now : [...now, inside];
    });
  return {
    points,
    clear: () => setPoints([]),
    back: () => setPoints((now) => now.slice(0, -1)),
    draw(at: Point, stroke: Stroke) {
      if (stroke === 'start') dragging.current = true;
      if (dragging.current) add(at);
      if (stroke === 'end') dragging.current = false;
    },
  };
}

/** The outline so far, drawn over the flat. */
export function OutlineSoFar({ points, toPx }: { points: readonly Point[]; toPx: (at: Point) => Point }) {
  if (points.length === 0) return null;
  const px = points.map(toPx);
  const d = `M${px.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${px.length > 2 ? 'Z' : ''}`;
  const [x0, y0] = px[0];
  return (
    <>
      <path d={d} fill="#fff" fillOpacity=".12" stroke="#fff" strokeWidth="4" strokeLinejoin="round" />
      <path d={d} fill="none" stroke="#000" strokeWidth="1.6" strokeDasharray="7 4" strokeLinejoin="round" />
      <circle cx={x0} cy={y0} r="5" fill="#fff" stroke="#000" strokeWidth="1.6" />
    </>
  );
}
