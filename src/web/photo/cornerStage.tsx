import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Photo } from '../../contract';
import { visibleBox, wholeCorners, type CanvasSize } from '../../core/photo';
import { mapCorners, type Corners, type Point } from '../../core/raster';
import { usePointers } from '../stage/usePointers';
import { bentSides, HOLD, Nails, SideThread } from './sideThread';
import { cornersAfterKey, pulledSide, SIDES, turnedSide, type Side } from './threads';
import { twice } from './twice';

type Grey = Photo['greys'][number];
type Box = Grey['box'];

interface Props {
  readonly photo: Photo;
  readonly canvas: CanvasSize;
  /** how the lens bent straight sides, where it is known */
  readonly bend: number;
  readonly corners: Corners;
  readonly chosen: Side;
  readonly onChoose: (side: Side) => void;
  /** while pulling or nudging; done = the painter let go */
  readonly onCorners: (corners: Corners, done: boolean) => void;
  /** lays the chosen thread on the edge beside it */
  readonly onLay: () => void;
  readonly greys: readonly Grey[];
  /** the printed card's rings, where it was found */
  readonly card: Corners | null;
  /** a box is being drawn for a grey patch */
  readonly marking: boolean;
  readonly onGrey: (box: Box) => void;
}

/** The box between two points, photo px. */
function boxBetween([x0, y0]: Point, [x1, y1]: Point): Box {
  const [left, top] = [Math.max(0, Math.min(x0, x1)), Math.max(0, Math.min(y0, y1))];
  return [Math.round(left), Math.round(top), Math.round(Math.abs(x1 - x0)), Math.round(Math.abs(y1 - y0))];
}

const LEAST_BOX = 6; // photo px a side: less is a slip of the hand

interface FoundProps extends Pick<Props, 'photo' | 'canvas' | 'bend' | 'corners' | 'greys' | 'card' | 'marking'> {
  /** the box being drawn */
  readonly ghost: Box | null;
}

