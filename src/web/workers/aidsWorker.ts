import { expose, transfer } from 'comlink';
import { applyAids, type Aids } from '../../core/look';

let shown: { rgba: Uint8ClampedArray; width: number; height: number } | null = null;

const api = {
  /** Keeps the pixels that the aids are applied to. */
  load(rgba: Uint8ClampedArray, width: number, height: number): void {
    shown = { rgba, width, height };
  },
  /** The picture through the aids, as a bitmap ready to draw. */
  async through(aids: Aids): Promise<ImageBitmap | null> {
    if (!shown) return null;
    const bytes = applyAids(shown.rgba, shown, aids);
    const bitmap = await createImageBitmap(new ImageData(bytes, shown.width, shown.height));
    return transfer(bitmap, [bitmap]);
  },
};
export type AidsApi = typeof api;
expose(api);
