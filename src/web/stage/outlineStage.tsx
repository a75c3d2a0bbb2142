import { useRef, useState, type ReactNode } from 'react';
import type { Place } from '../../contract';
import type { Point } from '../../core/raster';
import { strokeOf } from './brush';
import { OutlineSoFar, useOutline } from './outlining';
import { outlinesOf } from './paths';
import { usePointers } from './usePointers';
import { WordChoice } from '../ui/words';

const SHARES = { width: 1, height: 1 };
const WIDE = 800; // units across the drawing: about the pixels it is shown at, so that fields keep their grain

interface Shape {
  readonly outlines: readonly (readonly Point[])[];
}

/** Draws a place (canvas mm) as an SVG path in the stage's units. */
export type ToPath = (place: Shape) => string;

/** How a place is shown by hand: a brush's radius as a share of the canvas's long side; 0 = a loop round it. */
const TOOLS = [
  ['a loop', 0],
  ['a brush', 0.012],
  ['a broad brush', 0.035],
] as const;

/** What the brush has gone over so far. */
function Brushed({ points, wide, tall }: { points: readonly Point[]; wide: number; tall: number }) {
  if (points.length === 0) return null;
  // A dot is a line back to where it began.
  const line = points.length === 1 ? [...points, ...points] : points;
  return (
    <polyline
      points={line.map(([x, y]) => `${x * WIDE},${y * tall}`).join(' ')}
      fill="none"
      stroke="#fff"
      strokeOpacity=".55"
      strokeWidth={wide}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}

/** A flat on which places are shown by dragging round them, or over them with a brush. */
export function OutlineStage({
  flat,
  alt,
  canvas,
  onPlace,
  children,
  caption,
}: {
  /** address of its picture */
  flat: string;
  alt: string;
  canvas: { readonly widthMm: number; readonly heightMm: number };
  onPlace: (place: Place) => void;
  children: (toPath: ToPath) => ReactNode;
  caption: ReactNode;
}) {
  const outline = useOutline();
  const [brush, setBrush] = useState(0);
  const radius = brush * Math.max(canvas.widthMm, canvas.heightMm);
  const unit = WIDE / canvas.widthMm;
  const tall = canvas.heightMm * unit;
  const keep = () => {
    const path = outline.points.map(([x, y]): [number, number] => [x * canvas.widthMm, y * canvas.heightMm]);
    const loop = path.length >= 3 ? { outlines: [path] } : null;
    const place = brush > 0 ? strokeOf(path, radius, canvas) : loop;
    if (place) onPlace(place);
    outline.clear();
  };
  const stage = useRef<SVGSVGElement>(null);
  const { hold, handlers } = usePointers<SVGSVGElement, 'outline'>(stage, SHARES, {
    move: (_, { at }) => outline.draw(at, 'move'),
    end: (_, { at }) => {
      outline.draw(at, 'end');
      keep();
    },
  });
  const press = hold((at) => {
    outline.clear();
    outline.draw(at, 'start');
    return 'outline';
  });
  const toPath: ToPath = ({ outlines }) => outlinesOf(outlines, ([x, y]) => [x * unit, y * unit]);
  return (
    <figure style={{ maxWidth: `calc(max(360px, 100vh - 380px) * ${canvas.widthMm / canvas.heightMm})` }}>
      <div className="relative w-full" style={{ aspectRatio: canvas.widthMm / canvas.heightMm }}>
        <img src={flat} alt={alt} className="absolute inset-0 h-full w-full" draggable={false} />
        <svg
          ref={stage}
          viewBox={`0 0 ${WIDE} ${tall}`}
          className="absolute inset-0 h-full w-full"
          style={{ touchAction: 'none', cursor: 'crosshair' }}
          role="img"
          aria-label="Drag round a place on the flat, or over it with the brush"
          onPointerDown={press}
          {...handlers}
        >
          {children(toPath)}
          {brush === 0 ? (
            <OutlineSoFar points={outline.points} toPx={([x, y]) => [x * WIDE, y * tall]} />
          ) : (
            <Brushed points={outline.points} wide={2 * radius * unit} tall={tall} />
          )}
        </svg>
      </div>
      <figcaption className="mt-1">
        <WordChoice
          label="Show a place with"
          small
          options={TOOLS.map(([words, share]) => [share, `with ${words}`] as const)}
          value={brush}
          onChoose={setBrush}
        />
        {caption}
      </figcaption>
    </figure>
  );
}

/** An outline of the painter's own: black dashes on white. */
export const OwnOutline = ({ d, fill = 'none', dash }: { d: string; fill?: string; dash: string }) => (
  <g fillRule="evenodd">
    <path d={d} fill={fill} stroke="#fff" strokeWidth="4" />
    <path d={d} fill="none" stroke="#000" strokeWidth="1.6" strokeDasharray={dash} />
  </g>
);

/** The painter's outlines as words, each to be taken away again. */
export function OutlineList({ words, onRemove }: { words: readonly string[]; onRemove: (i: number) => void }) {
  if (words.length === 0) return null;
  return (
    <ul className="small flex flex-wrap gap-x-5">
      {words.map((one, i) => (
        <li key={i}>
          {i + 1} {one}{' '}
          <button className="line" aria-label={`Take outline ${i + 1} away`} onClick={() => onRemove(i)}>
            take it away
          </button>
        </li>
      ))}
    </ul>
  );
}
