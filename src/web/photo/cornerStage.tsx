import { Fragment, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { fileUrl, type Photo } from '../../contract';
import { visibleBox, wholeCorners, type CanvasSize } from '../../core/photo';
import { mapCorners, bentBy, unbent, type Corners, type Lens, type Point } from '../../core/raster';
import { arrowOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';

export const CORNER_NAMES = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
type Grey = Photo['greys'][number];
type Box = Grey['box'];

interface Props {
  readonly photo: Photo;
  readonly canvas: CanvasSize;
  /** how the lens bent straight sides, where it is known */
  readonly bend: number;
  readonly corners: Corners;
  readonly chosen: number;
  readonly onChoose: (corner: number) => void;
  /** while dragging or nudging; done = the painter let go */
  readonly onCorners: (corners: Corners, done: boolean) => void;
  readonly greys: readonly Grey[];
  /** the printed card's rings, where it was found */
  readonly card: Corners | null;
  /** a box is being drawn for a grey patch */
  readonly marking: boolean;
  readonly onGrey: (box: Box) => void;
}

interface Stroke {
  readonly fill: string;
  readonly stroke: string;
  readonly strokeWidth: number;
  readonly vectorEffect: 'non-scaling-stroke';
}

/** A line drawn twice, white under black, so that it shows on any picture. */
const twice = (under: number, over: number, draw: (stroke: Stroke, upper: boolean) => ReactNode) =>
  [under, over].map((strokeWidth, k) => (
    <Fragment key={strokeWidth}>
      {draw(
        { fill: 'none', stroke: k === 0 ? '#fff' : '#000', strokeWidth, vectorEffect: 'non-scaling-stroke' },
        k === 1,
      )}
    </Fragment>
  ));

/** The sides between four corners as the lens bends them: a path. */
function bentSides(corners: Corners, lens: Lens): string {
  if (lens.bend === 0) return `M${corners.map((p) => p.join(' ')).join('L')}Z`;
  const flat = corners.map((p) => unbent(lens, p));
  const points = flat.flatMap(([x, y], i) => {
    const [u, v] = flat[(i + 1) % 4];
    return Array.from({ length: 16 }, (_, k) => bentBy(lens, [x + ((u - x) * k) / 16, y + ((v - y) * k) / 16]));
  });
  return `M${points.map((p) => p.map((c) => c.toFixed(1)).join(' ')).join('L')}Z`;
}

/** The box between two points, photo px. */
function boxBetween([x0, y0]: Point, [x1, y1]: Point): Box {
  const [left, top] = [Math.max(0, Math.min(x0, x1)), Math.max(0, Math.min(y0, y1))];
  return [Math.round(left), Math.round(top), Math.round(Math.abs(x1 - x0)), Math.round(Math.abs(y1 - y0))];
}

const LEAST_BOX = 6; // photo px a side: less is a slip of the hand

interface FoundProps extends Pick<Props, 'photo' | 'canvas' | 'bend' | 'corners' | 'greys' | 'card'> {
  /** the box being drawn */
  readonly ghost: Box | null;
}

/** What is found and marked on the photograph: the canvas, what hides it, the card, patches, the box being drawn. */
function Found({ photo, canvas, bend, corners, greys, card, ghost }: FoundProps) {
  const lens = { bend, width: photo.width, height: photo.height };
  const hidden = photo.covered.by !== 'nothing' && visibleBox(canvas, photo.covered)[2] > 0;
  const whole = hidden ? wholeCorners(corners, canvas, photo.covered) : null;
  return (
    <>
      {twice(4, 1.5, (stroke) => (
        <path d={bentSides(corners, lens)} {...stroke} />
      ))}
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

/** One corner as a ring to take hold of. */
function CornerRing({
  index,
  at: [x, y],
  radius,
  chosen,
  onFocus,
  onKeyDown,
  onPointerDown,
}: {
  index: number;
  at: Point;
  radius: number;
  chosen: boolean;
  onFocus: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  onPointerDown: (event: PointerEvent) => void;
}) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Corner ${CORNER_NAMES[index]}; the arrow keys nudge it`}
      data-corner={index}
      style={{ cursor: 'grab' }}
      onFocus={onFocus}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.focus();
        onPointerDown(event);
      }}
    >
      <circle cx={x} cy={y} r={radius * 1.6} fill="transparent" />
      {twice(chosen ? 7 : 5, chosen ? 3 : 1.8, (stroke) => (
        <circle cx={x} cy={y} r={radius} {...stroke} />
      ))}
    </g>
  );
}

/** The photograph with its four corners to drag or nudge, and grey patches to mark. */
export function CornerStage({ chosen, onChoose, onCorners, marking, onGrey, ...found }: Props) {
  const { photo, corners } = found;
  const svg = useRef<SVGSVGElement>(null);
  const [ghost, setGhost] = useState<Box | null>(null);
  const moved = (corner: number, to: Point) => mapCorners(corners, (p, i) => (i === corner ? to : p));
  const { hold, handlers } = usePointers<SVGSVGElement, number | 'box'>(svg, photo, {
    move(held, { start, at }) {
      if (held === 'box') setGhost(boxBetween(start, at));
      else onCorners(moved(held, at), false);
    },
    end(held, { start, at }) {
      if (held !== 'box') return onCorners(moved(held, at), true);
      setGhost(null);
      const box = boxBetween(start, at);
      if (box[2] > LEAST_BOX && box[3] > LEAST_BOX) onGrey(box);
    },
  });
  const grasp = (corner: number) =>
    hold(() => {
      onChoose(corner);
      return corner;
    });
  const onKey = (event: KeyboardEvent, corner: number) => {
    const way = arrowOf(event.key);
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    onCorners(
      mapCorners(corners, ([x, y], i) => (i === corner ? [x + way[0] * step, y + way[1] * step] : [x, y])),
      true,
    );
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${photo.width} ${photo.height}`}
      className="onpic absolute inset-0 h-full w-full"
      style={{ touchAction: 'none', overflow: 'visible', cursor: marking ? 'crosshair' : 'default' }}
      onPointerDown={hold(() => (marking ? 'box' : null))}
      {...handlers}
    >
      <Found {...found} ghost={ghost} />
      {!marking &&
        corners.map((at, i) => (
          <CornerRing
            key={i}
            index={i}
            at={at}
            radius={Math.max(photo.width, photo.height) / 60}
            chosen={chosen === i}
            onFocus={() => onChoose(i)}
            onKeyDown={(event) => onKey(event, i)}
            onPointerDown={grasp(i)}
          />
        ))}
    </svg>
  );
}

/** A corner under the magnifier: five photo pixels to one of the preview's, with a cross at the corner itself. */
export function Magnifier({
  photo,
  corner,
  name,
  chosen,
  onChoose,
}: {
  photo: Photo;
  corner: Point;
  name: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  const span = Math.max(photo.width, photo.height) / 30; // photo px shown across
  const [x, y] = corner;
  return (
    <button
      onClick={onChoose}
      className="block w-full border-0 bg-transparent p-0 text-left"
      aria-pressed={chosen}
      aria-label={`Magnifier, ${name}`}
    >
      <svg
        viewBox={`${x - span / 2} ${y - span / 2} ${span} ${span}`}
        className="block w-full"
        style={{
          border: '1px solid var(--ink)',
          outline: chosen ? '3px solid var(--ink)' : 'none',
          background: 'var(--well)',
        }}
      >
        <image
          href={fileUrl('photoPreview', photo.id)}
          x={0}
          y={0}
          width={photo.width}
          height={photo.height}
          preserveAspectRatio="none"
        />
        {twice(3, 1.2, (stroke) => (
          <path
            d={`M${x - span / 2} ${y}H${x - span / 10}M${x + span / 10} ${y}H${x + span / 2}M${x} ${y - span / 2}V${y - span / 10}M${x} ${y + span / 10}V${y + span / 2}`}
            {...stroke}
          />
        ))}
      </svg>
      <span className="small">{name}</span>
    </button>
  );
}
