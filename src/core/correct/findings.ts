import { compare, type Comparison, type Reading, type LightDoubt } from '../read';
import { boxOf, placeOfPixels } from '../raster';
import { candidatesFor, type Candidate, type Ground } from './candidate';
import { drawingFindings } from './drawingFindings';
import { hueWanted, limitOf, PAINT_KINDS, type Finding, type PaintKindRecord } from '../kinds';

/** A colour difference that is mostly strength is chroma, mostly hue or near grey is temperature: never the same place under both. */
function leading(candidates: Finding[]): Finding[] {
  return candidates.filter((one) => {
    if (one.kind === 'value') return true;
    const rival = candidates.find((two) => two.kind !== 'value' && two.kind !== one.kind && overlap(one, two) > 0.4);
    if (!rival) return true;
    const strong = one.target.chroma > 15; // a colour, not a tinted grey
    const own = one.kind === 'chroma' ? Math.abs(one.amount) : Math.abs(one.amount) * (strong ? 0.9 : 1.15);
    const other = rival.kind === 'chroma' ? Math.abs(rival.amount) : Math.abs(rival.amount) * (strong ? 0.9 : 1.15);
    return own >= other;
  });
}

function overlap({ region: { box: a } }: Finding, { region: { box: b } }: Finding): number {
  const w = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const h = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return w <= 0 || h <= 0 ? 0 : (w * h) / Math.min(a[2] * a[3], b[2] * b[3]);
}

/** Pixels of the reading under marked cells of the map. */
function pixelsUnder(marked: Uint8Array, { map, aligned }: Reading): Int32Array {
  const factor = Math.round(map.mmPerPixel / aligned.mmPerPixel);
  const out = new Int32Array(marked.reduce((sum, v) => sum + v, 0) * factor * factor);
  let n = 0;
  for (let y = 0; y < map.height * factor; y++) {
    const row = Math.floor(y / factor) * map.width;
    for (let cell = 0; cell < map.width; cell++) {
      if (!marked[row + cell]) continue;
      const from = y * aligned.width + cell * factor;
      for (let x = 0; x < factor; x++) out[n++] = from + x;
    }
  }
  return out;
}

function findingFrom(
  candidate: Candidate,
  row: PaintKindRecord,
  { reading, massOfCell, ids, uncertainty }: Ground,
): Finding | null {
  const place = placeOfPixels(candidate.cells, reading.map);
  const box = boxOf(place);
  const own = reading.masses.find((mass) => mass.id === candidate.massId);
  const comparison: Comparison | null =
    own ?? compare(reading.aligned, pixelsUnder(candidate.cells, reading), uncertainty);
  if (!box || !comparison) return null;
  const amount = row.amount(comparison);
  if (Math.abs(amount) <= limitOf(row, comparison.uncertainty)) return null;
  const share = candidate.count / candidate.cells.length;
  return {
    kind: candidate.kind,
    massId: own ? own.id : homeOf(candidate.cells, massOfCell, ids),
    place,
    region: { box },
    target: comparison.target,
    painted: comparison.painted,
    difference: comparison.difference,
    uncertainty: comparison.uncertainty,
    share,
    weight: (Math.abs(amount) / row.unit) * Math.sqrt(share),
    amount,
    towards: row.hued ? hueWanted(comparison) : null,
  };
}

const LEAST_HOME = 0.3; // of a place that must lie on one mass for it to be called by that mass's name

/** The mass most of a place lies on, for its name; -1 where it lies on many. */
function homeOf(cells: Uint8Array, massOfCell: Int32Array, ids: readonly number[]): number {
  const counts = new Float64Array(ids.length);
  let total = 0;
  for (let i = 0; i < cells.length; i++) {
    if (!cells[i]) continue;
    total++;
    counts[massOfCell[i]]++;
  }
  const most = counts.indexOf(Math.max(...counts));
  return counts[most] >= LEAST_HOME * total ? ids[most] : -1;
}

/** Mass of every cell of the map, by the masses' own order in the plan. */
function massOfCells({ map, aligned }: Reading, massOf: Int32Array): Int32Array {
  const factor = map.mmPerPixel / aligned.mmPerPixel;
  const out = new Int32Array(map.width * map.height);
  for (let cy = 0, k = 0; cy < map.height; cy++) {
    const y = Math.min(aligned.height - 1, Math.floor((cy + 0.5) * factor));
    for (let cx = 0; cx < map.width; cx++, k++)
      out[k] = massOf[y * aligned.width + Math.min(aligned.width - 1, Math.floor((cx + 0.5) * factor))];
  }
  return out;
}

/**
 * What differs from the plan, heaviest first: masses that are off throughout and patches of any shape, one for each cause.
 * None inside its uncertainty.
 * @param massOf the plan's masses at the reading's size, and ids their node numbers
 */
export function findingsOf(
  reading: Reading,
  { massOf, ids, uncertainty, tolerance }: { massOf: Int32Array; ids: readonly number[]; uncertainty: LightDoubt; tolerance?: number }, // prettier-ignore
): Finding[] {
  const ground: Ground = { reading, massOfCell: massOfCells(reading, massOf), ids, uncertainty, tolerance };
  const found = PAINT_KINDS.flatMap((row) =>
    candidatesFor(row, ground).flatMap((candidate) => findingFrom(candidate, row, ground) ?? []),
  );
  const drawn = drawingFindings(reading, { massOf, ids, uncertainty, tolerance });
  return [...drawn, ...leading(found)].sort((a, b) => b.weight - a.weight);
}
