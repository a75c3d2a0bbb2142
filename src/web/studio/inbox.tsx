import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { fileUrl, type PaintingSummary, type ResponseOf } from '../../contract';
import { call, type Refused } from '../api/client';
import { keys, useArrivals } from '../api/queries';
import { dayInWords, plural } from '../words';
import { ProblemNote } from '../ui/problem';

type Arrival = ResponseOf<'listArrivals'>['waiting'][number];

/** Puts arrivals into a painting (null = leaves them out), one after the other. */
function useSorting() {
  const client = useQueryClient();
  return useMutation<ResponseOf<'sortArrival'>, Refused, { id: string; paintingId: string | null }>({
    mutationFn: ({ id, paintingId }) => call('sortArrival', { params: { arrivalId: id }, body: { paintingId } }),
    onSuccess: (after) => {
      client.setQueryData(keys.arrivals, after);
      void client.invalidateQueries({ queryKey: keys.studio });
    },
  });
}

const isPicture = ({ problem }: Arrival) => problem === null;

/** What waits: photographs, or files that could not be taken in. */
function titleOf(waiting: readonly Arrival[]): string {
  const pictures = waiting.filter(isPicture).length;
  if (pictures > 0) return `${plural(pictures, 'photograph')} came through the inbox`;
  const refused = waiting.reduce((sum, { many }) => sum + many, 0);
  return refused > waiting.length ? 'In the inbox' : `${plural(refused, 'file')} of the inbox could not be taken in`;
}

/** The painting they are put into, and the button for all of them at once. */
function AllAtOnce({
  paintings,
  painting,
  many,
  busy,
  onPainting,
  onAll,
}: {
  paintings: readonly PaintingSummary[];
  painting: PaintingSummary;
  many: number;
  busy: boolean;
  onPainting: (id: string) => void;
  onAll: () => void;
}) {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-3">
      <label className="small">
        of{' '}
        <select value={painting.id} onChange={(e) => onPainting(e.target.value)}>
          {paintings.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <button className="btn" disabled={busy} onClick={onAll}>
        Put {many === 1 ? 'it' : `all ${many}`} into the {many === 1 ? 'session of its day' : 'sessions of their days'}
      </button>
    </p>
  );
}

/** One file that waits, or many alike as one line. */
function ArrivalCard({
  arrival,
  onPut,
  onLeaveOut,
}: {
  arrival: Arrival;
  /** null = there is no painting to put it into */
  onPut: (() => void) | null;
  onLeaveOut: () => void;
}) {
  const { id, fileName, many, problem, day, width, height } = arrival;
  return (
    <li style={many > 1 ? { maxWidth: 560 } : { width: 146 }}>
      {isPicture(arrival) && (
        <img
          src={fileUrl('arrivalPreview', id)}
          alt={fileName}
          className="block max-w-full"
          style={{ height: 104, aspectRatio: (width ?? 4) / (height ?? 3), objectFit: 'contain' }}
        />
      )}
      {many === 1 && (
        <p className="small mt-1 break-words">
          <b>{dayInWords(day)}</b> {fileName}
        </p>
      )}
      {problem && <p className="small">{problem}</p>}
      <p className="small flex gap-3">
        {isPicture(arrival) && onPut && (
          <button className="line" aria-label={`Put ${fileName} there`} onClick={onPut}>
            put it there
          </button>
        )}
        <button
          className="line"
          aria-label={many > 1 ? `Leave all ${many} out` : `Leave ${fileName} out`}
          onClick={onLeaveOut}
        >
          {many > 1 ? 'leave them out' : 'leave it out'}
        </button>
      </p>
    </li>
  );
}

/**
 * Photographs that came through the inbox folder: each goes to a painting, into the session of its day, or is left out.
 */
export function Inbox({ paintings }: { paintings: readonly PaintingSummary[] }) {
  const { data } = useArrivals();
  const [chosen, setChosen] = useState<string | null>(null);
  const sort = useSorting();
  if (!data) return null;
  const { waiting } = data;
  if (waiting.length === 0) return null;
  const painting = paintings.find(({ id }) => id === chosen) ?? paintings[0];
  const pictures = waiting.filter(isPicture);
  const putAll = async (paintingId: string) => {
    for (const { id } of pictures) await sort.mutateAsync({ id, paintingId });
  };
  return (
    <section className="slip mb-6" aria-label="Waiting in the inbox">
      <h2>{titleOf(waiting)}</h2>
      {painting && pictures.length > 0 && (
        <AllAtOnce
          paintings={paintings}
          painting={painting}
          many={pictures.length}
          busy={sort.isPending}
          onPainting={setChosen}
          onAll={() => void putAll(painting.id).catch(() => undefined)} // what is refused is said under the list
        />
      )}
      <ul className="mt-3 flex flex-wrap gap-4">
        {waiting.map((arrival) => (
          <ArrivalCard
            key={arrival.id}
            arrival={arrival}
            onPut={painting ? () => sort.mutate({ id: arrival.id, paintingId: painting.id }) : null}
            onLeaveOut={() => sort.mutate({ id: arrival.id, paintingId: null })}
          />
        ))}
      </ul>
      <ProblemNote error={sort.error} />
    </section>
  );
}
