import type { MassMap } from '../plan';
import { quantile } from '../raster';
import { massOfCells, type Cells } from './cells';
import type { MassReading } from './massReading';

/** Masses that are one surface turning from light to dark, and the steps it turns through. */
export interface Turning {
  /** those that could be read, the lighter as planned first */
  readonly ids: readonly number[];
  /** steps between its darker and its lighter tenth */
  readonly span: { readonly planned: number; readonly painted: number };
  /** it should turn but reads flat */
  readonly flat: boolean;
}

const ACROSS_MM = 1.5; // either way of a border: what is one surface has hardly changed over so little
const SOFT = 0.4; // of the step between two masses that may lie right at their border
const TURNS = 0.6; // steps from which a surface is meant to turn
const FLAT = 0.5; // of the planned span below which it reads flat
const LEAST_CELLS = 16;
const LEAST_BORDER = 0.03; // of the canvas's long side

// A plan is read against many photos: its borders are looked at once and go when it goes.
const known = new WeakMap<MassMap, { value: Float32Array; changes: Map<number, number> }>();

/**
 * How far the plan changes right across the border of every pair (index pair: first x count + second, first < second),
 * the median, steps.
 */
function changeAcross(masses: MassMap, value: Float32Array, mmPerPixel: number): Map<number, number> {
  const before = known.get(masses);
  if (before?.value === value) return before.changes;
  const { width, height, massOf, ids } = masses;
  const reach = Math.max(1, Math.round(ACROSS_MM / mmPerPixel));
  const changes = new Map<number, number[]>();
  const look = (i: number, step: number, room: boolean) => {
    const [a, b] = [massOf[i], massOf[i + step]];
    if (a === b || !room) return;
    const key = a < b ? a * ids.length + b : b * ids.length + a;
    const list = changes.get(key) ?? [];
    changes.set(key, list);
    list.push(Math.abs(value[i - (reach - 1) * step] - value[i + reach * step]));
  };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      look(i, 1, x >= reach && x + reach < width);
      if (y + 1 < height) look(i, width, y >= reach && y + reach < height);
    }
  const least = LEAST_BORDER * Math.max(width, height);
  const out = new Map(
    [...changes].filter(([, list]) => list.length >= least).map(([key, list]) => [key, quantile(list, 0.5)]),
  );
  known.set(masses, { value, changes: out });
  return out;
}

/**
 * Values of the cells that lie wholly in some masses, from their tenth to their ninetieth percentile, plan and
 * painting.
 */
function spanOver(cells: Cells, massOf: Int32Array, pick: ReadonlySet<number>): Turning['span'] | null {
  const { columns, rows, read, planned, painted } = cells;
  const own = (x: number, y: number) =>
    pick.has(massOf[Math.min(rows - 1, Math.max(0, y)) * columns + Math.min(columns - 1, Math.max(0, x))]);
  const inside: number[] = [];
  for (let y = 0, i = 0; y < rows; y++)
    for (let x = 0; x < columns; x++, i++)
      if (read[i] && own(x, y) && own(x - 1, y) && own(x + 1, y) && own(x, y - 1) && own(x, y + 1)) inside.push(i);
  if (inside.length < LEAST_CELLS) return null;
  const spanOf = (data: Float32Array) => {
    const values = Float32Array.from(inside, (i) => data[i]);
    return quantile(values, 0.9) - quantile(values, 0.1);
  };
  return { planned: spanOf(planned.value), painted: spanOf(painted.value) };
}

/** Pairs of masses whose border is a place on a slope, not an edge. */
const softPairs = (
  masses: MassMap,
  read: readonly MassReading[],
  { value, mmPerPixel }: { value: Float32Array; mmPerPixel: number },
) =>
  [...changeAcross(masses, value, mmPerPixel)].flatMap(([key, across]): [number, number][] => {
    const ids = [masses.ids[Math.floor(key / masses.ids.length)], masses.ids[key % masses.ids.length]] as [
      number,
      number,
    ];
    const [one, two] = ids.map((id) => read.find((mass) => mass.id === id));
    return one && two && across <= SOFT * Math.abs(one.target.value - two.target.value) ? [ids] : [];
  });

/**
 * Surfaces that turn and are cut into lighter and darker masses: two neighbours with a soft border, and what the
 * painter says is one
 * thing. Where the painting has one value in all of it the form reads flat, though each mass by itself may hardly turn.
 * @param masses of the cells' picture, at its size; @param value of the plan there; @param things ids of masses that
 * belong together
 * @param unsure one sigma of value that the light leaves
 */
export function turningsOf(
  cells: Cells,
  masses: MassMap,
  {
    read,
    things,
    unsure,
    ...plan
  }: {
    read: readonly MassReading[];
    things: readonly (readonly number[])[];
    value: Float32Array;
    mmPerPixel: number;
    unsure: number;
  },
): Turning[] {
  const massOf = massOfCells(cells, masses);
  const values = new Map(read.map(({ id, target }) => [id, target.value]));
  const parted = softPairs(masses, read, plan).filter(
    (pair) => !things.some((ids) => pair.every((id) => ids.includes(id))),
  );
  return [...things, ...parted].flatMap((ids): Turning[] => {
    const span = spanOver(cells, massOf, new Set(ids.map((id) => masses.ids.indexOf(id))));
    if (!span || span.planned < TURNS) return [];
    const flat = span.painted < FLAT * span.planned && span.planned - span.painted > 2 * unsure;
    const seen = ids.filter((id) => values.has(id)).sort((a, b) => (values.get(b) ?? 0) - (values.get(a) ?? 0));
    return [{ ids: seen, span, flat }];
  });
}
