import type { Crop, Reference } from '../../contract';
import { cropBase, cropFits, largestBox } from '../../core/plan';
import type { Point } from '../../core/raster';

/** The largest crop no wider than asked about the same middle, moved inside where it sticks out. */
export function fitted(
  { box: [x, y, w], turn, print }: Crop,
  { proportion, reference }: { proportion: number; reference: Reference },
): Crop {
  const base = cropBase({ print }, reference);
  const largest = largestBox(base, { proportion, turn });
  const width = Math.min(Math.max(w, 0.08 * largest[2]), largest[2]);
  const height = width / proportion;
  const oldHeight = w / proportion;
  const middle: Point = [x + w / 2, y + oldHeight / 2];
  const centre: Point = [base.width / 2, base.height / 2];
  // From where it is towards the picture's middle, until it fits.
  for (let step = 0; step <= 40; step++) {
    const share = step / 40;
    const [cx, cy] = [middle[0] + share * (centre[0] - middle[0]), middle[1] + share * (centre[1] - middle[1])];
    const crop: Crop = { box: [cx - width / 2, cy - height / 2, width, height], turn, print };
    if (cropFits(crop, reference)) return crop;
  }
  return { box: [...largest], turn, print };
}

/** Whether two crops show the same to half a pixel. */
export const alike = (a: Crop, b: Crop) =>
  a.box.every((v, i) => Math.abs(v - (b.box[i] ?? NaN)) < 0.5) &&
  a.turn === b.turn &&
  JSON.stringify(a.print) === JSON.stringify(b.print);

/** A crop of another size about the same middle, moved inside where it sticks out. */
export function resized(crop: Crop, width: number, room: { proportion: number; reference: Reference }): Crop {
  const [x, y, w, h] = crop.box;
  const height = width / room.proportion;
  return fitted({ ...crop, box: [x + (w - width) / 2, y + (h - height) / 2, width, height] }, room);
}

/** The crop as of a photographed print, its corners a tenth inside; as of the picture itself where it was one. */
export function asPrint(crop: Crop, { proportion, reference }: { proportion: number; reference: Reference }): Crop {
  const { width: w, height: h } = reference;
  const print: Crop['print'] = crop.print
    ? null
    : [
        [w * 0.1, h * 0.1],
        [w * 0.9, h * 0.1],
        [w * 0.9, h * 0.9],
        [w * 0.1, h * 0.9],
      ];
  return insidePrint(print, { proportion, reference });
}

/** The largest crop inside a print. */
export function insidePrint(
  print: Crop['print'],
  { proportion, reference }: { proportion: number; reference: Reference },
): Crop {
  return { box: [...largestBox(cropBase({ print }, reference), { proportion, turn: 0 })], turn: 0, print };
}