/** What is found and marked on the photograph: the canvas, what hides it, the card, patches, the box being drawn. */
function Found({ photo, canvas, bend, corners, greys, card, marking, ghost }: FoundProps) {
  const lens = { bend, width: photo.width, height: photo.height };
  const hidden = photo.covered.by !== 'nothing' && visibleBox(canvas, photo.covered)[2] > 0;
  const whole = hidden ? wholeCorners(corners, canvas, photo.covered) : null;
  return (
    <>
      {marking && twice(4, 1.5, (stroke) => <path d={bentSides(corners, lens)} {...stroke} />)}
      {whole &&
        twice(3, 1.2, (stroke, upper) => (
          <path d={bentSides(whole, lens)} {...stroke} strokeDasharray={upper ? '7 5' : undefined} />
        ))}
      {card && twice(3, 1.2, (stroke) => <path d={bentSides(card, { ...lens, bend: 0 })} {...stroke} />)}
      {greys.map(({ box: [x, y, width, height] }, i) => (
        <g key={i}>
          {twice(3, 1.5, (stroke, upper) => (
            <rect {...{ x, y, width, height }} {...stroke} strokeDasharray={upper ? '5 4' : undefined} />
          ))}
        </g>
      ))}
      {ghost && (
        <rect
          {...{ x: ghost[0], y: ghost[1], width: ghost[2], height: ghost[3] }}
          fill="none"
          stroke="#000"
          strokeWidth="2"
          strokeDasharray="5 4"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </>
  );
}

/** What the hand holds: a thread, one of its nails, a crossing of two, or a box that is drawn. */
type Held =
  | { readonly what: 'thread'; readonly side: Side; readonly before: Corners }
  | { readonly what: 'nail'; readonly side: Side; readonly end: 0 | 1; readonly before: Corners }
  | { readonly what: 'crossing'; readonly corner: number; readonly before: Corners }
  | { readonly what: 'box' };

/** The corners after what is held was moved. */
function movedTo(held: Exclude<Held, { what: 'box' }>, at: Point, start: Point): Corners {
  const { before } = held;
  if (held.what === 'crossing') return mapCorners(before, (p, i) => (i === held.corner ? at : p));
  if (held.what === 'nail') return turnedSide(before, held.side, held.end, at);
  return pulledSide(before, held.side, [at[0] - start[0], at[1] - start[1]]);
}

/** Threads, nails, crossings and grey boxes under the hand. */
function useThreads({ photo, corners, marking, onChoose, onCorners, onLay, onGrey }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [ghost, setGhost] = useState<Box | null>(null);
  const { hold, handlers } = usePointers<SVGSVGElement, Held>(svg, photo, {
    move(held, { start, at }) {
      if (held.what === 'box') setGhost(boxBetween(start, at));
      else onCorners(movedTo(held, at, start), false);
    },
    end(held, { start, at, travelled }) {
      if (held.what !== 'box') {
        if (travelled > 0) onCorners(movedTo(held, at, start), true);
        return;
      }
      setGhost(null);
      const box = boxBetween(start, at);
      if (box[2] > LEAST_BOX && box[3] > LEAST_BOX) onGrey(box);
    },
  });
  const grasp = (side: Side, held: Held) => {
    const take = hold(() => {
      onChoose(side);
      return held;
    });
    return (event: PointerEvent) => {
      event.preventDefault();
      svg.current?.querySelector<SVGElement>(`[data-side="${side}"]`)?.focus();
      take(event);
    };
  };
  const onKeyDown = (side: Side) => (event: KeyboardEvent) => {
    const next = cornersAfterKey(corners, side, event);
    if (!next && event.key !== 'Enter') return;
    event.preventDefault();
    event.stopPropagation();
    if (next) onCorners(next, true);
    else onLay();
  };
  return { svg, ghost, handlers, grasp, onKeyDown, onDraw: hold(() => (marking ? { what: 'box' } : null)) };
}

/** Where two threads cross: both can be taken hold of there at once. */
const Crossings = ({ corners, hold }: { corners: Corners; hold: (corner: number) => (event: PointerEvent) => void }) =>
  corners.map(([x, y], corner) => (
    <circle
      key={corner}
      data-corner={corner}
      cx={x}
      cy={y}
      r={1}
      fill="transparent"
      stroke="transparent"
      strokeWidth={2 * HOLD}
      vectorEffect="non-scaling-stroke"
      style={{ cursor: 'grab' }}
      onPointerDown={hold(corner)}
    />
  ));

/** The photograph with a thread along each side of the canvas to pull or turn, and grey patches to mark. */
export function CornerStage(props: Props) {
  const { photo, corners, bend, chosen, marking, onChoose } = props;
  const { svg, ghost, handlers, grasp, onKeyDown, onDraw } = useThreads(props);
  const lens = { bend, width: photo.width, height: photo.height };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${photo.width} ${photo.height}`}
      className="onpic absolute inset-0 h-full w-full"
      style={{ touchAction: 'none', overflow: 'visible', cursor: marking ? 'crosshair' : 'default' }}
      onPointerDown={onDraw}
      {...handlers}
    >
      <Found {...props} ghost={ghost} />
      {!marking &&
        SIDES.map((side) => (
          <SideThread
            key={side}
            {...{ side, corners, lens }}
            chosen={chosen === side}
            hand={{
              onFocus: () => onChoose(side),
              onKeyDown: onKeyDown(side),
              onPointerDown: grasp(side, { what: 'thread', side, before: corners }),
            }}
          />
        ))}
      {!marking && (
        <Crossings corners={corners} hold={(corner) => grasp(chosen, { what: 'crossing', corner, before: corners })} />
      )}
      {!marking &&
        SIDES.map((side) => (
          <Nails
            key={side}
            {...{ side, corners, lens }}
            hold={(end) => grasp(side, { what: 'nail', side, end, before: corners })}
          />
        ))}
    </svg>
  );
}
