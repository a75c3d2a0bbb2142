import type { Point } from '../../core/raster';

/** What part of both pictures is shown: zoom from 1 (whole) up, and the share of the picture at the middle. */
export interface View {
  readonly zoom: number;
  readonly cx: number;
  readonly cy: number;
  readonly mirror: boolean;
  readonly turned: boolean;
}
export const WHOLE: View = { zoom: 1, cx: 0.5, cy: 0.5, mirror: false, turned: false };
const MOST_ZOOM = 12;
const LEAST_ZOOM = 0.3;

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

/** Keeps the picture in the frame: where it is smaller than the frame it stays in the middle. */
export function settle(view: View): View {
  const zoom = clamp(view.zoom, LEAST_ZOOM, MOST_ZOOM);
  const half = Math.min(0.5, 0.5 / zoom);
  return { ...view, zoom, cx: clamp(view.cx, half, 1 - half), cy: clamp(view.cy, half, 1 - half) };
}

/** A place on the picture (shares) to px in a frame of the given size. */
export function toFrame(
  { zoom, cx, cy, mirror, turned }: View,
  [u, v]: Point,
  { width, height }: { width: number; height: number },
): Point {
  const flipX = mirror !== turned;
  const x = flipX ? 1 - u : u;
  const y = turned ? 1 - v : v;
  return [(x - cx) * width * zoom + width / 2, (y - cy) * height * zoom + height / 2];
}

/** Px in the frame to a place on the picture (shares). */
export function fromFrame(
  { zoom, cx, cy, mirror, turned }: View,
  [px, py]: Point,
  { width, height }: { width: number; height: number },
): Point {
  const x = (px - width / 2) / (width * zoom) + cx;
  const y = (py - height / 2) / (height * zoom) + cy;
  return [mirror !== turned ? 1 - x : x, turned ? 1 - y : y];
}

/** Zooms by a factor and keeps the place under the pointer where it is. */
export function zoomAt(
  view: View,
  factor: number,
  { at, size }: { at: Point; size: { width: number; height: number } },
): View {
  const zoom = clamp(view.zoom * factor, LEAST_ZOOM, MOST_ZOOM);
  const dx = (at[0] - size.width / 2) / size.width;
  const dy = (at[1] - size.height / 2) / size.height;
  return settle({ ...view, zoom, cx: view.cx + dx / view.zoom - dx / zoom, cy: view.cy + dy / view.zoom - dy / zoom });
}

/** One finger has moved while another rests: the picture grows with the way between them. */
export function pinched(
  view: View,
  { at, before, other, size }: Record<'at' | 'before' | 'other', Point> & { size: { width: number; height: number } },
): View {
  const was = Math.hypot(before[0] - other[0], before[1] - other[1]) || 1;
  const is = Math.hypot(at[0] - other[0], at[1] - other[1]);
  return zoomAt(view, is / was, { at: [(at[0] + other[0]) / 2, (at[1] + other[1]) / 2], size });
}

export const panBy = (view: View, [dx, dy]: Point, { width, height }: { width: number; height: number }): View =>
  settle({ ...view, cx: view.cx - dx / (width * view.zoom), cy: view.cy - dy / (height * view.zoom) });

/** Shows a box (shares of the canvas) with air around it, both pictures alike. */
export function focusOn([x, y, w, h]: readonly [number, number, number, number]): View {
  const zoom = clamp(0.6 / Math.max(w, h), 1, 3.5);
  return settle({ ...WHOLE, zoom, cx: x + w / 2, cy: y + h / 2 });
}
