import { phoneCameInWords, phoneDoorInWords, strangerInWords } from '../../core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { PhoneState } from '../../contract';
import { call, type Refused } from '../api/client';
import { refresh } from '../api/queries';
import { ProblemNote } from '../ui/problem';

const KEY = ['phone'] as const;
const STRANGE = 6; // a code mistyped a few times is nothing to speak of

/** The door for this session's phone, if it is open; only an open one is asked again and again what came through. */
function useDoor(paintingId: string, session: number) {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () => call('getPhone'),
    refetchInterval: ({ state }) => (state.data ? 2000 : false),
  });
  const keep = (state: PhoneState | null) => client.setQueryData(KEY, state);
  return { mine: data && data.paintingId === paintingId && data.session === session ? data : null, keep };
}

/** Opens the studio to one phone in the same network. */
export function PhoneOpener({ paintingId, session }: { paintingId: string; session: number }) {
  const { mine, keep } = useDoor(paintingId, session);
  const open = useMutation<PhoneState, Refused>({
    mutationFn: () => call('openPhone', { params: { paintingId }, body: { session } }),
    onSuccess: keep,
  });
  if (mine) return null;
  return (
    <>
      <button className="line" onClick={() => open.mutate()}>
        with the phone
      </button>
      <ProblemNote error={open.error} />
    </>
  );
}

/** The square to scan, and what has come through. */
export function PhoneSlip({ paintingId, session }: { paintingId: string; session: number }) {
  const client = useQueryClient();
  const { mine, keep } = useDoor(paintingId, session);
  const close = useMutation<PhoneState | null, Refused>({ mutationFn: () => call('closePhone'), onSuccess: keep });
  const received = mine?.received ?? 0;
  useEffect(() => {
    if (received > 0) void refresh(client, paintingId);
  }, [received, client, paintingId]);
  if (!mine) return null;
  return (
    <section className="slip mt-4 flex max-w-xl flex-wrap gap-5" aria-label="With the phone">
      <img
        src={`data:image/svg+xml;utf8,${encodeURIComponent(mine.qr)}`}
        alt={`The address ${mine.url} as a square to scan`}
        width="180"
        height="180"
      />
      <div className="min-w-56 flex-1">
        <h2>Scan it with the phone</h2>
        <p className="small mt-1">{phoneDoorInWords(session)}</p>
        <p className="small mt-2 break-all">{mine.url}</p>
        <p className="mt-2" role="status">
          {phoneCameInWords(received)}
        </p>
        {mine.wrongCodes >= STRANGE && (
          <p className="small mt-2" role="alert">
            {strangerInWords(mine.wrongCodes)}
          </p>
        )}
        <button className="btn mt-3" onClick={() => close.mutate()}>
          Stop waiting
        </button>
      </div>
    </section>
  );
}
