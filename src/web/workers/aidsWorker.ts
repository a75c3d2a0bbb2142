import { expose, transfer } from 'comlink';
import { applyAids, type Aids } from '../../core/look';

interface Pixels {
  readonly rgba: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}
let shown: Pixels | null = null;
/** The same at half the size: what is squinted at needs no more. */
let halved: Pixels | null = null;

function halve({ rgba, width, height }: Pixels): Pixels {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Uint8ClampedArray(w * h * 4);
  for (let y = 0, o = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const i = 4 * (2 * y * width + 2 * x);
      const below = i + 4 * width;
      for (let c = 0; c < 4; c++)
        out[o++] = (rgba[i + c] + rgba[i + 4 + c] + rgba[below + c] + rgba[below + 4 + c]) / 4;
    }
  }
  return { rgba: out, width: w, height: h };
}

const api = {
  /** Keeps the pixels that the aids are applied to. */
  load(rgba: Uint8ClampedArray, width: number, height: number): void {
    shown = { rgba, width, height };
    halved = halve(shown);
  },
  /** The picture through the aids, as a bitmap ready to draw. */
  async through(aids: Aids): Promise<ImageBitmap | null> {
    if (!shown || !halved) return null;
    const [pixels, squintPx] = aids.squintPx > 4 ? [halved, aids.squintPx / 2] : [shown, aids.squintPx];
    const bytes = applyAids(pixels.rgba, pixels, { ...aids, squintPx });
    const bitmap = await createImageBitmap(new ImageData(bytes, pixels.width, pixels.height));
    return transfer(bitmap, [bitmap]);
  },
};
export type AidsApi = typeof api;
expose(api);
