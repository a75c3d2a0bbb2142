import { Fragment, useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { fileUrl, type Photo } from '../../contract';
import { visibleBox, wholeCorners, type CanvasSize } from '../../core/photo';
import { mapCorners, bentBy, unbent, type Corners, type Lens, type Point } from '../../core/raster';

export const CORNER_NAMES = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
type Grey = Photo['greys'][number];

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
  readonly onGrey: (box: [number, number, number, number]) => void;
}

const NUDGE: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

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

/** The photograph with its four corners to drag or nudge, and grey patches to mark. */
export function CornerStage({
  photo,
  canvas,
  bend,
  corners,
  chosen,
  onChoose,
  onCorners,
  greys,
  card,
  marking,
  onGrey,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<{ corner: number } | { from: Point; to: Point } | null>(null);
  const ghost = useRef<SVGRectElement>(null);
  const r = Math.max(photo.width, photo.height) / 60;
  const place = (event: PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect();
    return box
      ? [
          ((event.clientX - box.left) / box.width) * photo.width,
          ((event.clientY - box.top) / box.height) * photo.height,
        ]
      : [0, 0];
  };
  const moved = (corner: number, to: Point) => mapCorners(corners, (p, i) => (i === corner ? to : p));
  const onMove = (event: PointerEvent) => {
    if (!drag.current) return;
    if ('corner' in drag.current) return onCorners(moved(drag.current.corner, place(event)), false);
    drag.current.to = place(event);
    const [[x0, y0], [x1, y1]] = [drag.current.from, drag.current.to];
    for (const [name, value] of Object.entries({
      x: Math.min(x0, x1),
      y: Math.min(y0, y1),
      width: Math.abs(x1 - x0),
      height: Math.abs(y1 - y0),
    }))
      ghost.current?.setAttribute(name, String(value));
  };
  const onUp = (event: PointerEvent) => {
    const held = drag.current;
    drag.current = null;
    if (!held) return;
    if ('corner' in held) return onCorners(moved(held.corner, place(event)), true);
    const [[x0, y0], [x1, y1]] = [held.from, held.to];
    ghost.current?.setAttribute('width', '0');
    if (Math.abs(x1 - x0) > 6 && Math.abs(y1 - y0) > 6)
      onGrey(
        [Math.max(0, Math.min(x0, x1)), Math.max(0, Math.min(y0, y1)), Math.abs(x1 - x0), Math.abs(y1 - y0)].map(
          Math.round,
        ) as [number, number, number, number],
      );
  };
  const onKey = (event: KeyboardEvent, corner: number) => {
    const by = NUDGE[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    onCorners(moved(corner, [corners[corner][0] + by[0] * step, corners[corner][1] + by[1] * step]), true);
  };
  const lens = { bend, width: photo.width, height: photo.height };
  const hidden = photo.covered.by !== 'nothing' && visibleBox(canvas, photo.covered)[2] > 0;
  const whole = hidden ? wholeCorners(corners, canvas, photo.covered) : null;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${photo.width} ${photo.height}`}
      className="onpic absolute inset-0 h-full w-full"
      style={{ touchAction: 'none', overflow: 'visible', cursor: marking ? 'crosshair' : 'default' }}
      onPointerDown={(e) => {
        if (marking) {
          e.currentTarget.setPointerCapture(e.pointerId);
          drag.current = { from: place(e), to: place(e) };
        }
      }}
      onPointerMove={onMove}
      onPointerUp={onUp}
    >
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
      <rect
        ref={ghost}
        fill="none"
        stroke="#000"
        strokeWidth="2"
        strokeDasharray="5 4"
        vectorEffect="non-scaling-stroke"
      />
      {!marking &&
        corners.map(([x, y], i) => (
          <g
            key={i}
            role="button"
            tabIndex={0}
            aria-label={`Corner ${CORNER_NAMES[i]}; the arrow keys nudge it`}
            data-corner={i}
            style={{ cursor: 'grab' }}
            onFocus={() => onChoose(i)}
            onKeyDown={(e) => onKey(e, i)}
            onPointerDown={(e) => {
              e.preventDefault();
              e.currentTarget.focus();
              svg.current?.setPointerCapture(e.pointerId);
              drag.current = { corner: i };
              onChoose(i);
            }}
          >
            <circle cx={x} cy={y} r={r * 1.6} fill="transparent" />
            {twice(chosen === i ? 7 : 5, chosen === i ? 3 : 1.8, (stroke) => (
              <circle cx={x} cy={y} r={r} {...stroke} />
            ))}
          </g>
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
