import { useEffect, useRef, useState } from 'react';
import type { Job, Landmark, Painting, Photo } from '../../../contract';
import type { Point } from '../../../core/raster';
import { useAction, useJob, refresh } from '../../api/queries';
import type { Inquiry, Side } from './inquiry';
import type { Snap } from './useSnap';
import { useQueryClient } from '@tanstack/react-query';

/** The landmarks of a photograph while they are being shown, kept, and read anew. */
export function useLandmarks(
  painting: Painting,
  photo: Photo | undefined,
  { inquiry, snapped }: { inquiry: Inquiry } & Pick<Snap, 'snapped'>,
) {
  const client = useQueryClient();
  const [started, setStarted] = useState<Job | null>(null);
  const keep = useAction('setLandmarks', painting.id);
  const read = useAction('readPhoto', painting.id);
  const job = useJob(started, () => void refresh(client, painting.id));
  const landmarks = inquiry.landmarks ?? photo?.landmarks ?? [];
  // Landmarks that are being shown stay on what they were begun on, whatever another window keeps meanwhile.
  const begunOn = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (inquiry.landmarks === null) begunOn.current = photo?.versions.landmarks;
  }, [inquiry.landmarks, photo?.versions.landmarks]);
  return {
    landmarks,
    job,
    kept: inquiry.landmarks === null,
    error: keep.error ?? read.error,
    /** a tap on one picture, shares of it */
    tap([u, v]: Point, side: Side) {
      const at: Point = [u * painting.widthMm, v * painting.heightMm];
      if (side === 'plan') return inquiry.setWaiting(snapped(at, side));
      if (!inquiry.waiting) return;
      const [[px, py], [x, y]] = [inquiry.waiting, snapped(at, side)];
      const plain: Landmark = { name: '', plan: [px, py], painted: [x, y] };
      inquiry.setLandmarks([...landmarks, plain]);
      inquiry.setWaiting(null);
    },
    async keepAll() {
      if (!photo) return;
      await keep.mutateAsync({ params: { photoId: photo.id }, body: { landmarks }, on: begunOn.current });
      setStarted(await read.mutateAsync({ params: { photoId: photo.id } }));
      inquiry.setLandmarks(null);
    },
  };
}
