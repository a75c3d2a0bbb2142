import { releaseProxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { FindingOfReading, Painting } from '../../contract';
import type { Taken } from '../../core/look';
import type { Point } from '../../core/raster';
import { faceOf } from '../faces/faces';
import type { LoadedPicture } from '../stage/usePicture';
import type { WhatIfApi } from '../workers/whatIfWorker';

/** What taking a finding out does to the place, where the painting has it; null = it cannot be taken out. */
export function takenOf(finding: FindingOfReading, movedAt: (at: Point) => Point): Taken | null {
  const { kind, place } = finding;
  const change = faceOf(kind).takenOut(finding);
  if (!change) return null;
  const outlines = place.outlines.map((outline) =>
    outline.map(([x, y]): Point => {
      const [dx, dy] = movedAt([x, y]);
      return [x + dx, y + dy];
    }),
  );
  return { place: { outlines }, ...change };
}

function hire() {
  const thread = new Worker(new URL('../workers/whatIfWorker.ts', import.meta.url), { type: 'module' });
  return { thread, api: wrap<WhatIfApi>(thread) };
}

/** The flat as it would look without some differences; null while there are none, or while it is being repainted. */
export function useWhatIf(
  flat: LoadedPicture | null,
  taken: readonly Taken[],
  { widthMm }: Painting,
): LoadedPicture | null {
  const hired = useRef<{ thread: Worker; api: Remote<WhatIfApi> } | null>(null);
  const [picture, setPicture] = useState<LoadedPicture | null>(null);
  useEffect(
    () => () => {
      hired.current?.api[releaseProxy]();
      hired.current?.thread.terminate();
      hired.current = null;
    },
    [],
  );
  const name = flat && taken.length > 0 ? `${flat.url}#${JSON.stringify(taken)}` : '';
  useEffect(() => {
    if (!flat || !name) return setPicture(null);
    let current = true;
    // The worker is started when it is first wanted: most looks at the wall never ask.
    hired.current ??= hire();
    const { width, height, data } = flat.pixels;
    void hired.current.api.repaint(data, { width, height, mmPerPixel: widthMm / width }, taken).then(async (bytes) => {
      const pixels = new ImageData(bytes, width, height);
      const bitmap = await createImageBitmap(pixels);
      if (current) setPicture({ bitmap, pixels, url: name });
    });
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- repainted by what it is made of
  }, [name]);
  return picture;
}
