import type { Point } from '../raster';
import type { MassMap } from './masses';

/**
 * The cracks between pixels of unlike masses, as a graph over the corners of pixels: the crack that leaves a corner to
 * the right has number 2 corner, the one downwards 2 corner + 1.
 */
class Cracks {
  readonly corners: number;
  /** the pair of masses beside each crack, the smaller index times 65536; -1 = none */
  private readonly pairs: Int32Array;
  private readonly walked: Uint8Array;

  constructor({ massOf, width, height }: MassMap) {
    this.corners = width + 1;
    const count = 2 * this.corners * (height + 1);
    this.pairs = new Int32Array(count).fill(-1);
    this.walked = new Uint8Array(count);
    const pairOf = (a: number, b: number) => Math.min(a, b) * 65536 + Math.max(a, b);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const corner = y * this.corners + x;
        const [here, above, left] = [massOf[i], massOf[i - width], massOf[i - 1]];
        if (y > 0 && above !== here) this.pairs[2 * corner] = pairOf(above, here);
        if (x > 0 && left !== here) this.pairs[2 * corner + 1] = pairOf(left, here);
      }
  }

  /** The cracks that end at a corner: their numbers, and the corner at the other end of each. */
  private *at(corner: number): Generator<readonly [crack: number, to: number]> {
    const { corners, pairs } = this;
    if (pairs[2 * corner] >= 0) yield [2 * corner, corner + 1];
    if (pairs[2 * corner + 1] >= 0) yield [2 * corner + 1, corner + corners];
    if (corner >= 1 && pairs[2 * (corner - 1)] >= 0) yield [2 * (corner - 1), corner - 1];
    const up = 2 * (corner - corners) + 1;
    if (up >= 0 && pairs[up] >= 0) yield [up, corner - corners];
  }

  /** Walks the cracks of one pair of masses from a corner until they meet another, or come round. */
  private walk(start: number, [crack, first]: readonly [number, number]): { pair: number; path: number[] } {
    const pair = this.pairs[crack];
    const path = [start, first];
    this.walked[crack] = 1;
    for (let at = first; ;) {
      const ways = [...this.at(at)];
      if (ways.length !== 2) return { pair, path }; // a junction, or the picture's border
      const next = ways.find(([other]) => this.pairs[other] === pair && !this.walked[other]);
      if (!next) return { pair, path };
      [, at] = next;
      this.walked[next[0]] = 1;
      path.push(at);
    }
  }

  /** Every chain of cracks: junctions first, so that each runs from one to the next; what is left are closed rings. */
  chains(): { pair: number; path: number[] }[] {
    const ends = new Uint8Array(this.pairs.length / 2);
    this.pairs.forEach((pair, crack) => {
      if (pair < 0) return;
      const corner = crack >> 1;
      ends[corner]++;
      ends[crack & 1 ? corner + this.corners : corner + 1]++;
    });
    const out: { pair: number; path: number[] }[] = [];
    for (const junctions of [true, false])
      ends.forEach((count, corner) => {
        if (count === 0 || (junctions && count === 2)) return;
        for (const way of this.at(corner)) if (!this.walked[way[0]]) out.push(this.walk(corner, way));
      });
    return out;
  }
}

/** A border between two masses, from junction to junction. */
export interface MassBorder {
  /** canvas mm, from pixel corner to pixel corner */
  readonly points: readonly Point[];
  /** indices of the masses on either side */
  readonly between: readonly [number, number];
}

/** Every border between masses, however short. */
export function massBorders(masses: MassMap, mmPerPixel: number): MassBorder[] {
  const cracks = new Cracks(masses);
  const { corners } = cracks;
  return cracks.chains().map(({ pair, path }) => ({
    points: path.map((corner): Point => [(corner % corners) * mmPerPixel, Math.floor(corner / corners) * mmPerPixel]),
    between: [Math.floor(pair / 65536), pair % 65536],
  }));
}
