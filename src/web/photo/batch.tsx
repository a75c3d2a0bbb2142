import { sortingInWords } from '../../core/words';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { PaintingDetail } from '../../contract';
import { call } from '../api/client';
import { refresh } from '../api/queries';
import { plural } from '../words';

interface Sorting {
  readonly all: number;
  readonly waiting: readonly File[];
  readonly refused: readonly { name: string; words: string }[];
  readonly known: number;
  readonly running: boolean;
}

/**
 * Takes in many photographs one after another; each goes into the session of its day. Stopped, it goes on where it
 * stopped.
 */
export function useBatch(paintingId: string) {
  const client = useQueryClient();
  const [state, setState] = useState<Sorting | null>(null);
  const stop = useRef(false);
  const run = async (files: readonly File[], before: Pick<Sorting, 'all' | 'refused' | 'known'>) => {
    stop.current = false;
    let now: Sorting = { ...before, waiting: files, running: true };
    const show = (change: Partial<Sorting>) => setState((now = { ...now, ...change }));
    show({});
    for (let [file, ...waiting] = now.waiting; file && !stop.current; [file, ...waiting] = now.waiting) {
      try {
        const body = { modified: new Date(file.lastModified).toISOString() };
        const { twin } = await call('sortPhoto', { params: { paintingId }, file, body });
        show({ waiting, known: now.known + (twin ? 1 : 0) });
      } catch (cause) {
        show({ waiting, refused: [...now.refused, { name: file.name, words: (cause as Error).message }] });
      }
      await refresh(client, paintingId);
    }
    show({ running: false });
  };
  return {
    state,
    start: (files: readonly File[]) => void run(files, { all: files.length, refused: [], known: 0 }),
    goOn: () => state && void run(state.waiting, state),
    stop: () => {
      stop.current = true;
    },
    close: () => setState(null),
  };
}

/** How far a batch is, what was refused, and the sessions whose corners the painter is asked for. */
export function BatchSlip({ batch, detail }: { batch: ReturnType<typeof useBatch>; detail: PaintingDetail }) {
  const { state } = batch;
  const looking = detail.sessions.flatMap(({ photos }) => photos).filter((photo) => photo.state === 'arrived').length;
  const asked = detail.sessions.filter(({ photos }) => photos.some((photo) => photo.state === 'asked'));
  const { id } = detail.painting;
  if (!state) return null;
  const done = state.all - state.waiting.length;
  return (
    <section className="slip mt-4 max-w-3xl" role="status" aria-label="Photographs being sorted">
      <h2>
        {state.running
          ? `Taking in photograph ${Math.min(done + 1, state.all)} of ${state.all}`
          : state.waiting.length > 0
            ? `Stopped after ${done} of ${state.all}`
            : `${plural(state.all - state.refused.length, 'photograph')} sorted into ${plural(detail.sessions.length, 'session')}`}
      </h2>
      <div className="my-2 h-2" style={{ border: '1px solid var(--ink)' }}>
        <div className="h-full" style={{ width: `${(100 * done) / state.all}%`, background: 'var(--ink)' }} />
      </div>
      <p className="small">{sortingInWords({ known: state.known, looking })}</p>
      {state.refused.map(({ name, words }) => (
        <p key={name} className="problem" role="alert">
          {words}
        </p>
      ))}
      {asked.length > 0 && (
        <p className="mt-2">
          Corners to show:{' '}
          {asked.map(({ number }) => (
            <Link key={number} className="line mr-3" to={`/painting/${id}/photo/${number}`}>
              session {number}
            </Link>
          ))}
        </p>
      )}
      <p className="mt-3 flex gap-4">
        {state.running && (
          <button className="btn" onClick={batch.stop}>
            Stop
          </button>
        )}
        {!state.running && state.waiting.length > 0 && (
          <button className="btn act" onClick={batch.goOn}>
            Go on with the {state.waiting.length} left
          </button>
        )}
        {!state.running && (
          <button className="btn" onClick={batch.close}>
            Close
          </button>
        )}
      </p>
    </section>
  );
}
