import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { fileUrl, type DeedDone, type PaintingSummary, type ResponseOf } from '../../contract';
import { call, type Refused } from '../api/client';
import { keys, useArrivals } from '../api/queries';
import { dayInWords, plural } from '../words';
import { ProblemNote } from '../ui/problem';
import { UndoLine } from '../painting/undoLine';

type Arrival = ResponseOf<'listArrivals'>['waiting'][number];

const FRESH_MS = 24 * 3600_000; // so long leaving out can be undone on this page; the journal keeps it
const isFresh = (deed: DeedDone | null) => deed !== null && Date.now() - Date.parse(deed.at) < FRESH_MS;

/**
 * Photographs that came through the inbox folder: each goes to a painting, into the session of its day, or is left out.
 */
export function Inbox({ paintings }: { paintings: readonly PaintingSummary[] }) {
  const { data } = useArrivals();
  const client = useQueryClient();
  const [chosen, setChosen] = useState<string | null>(null);
  const sort = useMutation<ResponseOf<'sortArrival'>, Refused, { id: string; paintingId: string | null }>({
    mutationFn: ({ id, paintingId }) => call('sortArrival', { params: { arrivalId: id }, body: { paintingId } }),
    onSuccess: (after) => {
      client.setQueryData(keys.arrivals, after);
      void client.invalidateQueries({ queryKey: keys.studio });
    },
  });
  if (!data) return null;
  const { undo, redo } = data.journal;
  const line = [undo, redo].some(isFresh) && <UndoLine journal={data.journal} paintingId="" />;
  if (data.waiting.length === 0) return line || null;
  const painting = paintings.find(({ id }) => id === chosen) ?? paintings[0];
  const pictures = data.waiting.filter(({ problem }) => problem === null);
  const refused = data.waiting.reduce((sum, { problem, many }) => sum + (problem === null ? 0 : many), 0);
  const everyOne = async (list: readonly Arrival[], paintingId: string | null) => {
    for (const { id } of list) await sort.mutateAsync({ id, paintingId });
  };
  return (
    <section className="slip mb-6" aria-label="Waiting in the inbox">
      <h2>
        {pictures.length > 0
          ? `${plural(pictures.length, 'photograph')} came through the inbox`
          : refused > data.waiting.length
            ? 'In the inbox'
            : `${plural(refused, 'file')} of the inbox could not be taken in`}
      </h2>
      {painting && pictures.length > 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <label className="small">
            of{' '}
            <select value={painting.id} onChange={(e) => setChosen(e.target.value)}>
              {paintings.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          </label>
          <button className="btn" disabled={sort.isPending} onClick={() => void everyOne(pictures, painting.id)}>
            Put {pictures.length === 1 ? 'it' : `all ${pictures.length}`} into the{' '}
            {pictures.length === 1 ? 'session of its day' : 'sessions of their days'}
          </button>
        </p>
      )}
      <ul className="mt-3 flex flex-wrap gap-4">
        {data.waiting.map((arrival) => (
          <li key={arrival.id} style={arrival.many > 1 ? { maxWidth: 560 } : { width: 146 }}>
            {arrival.problem === null && (
              <img
                src={fileUrl('arrivalPreview', arrival.id)}
                alt={arrival.fileName}
                className="block max-w-full"
                style={{ height: 104, aspectRatio: (arrival.width ?? 4) / (arrival.height ?? 3), objectFit: 'contain' }}
              />
            )}
            {arrival.many === 1 && (
              <p className="small mt-1 break-words">
                <b>{dayInWords(arrival.day)}</b> {arrival.fileName}
              </p>
            )}
            {arrival.problem && <p className="small">{arrival.problem}</p>}
            <p className="small flex gap-3">
              {arrival.problem === null && painting && (
                <button
                  className="line"
                  aria-label={`Put ${arrival.fileName} there`}
                  onClick={() => sort.mutate({ id: arrival.id, paintingId: painting.id })}
                >
                  put it there
                </button>
              )}
              <button
                className="line"
                aria-label={arrival.many > 1 ? `Leave all ${arrival.many} out` : `Leave ${arrival.fileName} out`}
                onClick={() => sort.mutate({ id: arrival.id, paintingId: null })}
              >
                {arrival.many > 1 ? 'leave them out' : 'leave it out'}
              </button>
            </p>
          </li>
        ))}
      </ul>
      <ProblemNote error={sort.error} />
      {line}
    </section>
  );
}
