import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { fileUrl, type Deleted, type PaintingSummary, type ResponseOf } from '../../contract';
import { bringBackUntilInWords, STUDIO_TEXT } from '../../core/words';
import { call, type Refused } from '../api/client';
import { keys } from '../api/queries';
import { UndoLine } from '../painting/undoLine';
import { usePageTitle } from '../ui/pageTitle';
import { ProblemNote } from '../ui/problem';
import { dayInWords, plural, sizeInWords } from '../words';
import { useSettings } from '../settings';
import { Cover } from './cover';
import { useShelf } from './putPainting';

function Archived({ painting }: { painting: PaintingSummary }) {
  const { settings } = useSettings();
  const shelf = useShelf(painting.id);
  return (
    <li className="flex items-end gap-4 py-3">
      <Cover painting={painting} width="120px" />
      <div className="min-w-0">
        <h3 className="break-words">{painting.title}</h3>
        <p className="small">
          {sizeInWords(painting.widthMm, painting.heightMm, settings.units)}, {plural(painting.sessionCount, 'session')}
        </p>
        <button
          className="line"
          disabled={shelf.isPending}
          aria-label={`Take “${painting.title}” out of the archive`}
          onClick={() => shelf.mutate('studio')}
        >
          Take it out of the archive
        </button>
        <ProblemNote error={shelf.error} />
      </div>
    </li>
  );
}

function Gone({ deleted, busy, onBack }: { deleted: Deleted; busy: boolean; onBack: () => void }) {
  const { words, painting, photoId, at, until } = deleted;
  const name = [painting, words].filter(Boolean).join(': ');
  return (
    <li className="flex items-end gap-4 py-3">
      {painting && photoId && (
        <img src={fileUrl('photoPreview', photoId)} alt="" className="block w-[120px]" loading="lazy" />
      )}
      <div className="min-w-0">
        <h3 className="break-words">{name}</h3>
        <p className="small">{bringBackUntilInWords(dayInWords(at), dayInWords(until))}</p>
        <button className="line" disabled={busy} aria-label={`Bring back ${name}`} onClick={onBack}>
          Bring it back
        </button>
      </div>
    </li>
  );
}

/** Brings back what was deleted; everything shown is asked for anew. */
function useBringBack() {
  const client = useQueryClient();
  return useMutation<ResponseOf<'bringBack'>, Refused, string>({
    mutationFn: (deedId) => call('bringBack', { params: { deedId } }),
    onSuccess: (after) => {
      client.setQueryData(keys.putAway, after);
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.putAway[0] });
    },
  });
}

function Part({ title, words, children }: { title: string; words: string | null; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {words && <p className="serif mt-2">{words}</p>}
      <ul className="rows mt-2">{children}</ul>
    </section>
  );
}

/** What was archived, and what was deleted in the last thirty days: all of it can come back. */
export function PutAway() {
  usePageTitle('Archived and deleted');
  const { data, error } = useQuery({ queryKey: keys.putAway, queryFn: () => call('listPutAway') });
  const back = useBringBack();
  const { archived = [], deleted = [] } = data ?? {};
  return (
    <main className="page">
      <header className="mb-4 flex flex-wrap items-baseline gap-x-6">
        <h1>Archived and deleted</h1>
        {data && <UndoLine journal={data.journal} paintingId="" />}
        <Link className="line ml-auto" to="/">
          Studio
        </Link>
      </header>
      <ProblemNote error={error ?? back.error} />
      {data && (
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
          <Part title="In the archive" words={archived.length > 0 ? null : STUDIO_TEXT.nothingArchived}>
            {archived.map((painting) => (
              <Archived key={painting.id} painting={painting} />
            ))}
          </Part>
          <Part title="Deleted" words={deleted.length > 0 ? STUDIO_TEXT.deletedStay : STUDIO_TEXT.nothingDeleted}>
            {deleted.map((one) => (
              <Gone key={one.id} deleted={one} busy={back.isPending} onBack={() => back.mutate(one.id)} />
            ))}
          </Part>
        </div>
      )}
    </main>
  );
}
