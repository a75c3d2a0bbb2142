import { useRef, type KeyboardEvent } from 'react';
import type { Point } from '../../core/raster';
import type { Stroke } from './outlining';
import { arrowOf } from './pointers';

const STEP = 0.005; // of the picture's width: 2 mm of a canvas of 400
const FAR = 0.05;

interface Does {
  /** the spot has moved; shares of the picture, null = it has gone */
  readonly onSpot?: (at: Point | null) => void;
  readonly onPick?: (at: Point) => void;
  readonly onDraw?: (at: Point, stroke: Stroke) => void;
}

const within = (v: number) => Math.min(1, Math.max(0, v));

/**
 * What a pointer does on a picture, by keys: arrows move the spot, with Shift by ten times as much, Enter puts it down.
 * Where pointers draw, Enter begins the line, arrows draw it, and Enter ends it.
 * @param proportion width / height of the picture
 */
export function useKeySpot(proportion: number, { onSpot, onPick, onDraw }: Does) {
  const at = useRef<Point>([0.5, 0.5]);
  const drawing = useRef(false);
  return (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const way = arrowOf(event.key);
    if (way) {
      const by = event.shiftKey ? FAR : STEP;
      const [x, y] = at.current;
      at.current = [within(x + way[0] * by), within(y + way[1] * by * proportion)];
      onSpot?.(at.current);
      if (drawing.current) onDraw?.(at.current, 'move');
    } else if (event.key === 'Enter' && (onPick || onDraw)) {
      if (onDraw) onDraw(at.current, drawing.current ? 'end' : 'start');
      drawing.current = Boolean(onDraw) && !drawing.current;
      if (!onDraw) onPick?.(at.current);
    } else return;
    // The room has uses of its own for arrows and Enter.
    event.preventDefault();
    event.stopPropagation();
  };
}
