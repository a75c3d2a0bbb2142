import { useEffect, useRef, useState } from 'react';
import type { Job, Landmark, Painting, Photo } from '../../../contract';
import { snapToContour } from '../../../core/look';
import type { Point } from '../../../core/raster';
import { useAction, useJob, refresh } from '../../api/queries';
import type { LoadedPicture } from '../../stage/usePicture';
import type { Inquiry, Side } from './inquiry';
import { useQueryClient } from '@tanstack/react-query';

const SNAP_MM = 3;

/** The landmarks of a photograph while they are being shown, kept, and read anew. */
export function useLandmarks(
  painting: Painting,
  photo: Photo | undefined,
  { inquiry, plan, flat }: { inquiry: Inquiry; plan: LoadedPicture | null; flat: LoadedPicture | null },
) {
  const client = useQueryClient();
  const [snap, setSnap] = useState(true);
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
  const snapped = (at: Point, picture: LoadedPicture | null): [number, number] => {
    if (!snap || !picture) return [at[0], at[1]];
    const { width, height, data } = picture.pixels;
    const perMm = width / painting.widthMm;
    const [x, y] = snapToContour(
      data,
      { width, height },
      { at: [at[0] * perMm, at[1] * perMm], reach: SNAP_MM * perMm },
    );
    return [x / perMm, y / perMm];
  };
  return {
    landmarks,
    snap,
    setSnap,
    job,
    kept: inquiry.landmarks === null,
    error: keep.error ?? read.error,
    /** a tap on one picture, shares of it */
    tap([u, v]: Point, side: Side) {
      const at: Point = [u * painting.widthMm, v * painting.heightMm];
      if (side === 'plan') return inquiry.setWaiting(snapped(at, plan));
      if (!inquiry.waiting) return;
      const plain: Landmark = { name: '', plan: [inquiry.waiting[0], inquiry.waiting[1]], painted: snapped(at, flat) };
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
