import { useQuery } from '@tanstack/react-query';
import type { Photo } from '../../contract';
import { call } from '../api/client';
import { keys, useAction } from '../api/queries';
import { momentInWords, plural } from '../words';

/** Corners and greys the photograph had before: each can be used again. */
export function PhotoHistory({ paintingId, photo }: { paintingId: string; photo: Photo }) {
  const { data } = useQuery({
    queryKey: keys.history(paintingId, photo.id),
    queryFn: () => call('getHistory', { params: { photoId: photo.id } }),
  });
  const setCorners = useAction('setCorners', paintingId);
  const setGreys = useAction('setGreys', paintingId);
  const params = { photoId: photo.id };
  const corners = data?.corners.slice(1) ?? [];
  const greys = data?.greys.slice(1) ?? [];
  if (corners.length + greys.length === 0) return null;
  return (
    <details className="small mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
      <summary className="cursor-pointer">What was set before ({corners.length + greys.length})</summary>
      <ul className="mt-1">
        {corners.map(({ at, from, corners: shown }) => (
          <li key={`corners ${at}`} className="py-1">
            corners {from === 'found' ? 'as found' : 'as shown'}, {momentInWords(at)}{' '}
            <button className="line" onClick={() => setCorners.mutate({ params, body: { corners: shown } })}>
              use these again
            </button>
          </li>
        ))}
        {greys.map(({ at, card, greys: shown }) => (
          <li key={`greys ${at}`} className="py-1">
            {shown.length === 0 ? 'no greys' : card ? 'the card’s greys' : plural(shown.length, 'grey')},{' '}
            {momentInWords(at)}{' '}
            <button className="line" onClick={() => setGreys.mutate({ params, body: { greys: shown } })}>
              use {shown.length === 1 ? 'it' : 'them'} again
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
