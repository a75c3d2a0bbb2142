import { boxBlur, connectedRegions, placeOfPixels, type Place, type Point } from '../raster';
import type { Aligned } from './aligned';
import type { Cells } from './cells';
import { endValues } from './endValues';

/** How far plan and painting agree once both are cut into a few tones. */
export interface PatternAgreement {
  readonly tones: number;
  /** rising values that part them */
  readonly splits: readonly number[];
  /** share of what could be read that lies in the same tone, 0..1 */
  readonly share: number;
  /** share of what could be read that lies in the darkest tone */
  readonly dark: { readonly planned: number; readonly painted: number };
  /** where it does not, largest first (canvas mm); more = painted lighter */
  readonly places: readonly { readonly place: Place; readonly share: number; readonly lighter: boolean }[];
}

// steps two cells may differ and still count as the same tone, whatever side of the parting they lie on
const NEAR = 0.3;
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
  let [same, all, meant, made] = [0, 0, 0, 0];
  for (let i = 0; i < off.length; i++) {
    if (!read[i]) continue;
    all++;
    const [p, q] = [soft[0][i], soft[1][i]];
    if (p < splits[0]) meant++;
    if (q < splits[0]) made++;
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
  return {
    tones: splits.length + 1,
    splits,
    share: all ? same / all : 1,
    dark: { planned: meant / Math.max(1, all), painted: made / Math.max(1, all) },
    places,
  };
}

/**
 * Light and shadow inside one thing of several masses: the share in shadow, and how far the two shadow shapes cover
 * each other.
 */
export interface ThingPattern {
  readonly ids: readonly number[];
  readonly dark: { readonly planned: number; readonly painted: number };
  /** shared by both over covered by either, 0..1; 1 where neither has a shadow */
  readonly overlap: number;
}

const LEAST_CELLS = 12;

/** The two-value pattern thing by thing. @param massOfCell index of the mass each cell lies in */
export function thingPatterns(
  { planned, painted, read }: Cells,
  massOfCell: Int32Array,
  { things, ids, split }: { things: readonly (readonly number[])[]; ids: readonly number[]; split: number },
): ThingPattern[] {
  return things.flatMap((thing): ThingPattern[] => {
    const inside = new Set(thing.map((id) => ids.indexOf(id)));
    let [all, meant, made, both, either] = [0, 0, 0, 0, 0];
    for (let i = 0; i < massOfCell.length; i++) {
      if (!read[i] || !inside.has(massOfCell[i])) continue;
      const [p, q] = [planned.value[i] < split, painted.value[i] < split];
      all++;
      meant += +p;
      made += +q;
      both += +(p && q);
      either += +(p || q);
    }
    if (all < LEAST_CELLS) return [];
    return [
      { ids: thing, dark: { planned: meant / all, painted: made / all }, overlap: either > 0 ? both / either : 1 },
    ];
  });
}

/**
 * Where a picture's values lie, between its darkest and lightest half per cent as read, and the places of both ends
 * (canvas mm).
 */
export interface RangeUsed {
  readonly darkest: number;
  readonly lightest: number;
  readonly darkestAt: Point;
  readonly lightestAt: Point;
}

/** The range the plan uses and the range that was painted. */
export function rangeUsed(
  { planned, painted, mask }: Pick<Aligned, 'planned' | 'painted' | 'mask'>,
  cells: Cells,
): { planned: RangeUsed; painted: RangeUsed } {
  const of = (data: Float32Array, inCells: Float32Array): RangeUsed => {
    return { ...endValues(data, mask), ...endsOf(inCells, cells) };
  };
  return { planned: of(planned.value, cells.planned.value), painted: of(painted.value, cells.painted.value) };
}

/** Mean over a cell and those around it that can be read: no end of the range is a single speck. */
function around(values: Float32Array, k: number, { columns, rows, read }: Cells): number {
  const [x, y] = [k % columns, Math.floor(k / columns)];
  let [sum, count] = [0, 0];
  for (let v = Math.max(0, y - 1); v <= Math.min(rows - 1, y + 1); v++)
    for (let i = v * columns + Math.max(0, x - 1); i <= v * columns + Math.min(columns - 1, x + 1); i++)
      if (read[i]) {
        sum += values[i];
        count++;
      }
  return sum / count;
}

/** The middles of the darkest and of the lightest place, three cells wide, that can be read. */
function endsOf(each: Float32Array, cells: Cells): Pick<RangeUsed, 'darkestAt' | 'lightestAt'> {
  const { columns, cellMm, read } = cells;
  const values = each.map((value, k) => (read[k] ? around(each, k, cells) : value));
  let [dark, light] = [-1, -1];
  for (let i = 0; i < values.length; i++) {
    if (!read[i]) continue;
    if (dark < 0 || values[i] < values[dark]) dark = i;
    if (light < 0 || values[i] > values[light]) light = i;
  }
  const at = (i: number): Point => [
    ((Math.max(0, i) % columns) + 0.5) * cellMm,
    (Math.floor(Math.max(0, i) / columns) + 0.5) * cellMm,
  ];
  return { darkestAt: at(dark), lightestAt: at(light) };
}
