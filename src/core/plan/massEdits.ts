import { pixelsIn, type Place, type Point } from '../raster';
import { cutTree, type MassMap, type MassTree } from './masses';

/** What the painter has changed about the cut; points and places in canvas mm, so that it survives another cut. */
export type MassEdit =
  /** the masses at these points become one, that of the first */
  | { readonly kind: 'merge'; readonly at: readonly Point[] }
  /** the mass at the point falls into the two it was joined from */
  | { readonly kind: 'split'; readonly at: Point }
  /** the mass at the point is cut along a line */
  | { readonly kind: 'cut'; readonly at: Point; readonly line: readonly Point[] }
  /** a place belongs to the mass at the point */
  | { readonly kind: 'redraw'; readonly at: Point; readonly place: Place }
  /** a place is a mass of its own */
  | { readonly kind: 'own'; readonly place: Place };

/** Number of the first mass made by hand; merge trees have far fewer nodes. */
const BY_HAND = 1_000_000;

interface Labels {
  readonly width: number;
  readonly height: number;
  readonly mmPerPixel: number;
  /** the mass's number, a pixel */
  readonly of: Int32Array;
}

const indexAt = ({ width, height, mmPerPixel }: Labels, [x, y]: Point): number => {
  const at = (mm: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(mm / mmPerPixel)));
  return at(y, height) * width + at(x, width);
};

function relabel(of: Int32Array, from: ReadonlySet<number>, to: number): void {
  for (let i = 0; i < of.length; i++) if (from.has(of[i])) of[i] = to;
}

/** Leaves below a node. */
function leavesBelow({ leafCount, joins }: MassTree, node: number): Set<number> {
  const out = new Set<number>();
  const open = [node];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next < leafCount) out.add(next);
    else open.push(...joins[next - leafCount]);
  }
  return out;
}

/** The mass falls into the two its node was joined from; a leaf, or a mass made by hand, stays whole. */
function split(labels: Labels, tree: MassTree, at: Point): void {
  const own = labels.of[indexAt(labels, at)];
  if (own < tree.leafCount || own >= BY_HAND) return;
  const [one, two] = tree.joins[own - tree.leafCount];
  const second = leavesBelow(tree, two);
  for (let i = 0; i < labels.of.length; i++)
    if (labels.of[i] === own) labels.of[i] = second.has(tree.leafOf[i]) ? two : one;
}

/** Whether a point lies to the right of the nearest stretch of a line, its ends prolonged. */
function rightOf(line: readonly Point[], [x, y]: Point): boolean {
  let [nearest, side] = [Infinity, 0];
  for (let k = 1; k < line.length; k++) {
    const [[ax, ay], [bx, by]] = [line[k - 1], line[k]];
    const [dx, dy] = [bx - ax, by - ay];
    const along = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1);
    const t = Math.min(k === line.length - 1 ? Infinity : 1, Math.max(k === 1 ? -Infinity : 0, along));
    const distance = Math.hypot(x - ax - t * dx, y - ay - t * dy);
    if (distance < nearest) [nearest, side] = [distance, dx * (y - ay) - dy * (x - ax)];
  }
  return side > 0;
}

function cutAlong(labels: Labels, { at, line }: { at: Point; line: readonly Point[] }, id: number): void {
  const { of, width, mmPerPixel } = labels;
  const own = of[indexAt(labels, at)];
  const stays = rightOf(line, at);
  for (let i = 0; i < of.length; i++) {
    if (of[i] !== own) continue;
    const centre: Point = [((i % width) + 0.5) * mmPerPixel, (Math.floor(i / width) + 0.5) * mmPerPixel];
    if (rightOf(line, centre) !== stays) of[i] = id;
  }
}

function apply(labels: Labels, tree: MassTree, { edit, id }: { edit: MassEdit; id: number }): void {
  const { of } = labels;
  const under = (point: Point) => of[indexAt(labels, point)];
  if (edit.kind === 'merge') relabel(of, new Set(edit.at.map(under)), under(edit.at[0]));
  else if (edit.kind === 'split') split(labels, tree, edit.at);
  else if (edit.kind === 'cut') cutAlong(labels, edit, id);
  else {
    const to = edit.kind === 'redraw' ? under(edit.at) : id;
    for (const i of pixelsIn(edit.place, labels)) of[i] = to;
  }
}

/** Masses with their numbers in place of indices, and back. */
function mapOf({ width, height, of }: Labels): MassMap {
  const ids: number[] = [];
  const index = new Map<number, number>();
  const massOf = of.map((id) => {
    let k = index.get(id);
    if (k === undefined) {
      k = ids.push(id) - 1;
      index.set(id, k);
    }
    return k;
  });
  return { width, height, massOf, ids };
}

/**
 * The cut at so many masses with the painter's changes, in the order they were made.
 * @param mmPerPixel of the tree
 */
export function editedMasses(
  tree: MassTree,
  { count, edits, mmPerPixel }: { count: number; edits: readonly MassEdit[]; mmPerPixel: number },
): MassMap {
  const cut = cutTree(tree, count);
  if (edits.length === 0) return cut;
  const of = cut.massOf.map((k) => cut.ids[k]);
  const labels: Labels = { width: cut.width, height: cut.height, mmPerPixel, of };
  edits.forEach((edit, k) => apply(labels, tree, { edit, id: BY_HAND + k }));
  return mapOf(labels);
}

/** Index of the mass at a point (canvas mm). */
export const massAt = (masses: MassMap, [x, y]: Point, mmPerPixel: number): number => {
  const at = (mm: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(mm / mmPerPixel)));
  return masses.massOf[at(y, masses.height) * masses.width + at(x, masses.width)];
};

/** For each mass the first of the things that stand on it, by index of the mass. */
export function byMass<T extends { readonly at: Point }>(
  masses: MassMap,
  things: readonly T[],
  mmPerPixel: number,
): Map<number, T> {
  const out = new Map<number, T>();
  for (const thing of things) {
    const k = massAt(masses, thing.at, mmPerPixel);
    if (!out.has(k)) out.set(k, thing);
  }
  return out;
}
