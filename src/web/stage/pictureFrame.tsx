import { useEffect, useRef, useState, type FocusEvent, type ReactNode } from 'react';
import type { Box, Point } from '../../core/raster';
import type { Stroke } from './outlining';
import type { Layer } from './layer';
import { keysInWords } from '../../core/words';
import { useCloseUp, type CloseUp } from './closeUp';
import { useKeySpot } from './keySpot';
import { usePointers } from './usePointers';
import { fromFrame, panBy, pinched, toFrame, zoomAt, type View } from './view';

export interface FrameSize {
  readonly width: number;
  readonly height: number;
}

interface Props {
  readonly bitmap: ImageBitmap | null;
  readonly label: string;
  /** width / height of the canvas */
  readonly proportion: number;
  readonly view: View;
  readonly onView: (view: View) => void;
  /** pointer moved over (or touched) a place, as shares of the picture; null = left */
  readonly onSpot?: (at: Point | null) => void;
  /** a click or tap that was no drag */
  readonly onPick?: (at: Point) => void;
  readonly overlay?: Layer;
  /** over it what moves with the hand */
  readonly atHand?: Layer;
  readonly empty?: ReactNode;
  /** where a part of the picture is to be had with every pixel there is of it; null = nowhere */
  readonly closeUp?: ((box: Box) => string) | null;
  /** an outline is being drawn: pointers draw instead of panning */
  readonly onDraw?: (at: Point, stroke: Stroke) => void;
}

function useSize(ref: React.RefObject<HTMLElement | null>): FrameSize {
  const [size, setSize] = useState<FrameSize>({ width: 0, height: 0 });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver((entries) => {
      for (const { contentRect } of entries) setSize({ width: contentRect.width, height: contentRect.height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}

function draw(
  canvas: HTMLCanvasElement,
  bitmap: ImageBitmap,
  { view, size, close }: { view: View; size: FrameSize; close: CloseUp | null },
): void {
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.max(1, Math.round(size.width * ratio));
  canvas.height = Math.max(1, Math.round(size.height * ratio));
  const context = canvas.getContext('2d');
  if (!context) return;
  const [x0, y0] = toFrame(view, [0, 0], size);
  const [x1, y1] = toFrame(view, [1, 1], size);
  context.imageSmoothingQuality = 'high';
  context.setTransform((x1 - x0) * ratio, 0, 0, (y1 - y0) * ratio, x0 * ratio, y0 * ratio);
  context.drawImage(bitmap, 0, 0, 1, 1);
  if (close) context.drawImage(close.bitmap, ...close.box);
}

/** A finger that goes less than this, px, has pointed at a place. */
const TAP_PX = 6;

/** What fingers do on a frame: one drags or draws, two pinch. */
function useFingers(
  box: React.RefObject<HTMLDivElement | null>,
  { view, onView, onSpot, onPick, onDraw }: Pick<Props, 'view' | 'onView' | 'onSpot' | 'onPick' | 'onDraw'>,
  size: FrameSize,
) {
  const placeOf = (at: Point) => fromFrame(view, at, size);
  const { hold, handlers } = usePointers<HTMLDivElement, 'picture'>(box, size, {
    hover: (at) => onSpot?.(at && placeOf(at)),
    move: (_, { at, before, other }) => {
      if (other) onView(pinched(view, { at, before, other, size }));
      else if (onDraw) onDraw(placeOf(at), 'move');
      else if (view.zoom > 1) onView(panBy(view, [at[0] - before[0], at[1] - before[1]], size));
    },
    end: (_, { at, travelled }) => {
      onDraw?.(placeOf(at), 'end');
      if (travelled < TAP_PX) onPick?.(placeOf(at));
    },
  });
  const press = hold((at) => {
    onDraw?.(placeOf(at), 'start');
    return 'picture';
  });
  return { onPointerDown: press, ...handlers };
}

/** A picture that is clicked does not take the keys from the room; one that is tabbed to does. */
function useFocusByKeyAlone() {
  const pressed = useRef(false);
  return {
    onPointerDownCapture: () => void (pressed.current = true),
    onPointerUpCapture: () => void (pressed.current = false),
    onFocus: (event: FocusEvent<HTMLElement>) => pressed.current && event.currentTarget.blur(),
  };
}

/** Drawings over the picture. A sheet of its own for the compositor: what lies under it is not drawn again with it. */
const Over = ({ children }: { children: ReactNode }) => (
  <svg
    className="onpic absolute inset-0 h-full w-full"
    style={{ overflow: 'visible', pointerEvents: 'none', willChange: 'transform' }}
    aria-hidden="true"
  >
    {children}
  </svg>
);

/** One picture under the shared pan and zoom, with its marks over it. */
export function PictureFrame({
  bitmap,
  label,
  proportion,
  view,
  onView,
  onSpot,
  onPick,
  overlay,
  atHand,
  empty,
  closeUp,
  onDraw,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(box);
  const close = useCloseUp(closeUp, view, { size, bitmap });
  const onKeyDown = useKeySpot(proportion, { onSpot, onPick, onDraw });
  const keys = onPick !== undefined || onDraw !== undefined;
  const byKeyAlone = useFocusByKeyAlone();
  const fingers = useFingers(box, { view, onView, onSpot, onPick, onDraw }, size);
  useEffect(() => {
    if (canvas.current && bitmap && size.width > 0) draw(canvas.current, bitmap, { view, size, close });
  }, [bitmap, view, size, close]);
  useEffect(() => {
    // React's wheel handler is passive; zooming must keep the page from scrolling.
    const element = box.current;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left, top } = (event.currentTarget as HTMLElement).getBoundingClientRect();
      onView(zoomAt(view, Math.exp(-event.deltaY / 400), { at: [event.clientX - left, event.clientY - top], size }));
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [view, size, onView]);
  return (
    <div
      ref={box}
      className="relative w-full"
      {...(keys && { tabIndex: 0, role: 'group', 'aria-label': keysInWords(label), onKeyDown })}
      style={{
        aspectRatio: proportion,
        touchAction: view.zoom > 1 || onDraw ? 'none' : 'pan-y',
        cursor: onDraw ? 'crosshair' : undefined,
      }}
      {...(keys && byKeyAlone)}
      {...fingers}
    >
      {bitmap ? (
        <canvas ref={canvas} role="img" aria-label={label} className="absolute inset-0 h-full w-full" />
      ) : (
        <div
          className="absolute inset-0 flex items-center justify-center p-6 text-center"
          style={{ border: '1.5px dashed var(--ink)' }}
        >
          {empty}
        </div>
      )}
      {bitmap &&
        size.width > 0 &&
        [overlay, atHand].map(
          (layer, k) => layer && <Over key={k}>{layer((at) => toFrame(view, at, size), size)}</Over>,
        )}
    </div>
  );
}
