import { pixelsIn, quantile, type Place } from '../raster';
import type { Aligned } from '../read';
import { cellsOf, exchange, type Cells } from './cells';
import { missingIn, type Missing } from './missing';

/** Something that the painting has and the plan has not. */
export interface Unplanned extends Pick<Missing, 'of' | 'count' | 'place' | 'lengthMm'> {
  /** steps by which it stands out in the painting, colour counted in */
  readonly painted: number;
  /** share of that which the plan has */
  readonly there: number;
  /** one sigma of that share */
  readonly doubt: number;
}

const LEAST_ELEMENT = 1.4; // steps: less is paint of another value, which has a border of its own, too
const LEAST_LINE = 0.9; // steps
const LONGER_MM = 30; // than strokes of a brush, and the gaps between them
const MOST_SHARE = 0.1; // of the canvas: what is larger is a mass
const MOST_LINES = 6; // more of them are how it is drawn or painted: an underdrawing, strokes that stand open

/** What the painting has and the plan has not: elements from 1 % of the canvas, lines from 5 % of its longest side. */
export function unplannedIn(aligned: Aligned): Unplanned[] {
  const most = MOST_SHARE * aligned.width * aligned.height;
  const plain = ({ count, lengthMm, planned, place }: Missing): boolean =>
    lengthMm !== null
      ? lengthMm >= LONGER_MM * count
      : planned >= LEAST_ELEMENT && pixelsIn(place, aligned).length <= most;
  const all = missingIn(exchange(aligned), LEAST_LINE);
  const lines = all.reduce((sum, { of, count }) => sum + (of === 'line' ? count : 0), 0);
  return all
    .filter((one) => plain(one) && (one.of === 'element' || lines <= MOST_LINES))
    .map(({ planned: painted, ...one }): Unplanned => ({ ...one, painted }));
}

const ROUND = 3; // cells about a place, that it stands out from
const LEAST_CELLS = 6;
const AMONG = 0.8; // of a place's cells that stand out less: a line fills its strip by a quarter
const ALIKE = 4; // cells that err together
const LEAST_DOUBT = 0.1; // one sigma, steps

/** Cells of a place that can be read, and those round it. */
function cellsAbout(place: Place, { width, height, mmPerPixel, read }: Cells) {
  const own = new Uint8Array(read.length);
  const inside = [...pixelsIn(place, { width, height, mmPerPixel })];
  for (const k of inside) own[k] = 1;
  const about = new Set<number>();
  for (const k of inside)
    for (let v = -ROUND; v <= ROUND; v++)
      for (let u = -ROUND; u <= ROUND; u++) {
        const [x, y] = [(k % width) + u, Math.floor(k / width) + v];
        const i = y * width + x;
        if (x >= 0 && y >= 0 && x < width && y < height && !own[i] && read[i]) about.add(i);
      }
  return { inside: inside.filter((k) => read[k]), about: [...about] };
}

type Three = readonly [number, number, number];

/** By how much painting and plan differ in a cell: value and colour, steps. */
const apartIn = ({ planned, painted }: Cells, k: number): Three => [
  painted[0][k] - planned[0][k],
  painted[1][k] - planned[1][k],
  painted[2][k] - planned[2][k],
];

const meanOf = (list: readonly Three[]): Three => {
  const mean = (c: 0 | 1 | 2) => list.reduce((sum, one) => sum + one[c], 0) / list.length;
  return [mean(0), mean(1), mean(2)];
};

/**
 * By how many steps a place of the painting stands out, beyond what it does in the plan, and one sigma of that; null
 * where too little can be read.
 */
export function standsOutBy(aligned: Aligned, place: Place): { readonly steps: number; readonly doubt: number } | null {
  const cells = cellsOf(aligned);
  const { inside, about } = cellsAbout(place, cells);
  if (inside.length < LEAST_CELLS || about.length < LEAST_CELLS) return null;
  const [within, round] = [inside, about].map((list) => list.map((k) => apartIn(cells, k)));
  const [x, y, z] = meanOf(round);
  const beyond = within.map(([a, b, c]): Three => [a - x, b - y, c - z]);
  const way = meanOf(beyond);
  const length = Math.max(Math.hypot(...way), 1e-9);
  const along = beyond.map((one) => (one[0] * way[0] + one[1] * way[1] + one[2] * way[2]) / length);
  const spread = (quantile(along, 0.9) - quantile(along, 0.7)) / 2;
  return {
    steps: Math.max(0, quantile(along, AMONG)),
    doubt: Math.hypot(LEAST_DOUBT, spread / Math.sqrt(inside.length / ALIKE)),
  };
}
