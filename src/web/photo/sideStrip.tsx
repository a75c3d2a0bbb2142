import { fileUrl, type Photo } from '../../contract';
import type { Corners } from '../../core/raster';
import { SIDE_NAMES, stripMatrix, type Side } from './threads';
import { twice } from './twice';

const STRIP = { length: 640, breadth: 56 };

interface Shown {
  readonly photo: Photo;
  readonly corners: Corners;
  readonly side: Side;
  readonly chosen: boolean;
}

function Strip({ photo, corners, side, chosen, upright }: Shown & { upright: boolean }) {
  const { length, breadth } = STRIP;
  const [wide, high] = upright ? [breadth, length] : [length, breadth];
  const across = Math.max(photo.width, photo.height) / 40;
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      preserveAspectRatio="none"
      className="block h-full w-full"
      style={{ outline: chosen ? '3px solid var(--ink)' : '1px solid var(--ink)', background: 'var(--well)' }}
    >
      <image
        href={fileUrl('photoPreview', photo.id)}
        width={photo.width}
        height={photo.height}
        preserveAspectRatio="none"
        transform={stripMatrix(corners, side, { ...STRIP, across, upright })}
      />
      {twice(3.2, 1.1, (stroke) => (
        <path d={upright ? `M${breadth / 2} 0V${length}` : `M0 ${breadth / 2}H${length}`} {...stroke} />
      ))}
    </svg>
  );
}

/** One side straightened and stretched across: the canvas should end under the thread. */
export function SideStrip({
  photo,
  corners,
  side,
  chosen,
  onChoose,
  flat = side % 2 === 0,
}: Shown & {
  onChoose: () => void;
  /** it lies, or stands upright */
  flat?: boolean;
}) {
  return (
    <button
      onClick={onChoose}
      className={`block border-0 bg-transparent p-0 ${flat ? 'h-14 w-full' : 'absolute inset-0 h-full w-14'}`}
      aria-pressed={chosen}
      aria-label={`Strip along the ${SIDE_NAMES[side]}`}
      title={`along the ${SIDE_NAMES[side]}`}
    >
      <Strip {...{ photo, corners, side, chosen }} upright={!flat} />
    </button>
  );
}
