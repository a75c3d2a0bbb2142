function spreadRow(
  out: Uint8Array,
  from: Uint8Array,
  { first, width, wanted }: { first: number; width: number; wanted: 0 | 1 },
): void {
  const last = first + width - 1;
  for (let i = first; i <= last; i++) {
    if (from[i] === wanted) continue;
    const left = i > first ? from[i - 1] : 0;
    const right = i < last ? from[i + 1] : 0;
    const above = first > 0 ? from[i - width] : 0;
    const below = last + 1 < from.length ? from[i + width] : 0;
    if (left === wanted || right === wanted || above === wanted || below === wanted) out[i] = wanted;
  }
}

/** Every cell with a neighbour of the wanted kind becomes it; outside the canvas is 0. */
function spread(from: Uint8Array, wanted: 0 | 1, width: number): Uint8Array {
  const out = from.slice();
  for (let first = 0; first < from.length; first += width) spreadRow(out, from, { first, width, wanted });
  return out;
}

/**
 * Marked cells left after what is no wider than twice so many cells is rubbed out (erosion, then dilation).
 * @param cells 1 = marked, row-major; what lies outside is not
 */
export function opened(cells: Uint8Array, width: number, thin: number): Uint8Array {
  let out = cells;
  for (let step = 0; step < thin; step++) out = spread(out, 0, width);
  for (let step = 0; step < thin; step++) out = spread(out, 1, width);
  for (let i = 0; i < out.length; i++) out[i] &= cells[i];
  return out;
}
