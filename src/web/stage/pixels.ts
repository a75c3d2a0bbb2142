import { STUDIO_TEXT } from '../../core/words';

/**
 * How long pictures are kept: what an address gives never changes, so nothing is asked twice; they take tens of
 * megabytes each and are let go of soon after the last screen that shows them.
 */
export const KEPT_SHORT = { staleTime: Infinity, gcTime: 20_000, retry: false, structuralSharing: false } as const;

export const pictureKey = (url: string | null) => ['picture', url] as const;

/** A picture's bitmap and its pixels, as they are in the file. @throws where the address gives no picture */
export async function loadPixels(
  url: string,
  signal: AbortSignal,
): Promise<{ readonly bitmap: ImageBitmap; readonly pixels: ImageData }> {
  const response = await fetch(url, { signal });
  if (!response.ok) throw new Error(String(response.status));
  const bitmap = await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error(STUDIO_TEXT.cannotDraw);
  context.drawImage(bitmap, 0, 0);
  return { bitmap, pixels: context.getImageData(0, 0, bitmap.width, bitmap.height) };
}
