import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { fileUrl, type Crop, type Reference } from '../../contract';
import { cropBase, cropCorners } from '../../core/plan';
import { mapCorners, homographyBetween, invert, project, rectangle, type Corners, type Point } from '../../core/raster';

/**
 * The reference with the canvas's crop on it, dragged or moved by the arrow keys; a print's corners where it is one.
 */
export function CropStage({
  reference,
  crop,
  onCrop,
}: {
  reference: Reference;
  crop: Crop;
  onCrop: (crop: Crop) => void;
}) {
  const { width, height } = reference;
  const svg = useRef<SVGSVGElement>(null);
  const from = useRef<{ at: Point; crop: Crop; corner: number | null } | null>(null);
  const at = (event: PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect() ?? { left: 0, top: 0, width: 1, height: 1 };
    return [((event.clientX - box.left) / box.width) * width, ((event.clientY - box.top) / box.height) * height];
  };
  /** A point of the reference in the picture the crop's box lies in. */
  const inBase = (point: Point, { print }: Crop): Point => {
    if (!print) return point;
    const base = cropBase({ print }, reference);
    const out = homographyBetween(rectangle(base.width, base.height), print);
    const back = out && invert(out);
    return back ? project(back, point) : point;
  };
  const moved = (start: Crop, by: Point): Crop => ({
    ...start,
    box: [start.box[0] + by[0], start.box[1] + by[1], start.box[2], start.box[3]],
  });
  const onMove = (event: PointerEvent) => {
    const start = from.current;
    if (!start) return;
    const now = at(event);
    if (start.corner !== null && start.crop.print) {
      const print = mapCorners(start.crop.print, (corner, i): Point =>
        i === start.corner ? [Math.min(width, Math.max(0, now[0])), Math.min(height, Math.max(0, now[1]))] : corner,
      );
      return onCrop({ ...start.crop, print });
    }
    const [a, b] = [inBase(start.at, start.crop), inBase(now, start.crop)];
    onCrop(moved(start.crop, [b[0] - a[0], b[1] - a[1]]));
  };
  const hold = (corner: number | null) => (event: PointerEvent<SVGElement>) => {
    event.stopPropagation();
    svg.current?.setPointerCapture(event.pointerId);
    from.current = { at: at(event), crop, corner };
  };
  const arrows = (event: KeyboardEvent): Point | null => {
    const step = (event.shiftKey ? 0.05 : 0.005) * width;
    const moves: Record<string, Point> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    return moves[event.key] ?? null;
  };
  const corners = cropCorners(crop, reference) as Corners;
  const quad = `M${corners.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
  const unit = width / 760; // reference px on about one px of the screen
  return (
    <div
      className="relative mx-auto"
      style={{ aspectRatio: width / height, maxHeight: '62vh', maxWidth: `calc(62vh * ${width / height})` }}
    >
      <img
        src={fileUrl('referencePreview', reference.id)}
        alt="The whole reference"
        className="absolute inset-0 h-full w-full"
        draggable={false}
      />
      <svg
        ref={svg}
        className="absolute inset-0 h-full w-full"
        viewBox={`0 0 ${width} ${height}`}
        style={{ touchAction: 'none' }}
        onPointerMove={onMove}
        onPointerUp={() => (from.current = null)}
      >
        <path d={`M0 0H${width}V${height}H0Z${quad}`} fill="#464646" fillOpacity=".62" fillRule="evenodd" />
        <g
          role="group"
          tabIndex={0}
          aria-label="Crop frame; the arrow keys move it"
          data-testid="crop"
          style={{ cursor: 'move' }}
          onPointerDown={hold(null)}
          onKeyDown={(event) => {
            const by = arrows(event);
            if (!by) return;
            event.preventDefault();
            onCrop(moved(crop, by));
          }}
        >
          <path d={quad} fill="transparent" stroke="#fff" strokeWidth={4 * unit} />
          <path d={quad} fill="none" stroke="#000" strokeWidth={1.6 * unit} />
        </g>
        {crop.print && (
          <>
            <path
              d={`M${crop.print.map((p) => p.join(' ')).join('L')}Z`}
              fill="none"
              stroke="#fff"
              strokeWidth={2 * unit}
              strokeDasharray={`${8 * unit} ${6 * unit}`}
            />
            {crop.print.map(([x, y], i) => (
              <circle
                key={i}
                cx={x}
                cy={y}
                r={11 * unit}
                fill="#fff"
                fillOpacity=".6"
                stroke="#000"
                strokeWidth={2 * unit}
                tabIndex={0}
                role="slider"
                aria-label={`Corner ${i + 1} of the print`}
                aria-valuenow={Math.round(x)}
                style={{ cursor: 'grab' }}
                onPointerDown={hold(i)}
                onKeyDown={(event) => {
                  const by = arrows(event);
                  if (!by || !crop.print) return;
                  event.preventDefault();
                  const print = mapCorners(crop.print, (corner, k): Point =>
                    k === i ? [corner[0] + by[0] / 5, corner[1] + by[1] / 5] : corner,
                  );
                  onCrop({ ...crop, print });
                }}
              />
            ))}
          </>
        )}
      </svg>
    </div>
  );
}
