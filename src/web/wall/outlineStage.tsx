import type { PointerEvent, ReactNode } from 'react';
import type { Place } from '../../contract';
import type { Point } from '../../core/raster';
import { OutlineSoFar, useOutline } from './outlining';

const WIDE = 800; // units across the drawing: about the pixels it is shown at, so that fields keep their grain

interface Shape {
  readonly outlines: readonly (readonly (readonly number[])[])[];
}

/** Draws a place (canvas mm) as an SVG path in the stage's units. */
export type ToPath = (place: Shape) => string;

/** A flat on which places are outlined by dragging round them. */
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
  const unit = WIDE / canvas.widthMm;
  const tall = canvas.heightMm * unit;
  const at = (event: PointerEvent<SVGSVGElement>): Point => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    return [(event.clientX - left) / width, (event.clientY - top) / height];
  };
  const keep = () => {
    if (outline.points.length >= 3)
      onPlace({ outlines: [outline.points.map(([x, y]) => [x * canvas.widthMm, y * canvas.heightMm])] });
    outline.clear();
  };
  const toPath: ToPath = ({ outlines }) =>
    outlines.map((points) => `M${points.map(([x, y]) => `${(x * unit).toFixed(1)} ${(y * unit).toFixed(1)}`).join('L')}Z`).join(''); // prettier-ignore
  return (
    <figure style={{ maxWidth: `calc(max(360px, 100vh - 380px) * ${canvas.widthMm / canvas.heightMm})` }}>
      <div className="relative w-full" style={{ aspectRatio: canvas.widthMm / canvas.heightMm }}>
        <img src={flat} alt={alt} className="absolute inset-0 h-full w-full" draggable={false} />
        <svg
          viewBox={`0 0 ${WIDE} ${tall}`}
          className="absolute inset-0 h-full w-full"
          style={{ touchAction: 'none', cursor: 'crosshair' }}
          role="img"
          aria-label="Drag round a place on the flat"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            outline.clear();
            outline.draw(at(event), 'start');
          }}
          onPointerMove={(event) => outline.draw(at(event), 'move')}
          onPointerUp={(event) => {
            outline.draw(at(event), 'end');
            keep();
          }}
        >
          {children(toPath)}
          <OutlineSoFar points={outline.points} toPx={([x, y]) => [x * WIDE, y * tall]} />
        </svg>
      </div>
      <figcaption className="mt-1">{caption}</figcaption>
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
