import { colourPlanes } from '../colour';
import { connectedRegions, gaussianBlur, shrinkRaster, type Plane, type Raster } from '../raster';
import { superpixels, type Feature } from './superpixels';

/**
 * The merge tree: small cells at the leaves, one picture at the root. A mass is a node, and keeps its number whatever
 * the cut.
 */
export interface MassTree {
  readonly width: number;
  readonly height: number;
  /** leaf of every pixel */
  readonly leafOf: Int32Array;
  readonly leafCount: number;
  /** 1 = the light turns slowly here: a border is free to run smoothly */
  readonly slow: Uint8Array;
  /** pairs of nodes in the order they were joined; join i makes node leafCount + i */
  readonly joins: readonly (readonly [number, number])[];
}

/** A cut of the tree: which mass each pixel belongs to. */
export interface MassMap {
  readonly width: number;
  readonly height: number;
  /** index into ids, row-major */
  readonly massOf: Int32Array;
  /** node numbers, stable for one reference and crop */
  readonly ids: readonly number[];
}

const COLOUR_COUNTS = 0.9; // of a unit of lightness: a mass is first of all a value

function featureOf(plan: Raster, sigma: number): Feature {
  const { value, a, b } = colourPlanes(plan.r, plan.g, plan.b);
  const { width, height } = plan;
  const light = value.map((v) => 10 * v);
  const blurred = (data: Float32Array) => gaussianBlur({ width, height, data }, sigma);
  const weak = (data: Float32Array) => data.map((v) => v * COLOUR_COUNTS);
  return [blurred(light), blurred(weak(a)), blurred(weak(b))];
}

/** The border two nodes share: its length, and the change across it (squared feature units) summed along it. */
interface Border {
  readonly length: number;
  readonly change: number;
}
interface Node {
  size: number;
  sums: number[];
  readonly around: Map<number, Border>;
  /** px about which it is wide: twice its area over the length of its outline; NaN = not worked out yet */
  width: number;
}

const widthOf = (node: Node): number => {
  if (Number.isNaN(node.width)) {
    let outline = 0;
    node.around.forEach(({ length }) => (outline += length));
    node.width = (2 * node.size) / Math.max(1, outline);
  }
  return node.width;
};

const differenceOf = (a: Node, b: Node): number =>
  a.sums.reduce((sum, v, c) => sum + (v / a.size - b.sums[c] / b.size) ** 2, 0);
const along = (one: Border | undefined, two: Border): Border => ({
  length: (one?.length ?? 0) + two.length,
  change: (one?.change ?? 0) + two.change,
});

function leaves(feature: Feature, of: Int32Array, count: number): Node[] {
  const nodes: Node[] = Array.from({ length: count }, () => ({
    size: 0,
    sums: [0, 0, 0],
    around: new Map(),
    width: NaN,
  }));
  const { width } = feature[0];
  const lengths = nodes.map(() => new Map<number, number>());
  const meet = (a: number, b: number) => {
    if (a !== b) lengths[Math.min(a, b)].set(Math.max(a, b), (lengths[Math.min(a, b)].get(Math.max(a, b)) ?? 0) + 1);
  };
  for (let i = 0; i < of.length; i++) {
    const node = nodes[of[i]];
    node.size++;
    for (let c = 0; c < 3; c++) node.sums[c] += feature[c].data[i];
    if ((i + 1) % width !== 0) meet(of[i], of[i + 1]);
    if (i + width < of.length) meet(of[i], of[i + width]);
  }
  lengths.forEach((list, a) =>
    list.forEach((length, b) => {
      const border = { length, change: length * differenceOf(nodes[a], nodes[b]) };
      nodes[a].around.set(b, border);
      nodes[b].around.set(a, border);
    }),
  );
  return nodes;
}

const SPECK = 0.005; // of the picture: what is smaller is soon absorbed
const BORDER_COUNTS = 0.75; // how much the change across the border says beside the difference of the two means
const AREA_POWER = 0.68; // Ward's own is 1
const WIDE = 16; // px: a narrower shape is a line rather than a mass, and cheaper to join

/**
 * Cost of joining: what Ward (1963) charges, softened in area so that a small strong shape outlives a large faint step.
 * A border that is
 * a real edge makes it dearer, a slow turn of the light makes it cheaper.
 */
