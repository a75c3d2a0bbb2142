import { boxOf, pixelsIn, type Place } from './place';

const CELL_MM = 2;

/** Share of a place that lies within another or no more than so many mm beside it, to cells of 2 mm. */
export function shareWithin(place: Place, other: Place, besideMm: number): number {
  const box = boxOf({ outlines: [...place.outlines, ...other.outlines] });
  if (!box) return 0;
  const reach = Math.floor(besideMm / CELL_MM);
  const [width, height] = [box[0] + box[2], box[1] + box[3]].map((mm) => Math.ceil(mm / CELL_MM) + 1);
  const grid = { width, height, mmPerPixel: CELL_MM };
  const near = new Uint8Array(width * height);
  for (const i of pixelsIn(other, grid)) {
    const [x, y] = [i % width, Math.floor(i / width)];
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
      near.fill(1, v * width + Math.max(0, x - reach), v * width + Math.min(width - 1, x + reach) + 1);
  }
  const own = pixelsIn(place, grid);
  return own.length === 0 ? 0 : own.filter((i) => near[i]).length / own.length;
}
