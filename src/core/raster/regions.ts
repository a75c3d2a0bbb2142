/** Connected regions (4-neighbours) of pixels that share a label; -1 pixels belong to none. */
export interface Regions {
  /** region index of each pixel, -1 = none */
  readonly of: Int32Array;
  readonly sizes: number[];
  /** a pixel index inside each region */
  readonly seeds: number[];
}

/** Labels connected areas of equal, non-negative key. @param key row-major, width x height; negative = background */
export function connectedRegions(key: Int32Array | Int8Array | Int16Array, width: number): Regions {
  const of = new Int32Array(key.length).fill(-1);
  const stack = new Int32Array(key.length);
  const sizes: number[] = [];
  const seeds: number[] = [];
  for (let start = 0; start < key.length; start++) {
    const own = key[start];
    if (own < 0 || of[start] >= 0) continue;
    const label = sizes.length;
    let [top, size] = [1, 0];
    stack[0] = start;
    of[start] = label;
    while (top > 0) {
      const i = stack[--top];
      size++;
      const x = i % width;
      if (x > 0 && key[i - 1] === own && of[i - 1] < 0) {
        of[i - 1] = label;
        stack[top++] = i - 1;
      }
      if (x < width - 1 && key[i + 1] === own && of[i + 1] < 0) {
        of[i + 1] = label;
        stack[top++] = i + 1;
      }
      if (i >= width && key[i - width] === own && of[i - width] < 0) {
        of[i - width] = label;
        stack[top++] = i - width;
      }
      if (i + width < key.length && key[i + width] === own && of[i + width] < 0) {
        of[i + width] = label;
        stack[top++] = i + width;
      }
    }
    sizes.push(size);
    seeds.push(start);
  }
  return { of, sizes, seeds };
}