function joinCost(a: Node, b: Node, { border, total }: { border: Border; total: number }): number {
  const distance = (1 - BORDER_COUNTS) * differenceOf(a, b) + (BORDER_COUNTS * border.change) / border.length;
  const harmonic = (a.size * b.size) / (a.size + b.size) / total;
  const speck = Math.min(1, Math.min(a.size, b.size) / (SPECK * total));
  const line = Math.min(1, Math.min(widthOf(a), widthOf(b)) / WIDE);
  return distance * harmonic ** AREA_POWER * speck * line;
}

class Heap {
  private readonly items: { cost: number; a: number; b: number }[] = [];
  push(item: { cost: number; a: number; b: number }): void {
    let i = this.items.push(item) - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (this.items[up].cost <= item.cost) break;
      this.items[i] = this.items[up];
      i = up;
    }
    this.items[i] = item;
  }
  pop(): { cost: number; a: number; b: number } | undefined {
    const top = this.items[0];
    const last = this.items.pop();
    if (last === undefined || this.items.length === 0) return top;
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= this.items.length) break;
      if (down + 1 < this.items.length && this.items[down + 1].cost < this.items[down].cost) down++;
      if (this.items[down].cost >= last.cost) break;
      this.items[i] = this.items[down];
      i = down;
    }
    this.items[i] = last;
    return top;
  }
}

function joinAll(nodes: Node[], total: number): [number, number][] {
  const joins: [number, number][] = [];
  const gone = new Set<number>();
  const heap = new Heap();
  nodes.forEach((node, a) =>
    node.around.forEach((border, b) => a < b && heap.push({ cost: joinCost(node, nodes[b], { border, total }), a, b })),
  );
  for (let next = heap.pop(); next; next = heap.pop()) {
    const { a, b } = next;
    if (gone.has(a) || gone.has(b)) continue;
    const made = nodes.length;
    const around = new Map<number, Border>();
    for (const old of [a, b]) {
      gone.add(old);
      nodes[old].around.forEach((border, n) => {
        if (n === a || n === b) return;
        around.set(n, along(around.get(n), border));
        nodes[n].around.delete(old);
      });
    }
    const node: Node = {
      size: nodes[a].size + nodes[b].size,
      sums: nodes[a].sums.map((v, c) => v + nodes[b].sums[c]),
      around,
      width: NaN,
    };
    nodes.push(node);
    around.forEach((border, n) => {
      nodes[n].around.set(made, border);
      heap.push({ cost: joinCost(node, nodes[n], { border, total }), a: n, b: made });
    });
    joins.push([a, b]);
  }
  return joins;
}

/** Cells that came out in several pieces become one leaf each, so that every mass is one connected shape. */
function connectedLeaves(of: Int32Array, width: number): { of: Int32Array; count: number } {
  const regions = connectedRegions(of, width);
  return { of: regions.of, count: regions.sizes.length };
}

const AN_EDGE = 3; // units of lightness or colour over two pixels from which there is something to follow

/** Where nothing changes fast: borders there follow no edge, only the cells they are made of. */
function slowPlaces(feature: Feature): Uint8Array {
  const { width, height } = feature[0];
  const out = new Uint8Array(width * height);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      let change = 0;
      for (const { data } of feature)
        change += (data[i + 1] - data[i - 1]) ** 2 + (data[i + width] - data[i - width]) ** 2;
      if (change < AN_EDGE * AN_EDGE) out[i] = 1;
    }
  }
  return out;
}

const REACH = 5; // px over which a free border is smoothed
const ROUNDS = 5;

/** Offsets of a disc's pixels in a picture so wide. */
function discOf(width: number): Int32Array {
  const out: number[] = [];
  for (let y = -REACH; y <= REACH; y++)
    for (let x = -REACH; x <= REACH; x++) if (x * x + y * y <= REACH * REACH) out.push(y * width + x);
  return Int32Array.from(out);
}

/** Whether a pixel lies beside a border that follows no edge. */
const beside = (massOf: Int32Array, slow: Uint8Array, { i, width }: { i: number; width: number }): boolean => {
  const own = massOf[i];
  return (
    slow[i] === 1 &&
    (massOf[i + 1] !== own || massOf[i - 1] !== own || massOf[i + width] !== own || massOf[i - width] !== own)
  );
};

