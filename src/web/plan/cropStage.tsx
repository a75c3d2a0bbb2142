import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { fileUrl, type Crop, type Reference } from '../../contract';
import { cropBase, cropCorners } from '../../core/plan';
import { mapCorners, homographyBetween, invert, project, rectangle, type Corners, type Point } from '../../core/raster';
import { arrowOf, insideOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';

/** What is being dragged: the frame (null) or a corner of the print, and the crop as it was when it was grasped. */
interface Grasp {
  readonly corner: number | null;
  readonly crop: Crop;
}

/** A point of the reference in the picture the crop's box lies in. */
function inBase(point: Point, { print }: Crop, reference: Reference): Point {
  if (!print) return point;
  const base = cropBase({ print }, reference);
  const out = homographyBetween(rectangle(base.width, base.height), print);
  const back = out && invert(out);
  return back ? project(back, point) : point;
}

const moved = (crop: Crop, by: Point): Crop => ({
  ...crop,
  box: [crop.box[0] + by[0], crop.box[1] + by[1], crop.box[2], crop.box[3]],
});

/** The crop with one corner of the print put elsewhere. */
const withCorner = (crop: Crop, index: number, to: (corner: Point) => Point): Crop =>
  crop.print
    ? { ...crop, print: mapCorners(crop.print, (corner, i): Point => (i === index ? to(corner) : corner)) }
    : crop;

/** The corners of a photographed print, each to be dragged or nudged. */
function PrintCorners({
  print,
  unit,
  hold,
  nudge,
}: {
  print: Corners;
  unit: number;
  hold: (corner: number) => (event: PointerEvent) => void;
  nudge: (corner: number) => (event: KeyboardEvent) => void;
}) {
  return (
    <>
      <path
        d={`M${print.map((p) => p.join(' ')).join('L')}Z`}
        fill="none"
        stroke="#fff"
        strokeWidth={2 * unit}
        strokeDasharray={`${8 * unit} ${6 * unit}`}
      />
      {print.map(([x, y], i) => (
        <g
          key={i}
          tabIndex={0}
          role="slider"
          aria-label={`Corner ${i + 1} of the print`}
          aria-valuenow={Math.round(x)}
          style={{ cursor: 'grab' }}
          onPointerDown={hold(i)}
          onKeyDown={nudge(i)}
        >
          {/* a finger is wider than the ring */}
          <circle cx={x} cy={y} r={44 * unit} fill="transparent" />
          <circle cx={x} cy={y} r={11 * unit} fill="#fff" fillOpacity=".6" stroke="#000" strokeWidth={2 * unit} />
        </g>
      ))}
    </>
  );
}

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
  const { hold, handlers } = usePointers<SVGSVGElement, Grasp>(svg, reference, {
    move({ corner, crop: before }, { at, start }) {
      if (corner !== null) return onCrop(withCorner(before, corner, () => insideOf(reference, at)));
      const [a, b] = [inBase(start, before, reference), inBase(at, before, reference)];
      onCrop(moved(before, [b[0] - a[0], b[1] - a[1]]));
    },
  });
  const grasp = (corner: number | null) => hold(() => ({ corner, crop }));
  /** By an arrow key: half a hundredth of the width, with Shift ten times as far. */
  const nudge = (by: (step: Point) => Crop) => (event: KeyboardEvent) => {
    const way = arrowOf(event.key);
    if (!way) return;
    event.preventDefault();
    const step = (event.shiftKey ? 0.05 : 0.005) * width;
    onCrop(by([way[0] * step, way[1] * step]));
  };
  const corners = cropCorners(crop, reference);
  const quad = `M${corners.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
  const unit = width / 760; // reference px on about one px of the screen
  return (
    <div
      className="relative mx-auto"
      style={{
        aspectRatio: width / height,
        maxHeight: 'var(--tall)',
        maxWidth: `calc(var(--tall) * ${width / height})`,
      }}
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
        {...handlers}
      >
        <path d={`M0 0H${width}V${height}H0Z${quad}`} fill="#464646" fillOpacity=".62" fillRule="evenodd" />
        <g
          role="group"
          tabIndex={0}
          aria-label="Crop frame; the arrow keys move it"
          data-testid="crop"
          style={{ cursor: 'move' }}
          onPointerDown={grasp(null)}
          onKeyDown={nudge((step) => moved(crop, step))}
        >
          <path d={quad} fill="transparent" stroke="#fff" strokeWidth={4 * unit} />
          <path d={quad} fill="none" stroke="#000" strokeWidth={1.6 * unit} />
        </g>
        {crop.print && (
          <PrintCorners
            print={crop.print}
            unit={unit}
            hold={grasp}
            nudge={(i) => nudge(([dx, dy]) => withCorner(crop, i, ([x, y]) => [x + dx / 5, y + dy / 5]))}
          />
        )}
      </svg>
    </div>
  );
}
