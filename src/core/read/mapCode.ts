import type { DifferenceMap } from './differenceMap';

/** A map of differences without its size on the canvas, as it crosses a wall. */
export type CodedMap = Omit<DifferenceMap, 'mmPerPixel'>;

const MIDDLE = 128; // the code of no difference
const PER = { value: 20, warmth: 4, chroma: 4 }; // codes a step, and a unit of a*b*
const CHANNELS = ['value', 'warmth', 'chroma'] as const;

/**
 * A map as pixels, three bytes each, twice its height: above, red = value, green = warmth, blue = chroma; below, how
 * far each cell is to be
 * trusted (255 = wholly). Differences beyond 6 steps or 31 units are cut off.
 */
export function pixelsOfMap(map: CodedMap): { width: number; height: number; data: Uint8Array } {
  const { width, height, trust } = map;
  const count = width * height;
  const data = new Uint8Array(6 * count);
  const code = (v: number) => Math.min(255, Math.max(0, Math.round(MIDDLE + v)));
  for (let i = 0; i < count; i++) {
    CHANNELS.forEach((channel, c) => (data[3 * i + c] = code(PER[channel] * map[channel][i])));
    data.fill(Math.round(255 * trust[i]), 3 * (count + i), 3 * (count + i) + 3);
  }
  return { width, height: 2 * height, data };
}

/** The map that {@link pixelsOfMap} has written. @param channels bytes a pixel: 3, or 4 where transparency was added */
export function mapOfPixels(
  data: Uint8Array | Uint8ClampedArray,
  { width, height, channels }: { width: number; height: number; channels: 3 | 4 },
): CodedMap {
  const count = (width * height) / 2;
  const [value, warmth, chroma] = CHANNELS.map((channel, c) =>
    Float32Array.from({ length: count }, (_, i) => (data[channels * i + c] - MIDDLE) / PER[channel]),
  );
  const trust = Float32Array.from({ length: count }, (_, i) => data[channels * (count + i)] / 255);
  return { width, height: height / 2, value, warmth, chroma, trust };
}
