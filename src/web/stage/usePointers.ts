import { useRef, type PointerEvent, type RefObject } from 'react';
import type { Point } from '../../core/raster';
import { Pointers, type Move } from './pointers';

/** What the hand does on a stage. */
interface Hand<Held> {
  /** over the stage, holding something or not; null = gone */
  readonly hover?: (at: Point | null) => void;
  readonly move?: (held: Held, move: Move) => void;
  readonly end?: (held: Held, move: Move) => void;
}

/** Units across and down the stage; what all its points are told in. */
interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * The one way fingers, pens and mice reach a stage: `hold` what is grasped where a pointer comes down, `handlers` on
 * the stage itself for the rest of the way. A pointer that holds something stays with the stage when it leaves it.
 */
export function usePointers<E extends Element, Held>(stage: RefObject<E | null>, size: Size, hand: Hand<Held>) {
  const pointers = useRef<Pointers<Held>>(null);
  pointers.current ??= new Pointers<Held>();
  const all = pointers.current;
  const at = ({ clientX, clientY }: Pick<PointerEvent, 'clientX' | 'clientY'>): Point => {
    const box = stage.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    return [((clientX - box.left) / box.width) * size.width, ((clientY - box.top) / box.height) * size.height];
  };
  return {
    at,
    /** For onPointerDown, of the stage or of something on it; null = nothing to hold there. */
    hold: (take: (at: Point, event: PointerEvent) => Held | null) => (event: PointerEvent) => {
      const start = at(event);
      const held = take(start, event);
      if (held === null) return;
      event.stopPropagation();
      stage.current?.setPointerCapture(event.pointerId);
      all.down(event.pointerId, start, held);
    },
    handlers: {
      onPointerMove(event: PointerEvent) {
        const here = at(event);
        hand.hover?.(here);
        const told = all.move(event.pointerId, here);
        if (told) hand.move?.(told.held, told.move);
      },
      onPointerUp(event: PointerEvent) {
        const told = all.up(event.pointerId, at(event));
        if (told) hand.end?.(told.held, told.move);
      },
      onPointerCancel: (event: PointerEvent) => all.cancel(event.pointerId),
      onPointerLeave: () => hand.hover?.(null),
    },
  };
}
