import { boxOf, placeOfPixels } from '../raster';
import { compare, type Comparison, type Reading } from '../read';
import { candidatesFor, type Candidate, type MapGround } from './candidate';
import type { PaintFinding } from './finding';
import { homeOf } from './home';
import type { Evidence } from './kind';
import { hueWanted, limitOf } from './matched';
import type { PaintKindRecord } from './paint';

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
  { reading, massOfCell, ids, uncertainty }: MapGround,
): PaintFinding | null {
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
    massId: own ? own.id : homeOf(markedIn(candidate.cells), massOfCell, ids),
    place,
    region: { box },
    target: comparison.target,
    painted: comparison.painted,
    difference: comparison.difference,
    uncertainty: comparison.uncertainty,
    share,
    weight: (Math.abs(amount) / row.unitOfWeight) * Math.sqrt(share),
    amount,
    towards: row.hued ? hueWanted(comparison) : null,
  };
}

/** Which cells are marked. */
const markedIn = (cells: Uint8Array): number[] => [...cells.keys()].filter((i) => cells[i]);

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
 * What differs from the plan along one dimension of paint: masses that are off throughout and patches of any shape, one
 * for each cause.
 */
export function paintFound(row: PaintKindRecord, { massOf, ...ground }: Evidence): PaintFinding[] {
  const onMap: MapGround = { ...ground, massOfCell: massOfCells(ground.reading, massOf) };
  return candidatesFor(row, onMap).flatMap((candidate) => findingFrom(candidate, row, onMap) ?? []);
}
