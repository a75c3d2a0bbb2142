import { TOLERANCE_MM } from '../plan';
import { halfWidth, boxOf, pixelsIn, placeOfBox, placeOfPixels, type Place, type Point } from '../raster';
import { compare, doubtOfShift, middleOf, ownShifts, wholeOff, type Drift, type Reading } from '../read';
import type { DrawingFinding } from './finding';
import { looseCells } from './looseCells';
import type { Evidence } from './kind';

/** mm a place may be drawn off at a medium tolerance: an honest hand. */
export const LEAST_SHIFT = 3;
// A hand that wobbles comes back; what goes on along a passage the same way is told from less.
const GOING_ON = { share: 2 / 3, cells: 10 };

const SURE = 0.5; // confidence of a cell that may raise a finding
const CLEAR = 1.8; // half-widths a shift must exceed: it is the largest of many
const ALONG = 0.5; // cosine between neighbouring shifts of one cause
const LEAST_CELLS = 3;
const LEAST_HOME = 0.15; // of its cells that lie on the mass it is called by
const UNIT_MM = 5; // a shift of so much weighs 1
const WHOLE = { mm: 2, size: 0.01, degrees: 0.7 }; // from which the whole drawing is told

const GAP = 4; // cells: contours of one thing, with its blank inside between them

/** Cells near a cell, itself left out. */
function* around(i: number, columns: number, count: number): Generator<number> {
  const [x, y] = [i % columns, Math.floor(i / columns)];
  for (let v = Math.max(0, y - GAP); v <= y + GAP && v * columns < count; v++)
    for (let u = Math.max(0, x - GAP); u <= Math.min(columns - 1, x + GAP); u++)
      if (u !== x || v !== y) yield v * columns + u;
}

/** Confident cells close to one another that are off the same way. */
function groups(off: readonly (Point | null)[], columns: number): number[][] {
  const seen = new Uint8Array(off.length);
  const out: number[][] = [];
  for (let start = 0; start < off.length; start++) {
    if (seen[start] || !off[start]) continue;
    const group = [start];
    seen[start] = 1;
    for (const i of group) {
      const own = off[i] as Point;
      for (const k of around(i, columns, off.length)) {
        const other = seen[k] ? null : off[k];
        if (!other) continue;
        const along = (own[0] * other[0] + own[1] * other[1]) / (Math.hypot(...own) * Math.hypot(...other));
        if (along < ALONG) continue;
        seen[k] = 1;
        group.push(k);
      }
    }
    out.push(group);
  }
  return out;
}

