import { mixValue, quickValue, shiftColour, shiftValue, luminance, type Rgb } from './colour';

/** A picture in linear light, interleaved RGB. */
export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** The reference with the object each pixel belongs to (numbers of the scene's own ID render; 0 = unknown). */
export interface Subject {
  readonly picture: Sheet;
  readonly objects: Uint8Array;
}

/** Where a mistake sits: objects by number, only their lights or darks, or a box in canvas mm. All given must hold. */
export interface Where {
  readonly objects?: readonly number[];
  readonly below?: number;
  readonly above?: number;
  readonly box?: readonly [number, number, number, number];
}

/** What the painter gets wrong there. */
export interface Mistake {
  readonly where: Where;
  /** steps, positive = painted too light: in more or less light, its colour going along */
  readonly value?: number;
  /** the same as a mixture that keeps its a*, b* */
  readonly mixed?: number;
  /** units of a*b*, positive = too warm */
  readonly warmer?: number;
  /** factor on chroma */
  readonly chroma?: number;
  /** share by which all values there are drawn to their mean: 1 = one value where a form should turn */
  readonly flattened?: number;
}

/** A passage drawn in the wrong place: everything within the reach (mm) of a point moves, less and less outwards. */
export interface Misplaced {
  readonly at: readonly [number, number];
  readonly by: readonly [number, number];
  readonly reach: number;
}

export const pixel = ({ data }: Sheet, i: number): Rgb => [data[3 * i], data[3 * i + 1], data[3 * i + 2]];

function applies(
  { objects, below, above, box }: Where,
  { object, value, x, y }: { object: number; value: number; x: number; y: number },
): boolean {
  if (objects && !objects.includes(object)) return false;
  if (below !== undefined && value >= below) return false;
  if (above !== undefined && value <= above) return false;
  return !box || (x >= box[0] && y >= box[1] && x < box[0] + box[2] && y < box[1] + box[3]);
}

/** Mean value of every place that a mistake applies to. */
function meanValueAt({ picture, objects }: Subject, where: Where, mm: number): number {
  let [sum, count] = [0, 0];
  for (let y = 0, i = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++, i++) {
      const value = quickValue(luminance(pixel(picture, i)));
      if (!applies(where, { object: objects[i], value, x: x * mm, y: y * mm })) continue;
      sum += value;
      count++;
    }
  return sum / Math.max(1, count);
}

/**
 * The picture in the painter's mind: the reference with its mistakes in value, colour and place. What a perfect hand
 * would put down.
 * @param widthMm of the canvas; the sheet covers it exactly
 */
export function belief(
  subject: Subject,
  {
    widthMm,
    mistakes = [],
    misplaced = [],
  }: { widthMm: number; mistakes?: readonly Mistake[]; misplaced?: readonly Misplaced[] },
): Sheet {
  const { width, height } = subject.picture;
  const mm = widthMm / width;
  const data = new Float32Array(width * height * 3);
  const means = mistakes.map(({ where, flattened }) => (flattened ? meanValueAt(subject, where, mm) : 0));
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      let [sx, sy] = [x, y];
      for (const { at, by, reach } of misplaced) {
        const d2 = ((x * mm - at[0]) ** 2 + (y * mm - at[1]) ** 2) / (reach * reach);
        if (d2 > 9) continue;
        const share = Math.exp(-0.5 * d2);
        sx -= (by[0] * share) / mm;
        sy -= (by[1] * share) / mm;
      }
      const from =
        Math.min(height - 1, Math.max(0, Math.round(sy))) * width + Math.min(width - 1, Math.max(0, Math.round(sx)));
      let rgb = pixel(subject.picture, from);
      if (mistakes.length > 0) {
        const spot = { object: subject.objects[from], value: quickValue(luminance(rgb)), x: x * mm, y: y * mm };
        for (const [k, { where, value, mixed, warmer, chroma, flattened }] of mistakes.entries()) {
          if (!applies(where, spot)) continue;
          if (flattened !== undefined) rgb = shiftValue(rgb, flattened * (means[k] - spot.value));
          if (warmer !== undefined || chroma !== undefined) rgb = shiftColour(rgb, { warmer, chroma });
          if (value !== undefined) rgb = shiftValue(rgb, value);
          if (mixed !== undefined) rgb = mixValue(rgb, mixed);
        }
      }
      data.set(rgb, 3 * i);
    }
  }
  return { width, height, data };
}
