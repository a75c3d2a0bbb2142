import { readFile } from 'node:fs/promises';
import { cutTree, massTree, middleCrop, plannedPicture, resizeMasses, type MassMap } from '../../src/core/plan';
import { pixelsIn, type Point } from '../../src/core/raster';
import { decodePicture } from '../../src/server/images/decodePicture';
import { HAND_MADE, type HandMadePicture } from './masses/handMade';

/** The hand-made masses as a map: those drawn later lie on top. */
function mapOf({ masses }: HandMadePicture, { width, height }: { width: number; height: number }): Int32Array {
  const of = new Int32Array(width * height).fill(-1);
  masses.forEach(({ outline }, k) => {
    const scaled = outline.map(([x, y]): Point => [(x * width) / 100, (y * height) / 100]);
    for (const i of pixelsIn({ outlines: [scaled] }, { width, height, mmPerPixel: 1 })) of[i] = k;
  });
  return of;
}

/** For each mass drawn by hand the best intersection over union with any mass of the cut. */
function bestOverlaps(hand: Int32Array, count: number, { massOf, ids }: MassMap): number[] {
  const both = new Float64Array(count * ids.length);
  const [own, cut] = [new Float64Array(count), new Float64Array(ids.length)];
  hand.forEach((k, i) => {
    if (k < 0) return; // not drawn, not judged
    cut[massOf[i]]++;
    own[k]++;
    both[k * ids.length + massOf[i]]++;
  });
  return Array.from(own, (size, k) =>
    Math.max(...ids.map((_, m) => both[k * ids.length + m] / (size + cut[m] - both[k * ids.length + m]))),
  );
}

export interface Agreement {
  readonly file: string;
  readonly mean: number;
  readonly each: readonly { readonly name: string; readonly overlap: number }[];
}

/** How well the cut at so many masses agrees with the outlines drawn by hand, picture by picture. */
export async function agreements(masses: number): Promise<Agreement[]> {
  const out: Agreement[] = [];
  for (const picture of HAND_MADE) {
    const reference = decodePicture(await readFile(picture.file), picture.file);
    const canvas = { widthMm: picture.size[0], heightMm: picture.size[1] };
    const opened = await reference;
    const plan = plannedPicture(opened, { crop: middleCrop(opened, canvas), canvas, key: 'absolute' });
    const cut = resizeMasses(cutTree(massTree(plan), masses), plan);
    const overlaps = bestOverlaps(mapOf(picture, plan), picture.masses.length, cut);
    out.push({
      file: picture.file,
      mean: overlaps.reduce((sum, v) => sum + v, 0) / overlaps.length,
      each: picture.masses.map(({ name }, k) => ({ name, overlap: overlaps[k] })),
    });
  }
  return out;
}