/** The mass most of a group's cells lie on; -1 = on none. */
function homeOf(
  group: readonly number[],
  reading: Reading,
  { massOf, ids }: { massOf: Int32Array; ids: readonly number[] },
): number {
  const { aligned } = reading;
  const counts = new Map<number, number>();
  for (const i of group) {
    const [x, y] = middleOf(aligned.drift, i).map((mm) => Math.floor(mm / aligned.mmPerPixel));
    const id = ids[massOf[Math.min(aligned.height - 1, y) * aligned.width + Math.min(aligned.width - 1, x)]];
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  // The smaller mass has the name: a shifted contour lies half on what is behind it, however large that is.
  const share = (id: number) => reading.masses.find((mass) => mass.id === id)?.share ?? 1;
  const held = [...counts].filter(([, n]) => n >= LEAST_HOME * group.length);
  return held.sort(([a, n], [b, m]) => m / share(b) - n / share(a))[0]?.[0] ?? -1;
}

/** A finding about a place, as far as it is the same whatever it is called; null = nothing of the place can be read. */
type Make = (place: Place, drawn: Pick<DrawingFinding, 'shift' | 'amount' | 'share'>) => DrawingFinding | null;

const makerFor =
  ({ reading: { aligned }, uncertainty }: Evidence): Make =>
  (place, drawn) => {
    const box = boxOf(place);
    const seen = compare(aligned, pixelsIn(place, aligned), uncertainty);
    if (!box || !seen) return null;
    const { target, painted, difference } = seen;
    return {
      ...{ kind: 'drawing', massId: -1, place, region: { box }, target, painted, difference },
      uncertainty: seen.uncertainty,
      weight: (drawn.amount / UNIT_MM) * Math.sqrt(drawn.share),
      ...drawn,
    };
  };

/** Cells that are surely off by themselves, with their shifts. @param loose times the usual shift that counts there */
function cellsOff(drift: Drift, loose: Float32Array): (Point | null)[] {
  const own = ownShifts(drift);
  return Array.from(own.dx, (dx, i): Point | null => {
    const clear = CLEAR * halfWidth(doubtOfShift(drift.across[i]));
    const isOff =
      drift.across[i] >= SURE && Math.hypot(dx, own.dy[i]) > Math.max(GOING_ON.share * LEAST_SHIFT * loose[i], clear);
    return isOff ? [dx, own.dy[i]] : null;
  });
}

/** How loosely some cells together may be drawn. */
const loosenessOf = (group: readonly number[], loose: Float32Array): number =>
  group.reduce((sum, i) => sum + loose[i], 0) / group.length;

/** The shift cells share, by how surely each is known. */
function sharedShift(group: readonly number[], off: readonly (Point | null)[], { across }: Drift) {
  let [sum, x, y, sure] = [0, 0, 0, 0];
  for (const i of group) {
    const say = across[i];
    const [dx, dy] = off[i] as Point;
    sum += say;
    x += say * dx;
    y += say * dy;
    sure += say * say;
  }
  const by: Point = [x / sum, y / sum];
  return { by, doubt: doubtOfShift(sure / sum) };
}

/** How a mass is turned and sized, where it is what moved: more than a wobble. */
function poseOf({ drawings }: Reading, massId: number, [dx, dy]: Point): DrawingFinding['pose'] {
  const drawn = drawings.find(({ id }) => id === massId);
  if (!drawn || Math.hypot(drawn.shift[0] - dx, drawn.shift[1] - dy) >= 2) return undefined;
  return {
    tilt: Math.abs(drawn.tilt) >= 2 ? drawn.tilt : 0,
    scale: Math.abs(drawn.scale - 1) >= 0.03 ? drawn.scale : 1,
  };
}

/** What is drawn elsewhere than planned: the whole drawing once, then each place that is off by itself. */
export function drawingFound(evidence: Evidence): DrawingFinding[] {
  const { reading, tolerance = TOLERANCE_MM.medium } = evidence;
  const { drift } = reading.aligned;
  const loose = looseCells(evidence);
  const off = cellsOff(drift, loose);
  const size = { width: drift.columns, height: drift.rows, mmPerPixel: drift.cellMm };
  const make = makerFor(evidence);
  const local = groups(off, drift.columns).flatMap((group): DrawingFinding[] => {
    const shift = sharedShift(group, off, drift);
    const amount = Math.hypot(...shift.by);
    const least = LEAST_SHIFT * loosenessOf(group, loose);
    if (group.length < (amount < least ? GOING_ON.cells : LEAST_CELLS)) return [];
    const marked = new Uint8Array(off.length);
    for (const i of group) marked[i] = 1;
    const finding = make(placeOfPixels(marked, size), { shift, amount, share: group.length / off.length });
    if (!finding) return [];
    const massId = homeOf(group, reading, evidence);
    const pose = poseOf(reading, massId, shift.by);
    return [{ ...finding, massId, ...(pose && { pose }) }];
  });
  return [...wholeDrawing(reading, make, tolerance / TOLERANCE_MM.medium), ...local];
}

function wholeDrawing(
  { aligned: { drift, width, height, mmPerPixel } }: Reading,
  make: Make,
  loose: number,
): DrawingFinding[] {
  const { offset, scale, rotationDegrees, doubt } = drift.global;
  const told =
    Math.hypot(...offset) > WHOLE.mm * loose ||
    Math.abs(scale - 1) > WHOLE.size * loose ||
    Math.abs(rotationDegrees) > WHOLE.degrees * loose;
  if (!told) return [];
  const shift = { by: offset, doubt: doubt.mm };
  const finding = make(placeOfBox([0, 0, width * mmPerPixel, height * mmPerPixel]), {
    shift,
    amount: wholeOff(drift),
    share: 1,
  });
  return finding ? [{ ...finding, whole: drift.global }] : [];
}
