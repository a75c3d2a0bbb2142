import { useState, type PointerEvent } from 'react';
import type { Photo, Place, ReadingDetail } from '../../contract';
import type { Point } from '../../core/raster';
import { OutlineSoFar, useOutline } from './outlining';

const WIDE = 800; // units across the drawing: about the pixels it is shown at, so that fields keep their grain

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}
const pathOf = ({ outlines }: { outlines: readonly (readonly (readonly number[])[])[] }, unit: number) =>
  outlines.map((outline) => `M${outline.map(([x, y]) => `${(x * unit).toFixed(1)} ${(y * unit).toFixed(1)}`).join('L')}Z`).join(''); // prettier-ignore

/** The flat with what is not read on it: reflections that were found, and what the painter leaves out or reads all the same. */
export function NotReadStage({
  photo,
  reading,
  canvas,
  onAreas,
}: {
  photo: Photo;
  reading: ReadingDetail;
  canvas: Size;
  onAreas: (areas: Photo['areas']) => void;
}) {
  const [read, setRead] = useState(false);
  const outline = useOutline();
  const unit = WIDE / canvas.widthMm;
  const tall = canvas.heightMm * unit;
  const at = (event: PointerEvent<SVGSVGElement>): Point => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    return [(event.clientX - left) / width, (event.clientY - top) / height];
  };
  const keep = () => {
    if (outline.points.length >= 3) {
      const place: Place = { outlines: [outline.points.map(([x, y]) => [x * canvas.widthMm, y * canvas.heightMm])] };
      onAreas([...photo.areas, { place, read }]);
    }
    outline.clear();
  };
  return (
    <figure style={{ maxWidth: `calc(max(360px, 100vh - 380px) * ${canvas.widthMm / canvas.heightMm})` }}>
      <div className="relative w-full" style={{ aspectRatio: canvas.widthMm / canvas.heightMm }}>
        <img
          src={`/api/photos/${photo.id}/flat.jpg?r=${reading.id}`}
          alt="The flat, with what is not read"
          className="absolute inset-0 h-full w-full"
          draggable={false}
        />
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
          {reading.glare && (
            <path
              d={pathOf(reading.glare, unit)}
              fill="url(#field-not-read)"
              fillRule="evenodd"
              stroke="#000"
              strokeWidth="1.2"
            />
          )}
          {photo.areas.map((area, i) => (
            <g key={i} fillRule="evenodd">
              <path
                d={pathOf(area.place, unit)}
                fill={area.read ? 'none' : 'url(#field-not-read)'}
                stroke="#fff"
                strokeWidth="4"
              />
              <path
                d={pathOf(area.place, unit)}
                fill="none"
                stroke="#000"
                strokeWidth="1.6"
                strokeDasharray={area.read ? '2 5' : '9 4'}
              />
            </g>
          ))}
          <OutlineSoFar points={outline.points} toPx={([x, y]) => [x * WIDE, y * tall]} />
        </svg>
      </div>
      <figcaption className="mt-1">
        <div className="words" role="group" aria-label="What an outline means">
          <button className="word" aria-pressed={!read} onClick={() => setRead(false)}>
            Leave out
          </button>
          <button className="word" aria-pressed={read} onClick={() => setRead(true)}>
            Read all the same
          </button>
          <span className="small">
            Drag round a place{read ? ' that was taken for a reflection.' : ': a reflection, a clamp, a hand.'}
          </span>
        </div>
        {photo.areas.length > 0 && (
          <ul className="small flex flex-wrap gap-x-5">
            {photo.areas.map((area, i) => (
              <li key={i}>
                {i + 1} {area.read ? 'read all the same' : 'left out'}{' '}
                <button
                  className="line"
                  aria-label={`Take outline ${i + 1} away`}
                  onClick={() => onAreas(photo.areas.filter((_, k) => k !== i))}
                >
                  take it away
                </button>
              </li>
            ))}
          </ul>
        )}
      </figcaption>
    </figure>
  );
}
