import type { Colours } from '../../photo';
import { gaussianBlur, shrinkPlane, type Plane } from '../../raster';

/**
 * What a drawing is recognised by whatever its values and colours became: how steep the picture is at every place and
 * along which line,
 * without which side is the lighter. The doubled angle of the gradient makes both polarities the same vector; the
 * steepness is squashed
 * so that a faint contour counts nearly like a strong one.
 */
export interface Contours {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  /** cosine and sine of twice the gradient's angle, times the squashed steepness 0..1 */
  readonly across: Float32Array;
  readonly along: Float32Array;
}

const SQUASH = 0.3; // steps per mm at which a contour counts half
const COLOUR = 0.09; // steps that one unit of a*b* counts like
const RIM_MM = 2.5; // of the canvas's border: what lies there is the cut, not the drawing

/**
 * The contours of one picture.
 * @param factor pixels of the picture a side of a pixel of the contours;
 * @param unread 1 = not read
 */
export function contoursOf(
  { value, a, b }: Colours,
  size: { width: number; height: number; mmPerPixel: number },
  { factor, unread }: { factor: number; unread?: Uint8Array },
): Contours {
  const planes = [value, a, b].map((data, c): Plane => {
    const small = shrinkPlane({ width: size.width, height: size.height, data }, factor);
    const soft = gaussianBlur(small, 1);
    return c === 0 ? soft : { ...soft, data: soft.data.map((v) => v * COLOUR) };
  });
  const { width, height } = planes[0];
  const mmPerPixel = size.mmPerPixel * factor;
  const across = new Float32Array(width * height);
  const along = new Float32Array(width * height);
  const rim = Math.max(1, Math.ceil(RIM_MM / mmPerPixel));
  const scale = 1 / (2 * mmPerPixel);
  for (let y = rim; y < height - rim; y++) {
    for (let x = rim, i = y * width + rim; x < width - rim; x++, i++) {
      // The gradient of several channels together (Di Zenzo 1986).
      let [even, odd] = [0, 0];
      for (const { data } of planes) {
        const gx = (data[i + 1] - data[i - 1]) * scale;
        const gy = (data[i + width] - data[i - width]) * scale;
        even += gx * gx - gy * gy;
        odd += 2 * gx * gy;
      }
      const size2 = Math.sqrt(even * even + odd * odd);
      const steep = Math.sqrt(size2);
      if (steep < 1e-6) continue;
      const say = steep / (steep + SQUASH) / size2;
      across[i] = even * say;
      along[i] = odd * say;
    }
  }
  if (unread) blot(unread, size, { across, along, width, height, factor });
  return { width, height, mmPerPixel, across, along };
}

type Size = { readonly width: number; readonly height: number };

/** Value and colour shrunk by a whole factor. */
export function shrunkColours({ value, a, b }: Colours, { width, height }: Size, factor: number): Colours {
  const small = (data: Float32Array) => shrinkPlane({ width, height, data }, factor).data;
  return factor <= 1 ? { value, a, b } : { value: small(value), a: small(a), b: small(b) };
}

/** 1 where anything under a shrunk pixel is not read. */
export function shrunkMask(mask: Uint8Array, { width, height }: Size, factor: number): Uint8Array {
  if (factor <= 1) return mask;
  const [w, h] = [Math.floor(width / factor), Math.floor(height / factor)];
  const out = new Uint8Array(w * h);
  for (let y = 0; y < h * factor; y++)
    for (let x = 0, i = y * width, row = Math.floor(y / factor) * w; x < w * factor; x++, i++)
      if (mask[i]) out[row + ((x / factor) | 0)] = 1;
  return out;
}

const shrunk = new WeakMap<Colours, { factor: number; small: Colours }>();
/** {@link shrunkColours} of a plan, kept as long as the plan. */
export function shrunkPlan(planned: Colours, size: Size, factor: number): Colours {
  const before = shrunk.get(planned);
  if (before?.factor === factor) return before.small;
  const small = shrunkColours(planned, size, factor);
  shrunk.set(planned, { factor, small });
  return small;
}

// A plan is read against many photos: its contours are worked out once and go when it goes.
const known = new WeakMap<Colours, Map<number, Contours>>();

/** The contours of a plan; what is not read is left to the painting's side: where it has none, nothing is found. */
export function planContours(
  planned: Colours,
  size: { width: number; height: number; mmPerPixel: number },
  factor: number,
): Contours {
  const before = known.get(planned) ?? new Map<number, Contours>();
  known.set(planned, before);
  const made = before.get(factor);
  if (made?.mmPerPixel === size.mmPerPixel * factor) return made;
  const fresh = contoursOf(planned, size, { factor });
  before.set(factor, fresh);
  return fresh;
}

/** No contours on what is not read, nor at its rim. */
function blot(
  unread: Uint8Array,
  { width: full, height: tall }: { width: number; height: number },
  {
    across,
    along,
    width,
    height,
    factor,
  }: Pick<Contours, 'across' | 'along' | 'width' | 'height'> & { factor: number },
): void {
  for (let y = 0; y < tall; y++) {
    const cy = Math.floor(y / factor);
    for (let x = 0, i = y * full; x < full; x++, i++) {
      if (!unread[i]) continue;
      const cx = Math.floor(x / factor);
      for (let v = Math.max(0, cy - 2); v <= Math.min(height - 1, cy + 2); v++)
        for (let u = Math.max(0, cx - 2); u <= Math.min(width - 1, cx + 2); u++)
          across[v * width + u] = along[v * width + u] = 0;
    }
  }
}
