import { CROSSES_MM, type EdgesTold } from '../edges';
import { kindOf, type Evidence, type Finding } from '../kinds';
import { pixelsIn, placeAlong, type Grid } from '../raster';

const MOSTLY = 0.6; // of a finding's place, that lies so
const WHOLE = 0.5; // of its mass, from which it is about the mass, not about its edge
const LET_BE: readonly string[] = ['value', 'colour', 'contours'];

/** 1 = beside an edge that colour may cross; null = there is none. */
function besideCrossed({ lines }: EdgesTold, grid: Grid): Uint8Array | null {
  const crossed = lines.filter(({ wanted }) => wanted.mayCross);
  if (crossed.length === 0) return null;
  const beside = new Uint8Array(grid.width * grid.height);
  for (const { places } of crossed) {
    const along = places.flatMap((one) => (one ? [one.planned.at] : []));
    for (const i of pixelsIn(placeAlong(along, CROSSES_MM, grid), grid)) beside[i] = 1;
  }
  return beside;
}

/** Findings without those that lie along an edge that colour may cross: what crosses it is no fault there. */
export function withoutCrossing(found: readonly Finding[], { reading, massOf, ids, edges }: Evidence): Finding[] {
  const beside = edges ? besideCrossed(edges, reading.aligned) : null;
  if (!beside) return [...found];
  return found.filter((one) => {
    if (!LET_BE.includes(kindOf(one.kind).restsOn)) return true;
    const pixels = pixelsIn(one.place, reading.aligned);
    const along = pixels.filter((i) => beside[i] === 1).length;
    const index = ids.indexOf(one.massId);
    const own = pixels.filter((i) => massOf[i] === index).length;
    const mass = reading.masses.find(({ id }) => id === one.massId)?.share ?? 1;
    const isWhole = own >= WHOLE * mass * massOf.length;
    return along < MOSTLY * pixels.length || isWhole;
  });
}
