import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import type { PaintingDetail } from '../../contract';
import { sessionReadInWords } from '../../core/words';

const readingsOf = ({ sessions }: PaintingDetail) =>
  sessions.flatMap(({ number, photos }) =>
    photos.flatMap(({ readingId }) => (readingId ? [{ number, readingId }] : [])),
  );

/** Says aloud, for who does not see the page, when a reading has come in. */
export function Arrival({ detail }: { detail: PaintingDetail }) {
  const known = useRef<ReadonlySet<string> | null>(null);
  const [said, say] = useState('');
  useEffect(() => {
    const readings = readingsOf(detail);
    const fresh = readings.filter(({ readingId }) => known.current && !known.current.has(readingId)).at(-1);
    known.current = new Set(readings.map(({ readingId }) => readingId));
    if (fresh) say(sessionReadInWords(fresh.number));
  }, [detail]);
  return (
    <p className="sr-only" role="status" data-testid="arrival">
      {said}
    </p>
  );
}

/**
 * A room that is entered is begun at its top, and where what was pressed has gone with the room before, the keyboard
 * goes on from it.
 */
export function useEnteredRoom(): void {
  const { pathname } = useLocation();
  const before = useRef(pathname);
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    window.scrollTo({ top: 0 });
    if (document.activeElement === document.body || document.activeElement === null)
      document.getElementById('room')?.focus({ preventScroll: true });
  }, [pathname]);
}
