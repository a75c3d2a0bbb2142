import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Reference } from '../../contract';

type Crop = [number, number, number, number];

/** Keeps a crop of fixed proportions inside the picture. */
function fit([x, y, w]: Crop, { width, height }: Reference, proportion: number): Crop {
  const widest = Math.min(width, height * proportion);
  const nw = Math.min(widest, Math.max(0.1 * widest, w));
  const nh = nw / proportion;
  return [Math.min(width - nw, Math.max(0, x)), Math.min(height - nh, Math.max(0, y)), nw, nh];
}

/** The reference with a movable frame of the canvas's proportions over it. */
export function CropFrame({
  reference,
  proportion,
  busy,
  onCrop,
}: {
  reference: Reference;
  proportion: number;
  busy: boolean;
  onCrop: (crop: Crop) => void;
}) {
  const [crop, setCrop] = useState<Crop>(reference.crop as Crop);
  const box = useRef<HTMLDivElement>(null);
  const from = useRef<{ px: number; py: number; crop: Crop } | null>(null);
  const widest = Math.min(reference.width, reference.height * proportion);
  const changed = crop.some((v, i) => Math.abs(v - reference.crop[i]) > 0.5);
  const change = (next: Crop) => setCrop(fit(next, reference, proportion));
  const resize = (w: number) =>
    change([crop[0] + (crop[2] - w) / 2, crop[1] + (crop[3] - w / proportion) / 2, w, w / proportion]);
  const onMove = (event: PointerEvent) => {
    if (!from.current || !box.current) return;
    const scale = reference.width / box.current.clientWidth;
    const [x, y, w, h] = from.current.crop;
    change([x + (event.clientX - from.current.px) * scale, y + (event.clientY - from.current.py) * scale, w, h]);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = (event.shiftKey ? 0.05 : 0.005) * reference.width;
    const moves: Record<string, Crop> = {
      ArrowLeft: [crop[0] - step, crop[1], crop[2], crop[3]],
      ArrowRight: [crop[0] + step, crop[1], crop[2], crop[3]],
      ArrowUp: [crop[0], crop[1] - step, crop[2], crop[3]],
      ArrowDown: [crop[0], crop[1] + step, crop[2], crop[3]],
    };
    if (!moves[event.key]) return;
    event.preventDefault();
    change(moves[event.key]);
  };
  const percent = (v: number, of: number) => `${(100 * v) / of}%`;
  return (
    <div>
      <div
        ref={box}
        className="relative mx-auto overflow-hidden"
        style={{
          aspectRatio: reference.width / reference.height,
          maxHeight: '64vh',
          maxWidth: `calc(64vh * ${reference.width / reference.height})`,
        }}
      >
        <img
          src={`/api/references/${reference.id}/preview.jpg`}
          alt="The whole reference"
          className="absolute inset-0 h-full w-full"
          draggable={false}
        />
        <div
          role="group"
          tabIndex={0}
          aria-label="Crop frame; the arrow keys move it"
          data-testid="crop"
          className="absolute cursor-move"
          style={{
            left: percent(crop[0], reference.width),
            top: percent(crop[1], reference.height),
            width: percent(crop[2], reference.width),
            height: percent(crop[3], reference.height),
            border: '1.5px solid #000',
            outline: '1.5px solid #fff',
            boxShadow: '0 0 0 4000px rgb(70 70 70 / .62)',
            touchAction: 'none',
          }}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            from.current = { px: e.clientX, py: e.clientY, crop };
          }}
          onPointerMove={onMove}
          onPointerUp={() => (from.current = null)}
          onKeyDown={onKey}
        />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <label htmlFor="crop-size">Size of the frame</label>
        <input
          id="crop-size"
          className="min-w-40 flex-1"
          type="range"
          min={10}
          max={100}
          step={0.5}
          value={(100 * crop[2]) / widest}
          onChange={(e) => resize((Number(e.target.value) / 100) * widest)}
        />
        <button className="btn" disabled={busy || !changed} onClick={() => onCrop(crop)}>
          {changed ? 'Keep this crop' : 'Crop kept'}
        </button>
      </div>
    </div>
  );
}
