import { connectedRegions, opened } from '../raster';
import type { Cells } from './cells';
import { standingOf, type Standing } from './standing';

/** Cells that the plan sets off from what lies round them and the painting does not. */
export interface MissingElement extends Standing {
  /** 1 = belongs to it */
  readonly cells: Uint8Array;
}

const LEAST_SHARE = 0.008; // of the canvas: 1 % and what its rim loses
const MOST_SHARE = 0.4;
const APART = [0.45, 0.7, 1, 1.4]; // steps by which plan and painting differ over a thing that is not there
const GONE = { there: 0.25, over: 0.75 }; // of its contrast that may be there; of its outline that must be gone

/** Everything as large as an element that the plan sets off and the painting shows nothing of. */
export function elementsMissing(cells: Cells): MissingElement[] {
  const { width, read, apart } = cells;
  const taken = new Uint8Array(read.length);
  const out: MissingElement[] = [];
  for (const least of APART) {
    const apartHere = new Uint8Array(read.length);
    for (let k = 0; k < read.length; k++) apartHere[k] = apart[k] >= least && !taken[k] ? 1 : 0;
    const regions = connectedRegions(
      Int8Array.from(opened(apartHere, width, 1)).map((v) => v - 1),
      width,
    );
    regions.sizes.forEach((count, label) => {
      if (count < LEAST_SHARE * read.length || count > MOST_SHARE * read.length) return;
      const own = new Uint8Array(read.length);
      for (let k = 0; k < own.length; k++) own[k] = regions.of[k] === label ? 1 : 0;
      const standing = standingOf(own, cells);
      if (!standing || standing.there > GONE.there || standing.gone < GONE.over) return;
      own.forEach((v, k) => v && (taken[k] = 1));
      out.push({ ...standing, cells: own });
    });
  }
  return out;
}
