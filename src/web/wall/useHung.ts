import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { fileUrl, type PaintingDetail, type ReadingDetail } from '../../contract';
import { rangeOfPixels } from '../../core/look';
import { readSessions } from './hanging';
import { STUDIO_TEXT, WALL_TEXT } from '../../core/words';
import type { Fitted } from '../stage/aidState';
import { usePicture } from '../stage/usePicture';

const ANY_RANGE = { darkest: 1.6, lightest: 9.3 };

/** What steps of value are fitted to: the plan's range, and where its tones part, as set or as found. */
export function useFitted(
  pixels: ImageData | undefined,
  { plan }: PaintingDetail,
  reading: ReadingDetail | undefined,
): Fitted {
  const range = useMemo(() => (pixels ? rangeOfPixels(pixels.data) : ANY_RANGE), [pixels]);
  const tones = plan?.pattern.splits ?? reading?.account?.patterns.tones.splits;
  return useMemo(() => ({ range, tones }), [range, tones]);
}

const flatUrl = (photo: { id: string; readingId: string | null } | undefined) =>
  photo ? fileUrl('flat', photo.id, { r: photo.readingId }) : null;

/** The pictures that hang: on the left the plan or an earlier session, on the right the flat of this one. */
export function useHung(detail: PaintingDetail, number: number) {
  const [search, setSearch] = useSearchParams();
  const read = readSessions(detail);
  const others = read.map((one) => one.number).filter((n) => n !== number);
  const wanted = Number(search.get('beside'));
  const beside = others.includes(wanted) ? wanted : null;
  const photoOf = (n: number | null) => read.find((one) => one.number === n)?.photo;
  const { painting, plan, reference } = detail;
  const planUrl = reference ? fileUrl('plan', painting.id, { v: plan?.version }) : null;
  const { picture: planned } = usePicture(planUrl);
  const { picture: earlier } = usePicture(beside === null ? null : flatUrl(photoOf(beside)));
  const { picture: flat, failed } = usePicture(flatUrl(photoOf(number)));
  const put = (name: string, value: string | null) =>
    setSearch(
      (now) => {
        if (value === null) now.delete(name);
        else now.set(name, value);
        return now;
      },
      { replace: true },
    );
  return {
    photo: photoOf(number),
    planned,
    left: beside === null ? planned : earlier,
    flat,
    flatAwaited: failed ? STUDIO_TEXT.noAnswer : photoOf(number) ? undefined : WALL_TEXT.nothingPhotographed,
    beside,
    others,
    search,
    put,
  };
}
