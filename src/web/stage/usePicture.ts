import { useQuery } from '@tanstack/react-query';
import { releaseProxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Aids } from '../../core/look';
import type { AidsApi } from '../workers/aidsWorker';
import { AIDS_PX } from './aidState';
import { KEPT_SHORT, loadPixels, pictureKey } from './pixels';

/** A picture ready to draw and to read spots from. */
export interface LoadedPicture {
  readonly bitmap: ImageBitmap;
  readonly pixels: ImageData;
  readonly url: string;
}

const pathOf = (url: string | null) => url?.split('?')[0];

/**
 * Loads a picture; null until it is there or when there is none. A newer version of the same picture takes its place
 * once it is there.
 */
export function usePicture(url: string | null): { picture: LoadedPicture | null; failed: boolean } {
  const { data, isError } = useQuery({
    queryKey: pictureKey(url),
    queryFn: async ({ signal }): Promise<LoadedPicture> => ({
      ...(await loadPixels(url ?? '', signal)),
      url: url ?? '',
    }),
    enabled: url !== null,
    ...KEPT_SHORT,
    placeholderData: (before) => (before && pathOf(before.url) === pathOf(url) ? before : undefined),
  });
  return { picture: (url !== null && data) || null, failed: isError };
}

function pixelsForAids({ bitmap }: LoadedPicture): ImageData | null {
  const scale = Math.min(1, AIDS_PX / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  context?.drawImage(bitmap, 0, 0, width, height);
  return context?.getImageData(0, 0, width, height) ?? null;
}

/** The picture through the looking aids, made in a worker; the plain bitmap where no aid is on. */
export function useThroughAids(picture: LoadedPicture | null, aids: Aids | null): ImageBitmap | null {
  const remote = useRef<Remote<AidsApi> | null>(null);
  const [through, setThrough] = useState<ImageBitmap | null>(null);
  const [ready, setReady] = useState<LoadedPicture | null>(null);
  useEffect(() => {
    if (!picture) return;
    const worker = new Worker(new URL('../workers/aidsWorker.ts', import.meta.url), { type: 'module' });
    const api = wrap<AidsApi>(worker);
    remote.current = api;
    const pixels = pixelsForAids(picture);
    if (pixels) void api.load(pixels.data, pixels.width, pixels.height).then(() => setReady(picture));
    return () => {
      remote.current = null;
      api[releaseProxy]();
      worker.terminate();
    };
  }, [picture]);
  const wanted = JSON.stringify(aids);
  useEffect(() => {
    if (!aids || !remote.current || ready !== picture) return setThrough(null);
    let current = true;
    const start = performance.now();
    void remote.current.through(aids).then((bitmap) => {
      if (!current) return bitmap?.close();
      setThrough(bitmap);
      performance.measure('revlin-lens', { start });
    });
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- aids are compared by what they say
  }, [wanted, ready, picture]);
  if (!picture) return null;
  return aids ? (through ?? picture.bitmap) : picture.bitmap;
}
