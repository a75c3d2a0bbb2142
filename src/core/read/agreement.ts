import { boxBlur, connectedRegions, placeOfPixels, quantile, type Place } from '../raster';
import type { Aligned } from './aligned';
import type { Cells } from './cells';

/** How far plan and painting agree once both are cut into a few tones. */
export interface PatternAgreement {
  readonly tones: number;
  /** rising values that part them */
  readonly splits: readonly number[];
  /** share of what could be read that lies in the same tone, 0..1 */
  readonly share: number;
  /** where it does not, largest first (canvas mm); more = painted lighter */
  readonly places: readonly { readonly place: Place; readonly share: number; readonly lighter: boolean }[];
}

const NEAR = 0.3; // steps two cells may differ and still count as the same tone, whatever side of the parting they lie on
const LEAST = 0.006; // of the canvas: a smaller disagreement is a border's wobble
const MOST = 6;

const toneOf = (splits: readonly number[], value: number): number => {
  let tone = 0;
  while (tone < splits.length && value >= splits[tone]) tone++;
  return tone;
};

/** Agreement of the two patterns that the same parting values make of both pictures. */
export function agreementOf(
  { columns, rows, cellMm, planned, painted, read }: Cells,
  splits: readonly number[],
): PatternAgreement {
  const soft = [planned.value, painted.value].map((data) => boxBlur({ width: columns, height: rows, data }, 1).data);
  const off = new Int8Array(columns * rows).fill(-1);
  let [same, all] = [0, 0];
  for (let i = 0; i < off.length; i++) {
    if (!read[i]) continue;
    all++;
    const [p, q] = [soft[0][i], soft[1][i]];
    if (Math.abs(p - q) < NEAR || toneOf(splits, p) === toneOf(splits, q)) same++;
    else off[i] = q > p ? 1 : 0;
  }
  const regions = connectedRegions(off, columns);
  const places = regions.sizes
    .flatMap((size, k) => {
      if (size < LEAST * off.length) return [];
      const marked = Uint8Array.from(regions.of, (of) => +(of === k));
      const place = placeOfPixels(marked, { width: columns, height: rows, mmPerPixel: cellMm });
      return place.outlines.length ? [{ place, share: size / off.length, lighter: off[marked.indexOf(1)] === 1 }] : [];
    })
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST);
  return { tones: splits.length + 1, splits, share: all ? same / all : 1, places };
}

/** Where a picture's values lie, between its darkest and lightest half per cent as read. */
export interface RangeUsed {
  readonly darkest: number;
  readonly lightest: number;
}

const LOOKS = 20_000; // a half per cent of them is a hundred

/** Every so many-eth value that can be read. */
function someOf(data: Float32Array, mask: Uint8Array): Float32Array {
  const step = Math.max(1, Math.floor(data.length / LOOKS));
  const values = new Float32Array(Math.ceil(data.length / step));
  let n = 0;
  for (let i = 0; i < data.length; i += step) if (!mask[i]) values[n++] = data[i];
  return values.subarray(0, n);
}

/** The range the plan uses and the range that was painted. */
export function rangeUsed({ planned, painted, mask }: Aligned): { planned: RangeUsed; painted: RangeUsed } {
  const of = (data: Float32Array): RangeUsed => {
    const some = someOf(data, mask);
    return { darkest: quantile(some, 0.005), lightest: quantile(some, 0.995) };
  };
  return { planned: of(planned.value), painted: of(painted.value) };
}