/** All such pixels away from the picture's own border. */
function freeBorder(massOf: Int32Array, { width, height, slow }: MassTree): Int32Array {
  const out = new Int32Array(massOf.length);
  let n = 0;
  for (let y = REACH; y < height - REACH; y++)
    for (let i = y * width + REACH, end = (y + 1) * width - REACH; i < end; i++) {
      const own = massOf[i];
      if (massOf[i + 1] === own && massOf[i + width] === own && massOf[i - 1] === own && massOf[i - width] === own)
        continue;
      if (slow[i]) out[n++] = i;
    }
  return out.subarray(0, n);
}

/**
 * Borders that follow no edge run smoothly: each pixel beside one takes the mass that most of its neighbourhood has.
 */
function smoothFreeBorders(massOf: Int32Array, tree: MassTree, count: number): void {
  const { width, height, slow } = tree;
  const disc = discOf(width);
  const votes = new Int32Array(count);
  let border = freeBorder(massOf, tree);
  for (let round = 0; round < ROUNDS && border.length > 0; round++) {
    // All vote on the masses as they are before any of them changes.
    const next = border.map((i) => {
      for (let k = 0; k < disc.length; k++) votes[massOf[i + disc[k]]]++;
      let best = massOf[i];
      for (const step of [1, -1, width, -width]) if (votes[massOf[i + step]] > votes[best]) best = massOf[i + step];
      for (let k = 0; k < disc.length; k++) votes[massOf[i + disc[k]]] = 0;
      return best;
    });
    const moved = border.filter((i, k) => massOf[i] !== next[k]);
    border.forEach((i, k) => (massOf[i] = next[k]));
    // Only near what has just changed can anything change in the next round.
    const near = new Set<number>();
    const inside = (i: number) =>
      i % width >= REACH && i % width < width - REACH && i >= REACH * width && i < (height - REACH) * width;
    for (const i of moved) for (const step of [0, 1, -1, width, -width]) near.add(i + step);
    border = Int32Array.from(near).filter((i) => inside(i) && beside(massOf, slow, { i, width }));
  }
}

/**
 * Builds the merge tree of a planned picture, at half reading size: superpixels, then the cheapest join, again and
 * again.
 * One slider then goes from 2 to 40 masses without recomputing.
 */
export function massTree(plan: Raster): MassTree {
  const half = shrinkRaster(plan, 2);
  const feature = featureOf(half, 1);
  const step = Math.max(5, Math.round(Math.sqrt((half.width * half.height) / 1400)));
  const cells = superpixels(feature, step);
  const { of, count } = connectedLeaves(cells.of, half.width);
  const joins = joinAll(leaves(feature, of, count), of.length);
  return { width: half.width, height: half.height, leafOf: of, leafCount: count, slow: slowPlaces(feature), joins };
}

/** Cuts the tree at so many masses (2..40; fewer where the picture has fewer cells). */
export function cutTree(tree: MassTree, masses: number): MassMap {
  const parents = new Int32Array(tree.leafCount + tree.joins.length).fill(-1);
  const kept = Math.max(0, tree.joins.length - (Math.max(1, masses) - 1));
  for (let j = 0; j < kept; j++) for (const child of tree.joins[j]) parents[child] = tree.leafCount + j;
  const rootOf = (node: number): number => (parents[node] < 0 ? node : (parents[node] = rootOf(parents[node])));
  const roots = Int32Array.from({ length: tree.leafCount }, (_, leaf) => rootOf(leaf));
  const ids: number[] = [];
  const index = new Int32Array(parents.length).fill(-1);
  const massOf = new Int32Array(tree.leafOf.length);
  for (let i = 0; i < massOf.length; i++) {
    const root = roots[tree.leafOf[i]];
    if (index[root] < 0) index[root] = ids.push(root) - 1;
    massOf[i] = index[root];
  }
  smoothFreeBorders(massOf, tree, ids.length);
  return { width: tree.width, height: tree.height, massOf, ids };
}

/** The same map at another size, nearest pixel. */
export function resizeMasses(masses: MassMap, size: { width: number; height: number }): MassMap {
  const { width, height, massOf, ids } = masses;
  if (width === size.width && height === size.height) return masses;
  const out = new Int32Array(size.width * size.height);
  for (let y = 0, i = 0; y < size.height; y++) {
    const row = Math.min(height - 1, Math.floor(((y + 0.5) * height) / size.height)) * width;
    for (let x = 0; x < size.width; x++)
      out[i++] = massOf[row + Math.min(width - 1, Math.floor(((x + 0.5) * width) / size.width))];
  }
  return { width: size.width, height: size.height, massOf: out, ids };
}

export type { Plane };
