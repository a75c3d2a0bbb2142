import { contours } from 'd3-contour';
import { useRef, useState, type KeyboardEvent } from 'react';
import { fileUrl, type ReadingDetail } from '../../contract';
import { outlinesOf, ringsOf } from '../stage/paths';
import { arrowOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';
import { figure } from '../words';

const SIDE = 17; // places a side at which the field is told
const STEP = 0.25; // stops between contours
const SHARES = { width: 1, height: 1 };

/** Lines of equal light over the canvas, with their stops; none where the light was even. */
function FallOff({ field }: { field: readonly number[] }) {
  if (field.length !== SIDE * SIDE) return null;
  const [low, high] = [Math.min(...field), Math.max(...field)];
  const levels = [];
  for (let level = Math.ceil(low / STEP) * STEP; level < high; level += STEP) levels.push(level);
  const shapes = contours().size([SIDE, SIDE]).thresholds(levels)([...field]);
  return (
    <svg
      className="absolute inset-0 h-full w-full"
      viewBox="0.5 0.5 16 16"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {shapes.map((shape) => {
        const d = outlinesOf(ringsOf(shape), undefined, 2);
        return ['#fff', '#000'].map((stroke, k) => (
          <path
            key={`${shape.value}${stroke}`}
            d={d}
            fill="none"
            stroke={stroke}
            strokeWidth={k ? 1.2 : 3}
            vectorEffect="non-scaling-stroke"
          />
        ));
      })}
    </svg>
  );
}

/** Where each contour is named: the place on it nearest the upper edge, as shares of the picture. */
function labelsOf(field: readonly number[]): { value: number; at: [number, number] }[] {
  if (field.length !== SIDE * SIDE) return [];
  const [low, high] = [Math.min(...field), Math.max(...field)];
  const labels: { value: number; at: [number, number] }[] = [];
  for (let value = Math.ceil(low / STEP) * STEP; value < high; value += STEP) {
    for (const row of [2, 8, 14]) {
      const along = field.slice(row * SIDE, (row + 1) * SIDE).map((level) => level - value);
      const cross = along.findIndex((level, x) => level * (along[x + 1] ?? level) <= 0);
      if (cross < 0) continue;
      labels.push({ value, at: [(cross + 0.5) / (SIDE - 1), row / (SIDE - 1)] });
      break;
    }
  }
  return labels;
}

/** The left part of the picture: as it was taken, with the lines of its fall-off. */
function AsTaken({ photoId, reading, share }: { photoId: string; reading: ReadingDetail; share: number }) {
  const { field } = reading.light;
  return (
    <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - 100 * share}% 0 0)` }}>
      <img
        src={fileUrl('squared', photoId, { r: reading.id })}
        alt="As photographed"
        className="absolute inset-0 h-full w-full"
        draggable={false}
      />
      <FallOff field={field} />
      {labelsOf(field).map(({ value, at: [x, y] }) => (
        <span
          key={value}
          className="small absolute px-1"
          style={{
            left: `${100 * x}%`,
            top: `${100 * y}%`,
            transform: 'translate(-50%, -50%)',
            background: 'var(--slip)',
            color: 'var(--ink)',
          }}
        >
          {figure(value, 2)}
        </span>
      ))}
    </div>
  );
}

/**
 * The squared photograph as it was taken, and with its light taken out, under one divider; the fall-off as contours
 * over the first.
 */
export function LightStage({
  photoId,
  reading,
  proportion,
}: {
  photoId: string;
  reading: ReadingDetail;
  proportion: number;
}) {
  const [share, setShare] = useState(0.5);
  const put = (to: number) => setShare(Math.min(1, Math.max(0, to)));
  const stage = useRef<HTMLDivElement>(null);
  const { hold, handlers } = usePointers<HTMLDivElement, 'divider'>(stage, SHARES, { move: (_, { at }) => put(at[0]) });
  const press = hold(([x]) => {
    put(x);
    return 'divider';
  });
  const onKey = (event: KeyboardEvent) => {
    const way = arrowOf(event.key)?.[0];
    if (!way) return;
    event.preventDefault();
    put(share + 0.02 * way);
  };
  return (
    <figure style={{ maxWidth: `calc(max(360px, 100vh - 330px) * ${proportion})` }}>
      <div
        ref={stage}
        className="relative w-full select-none"
        style={{ aspectRatio: proportion, touchAction: 'pan-y', cursor: 'ew-resize' }}
        role="slider"
        tabIndex={0}
        aria-label="Divider between the photograph as taken and with its light taken out"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * share)}
        onKeyDown={onKey}
        onPointerDown={press}
        {...handlers}
      >
        <img
          src={fileUrl('flat', photoId, { r: reading.id })}
          alt="With the light taken out"
          className="absolute inset-0 h-full w-full"
          draggable={false}
        />
        <AsTaken photoId={photoId} reading={reading} share={share} />
        <span
          className="absolute inset-y-0"
          style={{ left: `calc(${100 * share}% - 2px)`, width: 4, background: '#000', boxShadow: '0 0 0 1.5px #fff' }}
        />
      </div>
      <figcaption className="mt-1 flex justify-between">
        <span>
          <b>As photographed</b>
          {reading.light.fallOffStops > 0.1 && (
            <span className="small">&ensp;lines: stops of light against the middle</span>
          )}
        </span>
        <b>Light taken out</b>
      </figcaption>
    </figure>
  );
}
