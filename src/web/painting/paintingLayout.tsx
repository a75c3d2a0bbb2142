import { Link, Navigate, Outlet, useLocation, useNavigate, useOutletContext, useParams } from 'react-router';
import { useState } from 'react';
import type { PaintingDetail } from '../../contract';
import { usePainting } from '../api/queries';
import { useKeys } from '../keyboard';
import { roomInWords, STUDIO_TEXT } from '../../core/words';
import { usePageTitle } from '../ui/pageTitle';
import { ProblemNote } from '../ui/problem';
import { Arrival, useEnteredRoom } from './arrival';
import { FoldingProvider } from './onlyPictures';
import { UndoLine } from './undoLine';
import { newestSession, nextOf } from '../words';

const latestRead = (detail: PaintingDetail) =>
  detail.sessions.filter(({ photos }) => photos.some(({ readingId }) => readingId)).at(-1)?.number ?? null;

/** Where each word of the navigation leads; null where there is nothing to see yet. */
function rooms(detail: PaintingDetail): { name: string; to: string | null }[] {
  const read = latestRead(detail);
  const photo = Math.max(1, newestSession(detail) + (detail.next === 'next-session' ? 1 : 0));
  const at = `/painting/${detail.painting.id}`;
  const begun = detail.reference !== null || detail.painting.setUp.from !== 'photograph';
  return [
    { name: 'Plan', to: `${at}/plan` },
    { name: 'Photo', to: begun ? `${at}/photo/${photo}` : null },
    { name: 'Wall', to: begun ? `${at}/wall/${read ?? 0}` : null },
    { name: 'Decide', to: read ? `${at}/decide/${read}` : null },
    { name: 'Progress', to: read ? `${at}/progress` : null },
  ];
}

const FOLDED = ['plan', 'photo'];

/** Whether only the pictures of a room show; E folds and unfolds. The wall has its own way to hang them. */
function useFolding(room: string | undefined) {
  const [folded, setFolded] = useState<string | null>(null);
  const alone = room !== undefined && folded === room;
  const fold = () => setFolded(alone ? null : (room ?? null));
  useKeys({ e: room && FOLDED.includes(room) ? fold : undefined });
  return { alone, fold };
}

export function PaintingLayout() {
  const { paintingId = '', session } = useParams();
  const { data, error } = usePainting(paintingId);
  const navigate = useNavigate();
  useEnteredRoom();
  const list = data ? rooms(data) : [];
  // A room is the same room whichever session hangs in it.
  const here = useLocation().pathname.split('/')[3];
  const room = list.find(({ name }) => name.toLowerCase() === here);
  usePageTitle(room && roomInWords(room.name, session), data?.painting.title);
  const go = (name: string) => {
    const to = list.find((room) => room.name === name)?.to;
    return to ? () => void navigate(to) : undefined;
  };
  useKeys({ w: go('Wall'), d: go('Decide'), p: go('Photo'), l: undefined, '?': () => void navigate('/marks') });
  const { alone, fold } = useFolding(here);
  return (
    <main className="page" data-alone={alone || undefined}>
      <a className="skip" href="#room">
        {STUDIO_TEXT.skip}
      </a>
      <header className="flex flex-wrap items-baseline justify-between gap-x-8">
        <h1>
          {data ? (
            <Link className="no-underline" to="/" title="Back to the studio">
              {data.painting.title}
            </Link>
          ) : (
            ' '
          )}
        </h1>
        <div className="min-w-0 flex-1 basis-64 max-lg:order-last">
          {data && <UndoLine journal={data.journal} paintingId={data.painting.id} />}
        </div>
        <nav className="words rooms" aria-label="Rooms of this painting">
          <Link className="word" to="/">
            Studio
          </Link>
          {list.map(({ name, to }) =>
            to ? (
              <Link key={name} className="word" to={to} aria-current={here === name.toLowerCase() ? 'page' : undefined}>
                {name}
              </Link>
            ) : (
              <span key={name} className="word" style={{ opacity: 0.6 }} aria-disabled="true">
                {name}
              </span>
            ),
          )}
          <Link className="word" to="/marks" title={STUDIO_TEXT.whatMarksMean} aria-label={STUDIO_TEXT.whatMarksMean}>
            <span className="max-sm:hidden">Marks</span>
            <span className="sm:hidden">?</span>
          </Link>
        </nav>
      </header>
      <ProblemNote error={data ? null : error} />
      {data && <Arrival key={paintingId} detail={data} />}
      <div id="room" tabIndex={-1} className="room">
        <FoldingProvider value={{ alone, fold, title: data?.painting.title ?? '' }}>
          {data && <Outlet context={data} />}
        </FoldingProvider>
      </div>
    </main>
  );
}

export const useDetail = () => useOutletContext<PaintingDetail>();

/** The photographs, where the address names no session: those of the newest. */
export function LatestPhoto() {
  const detail = useDetail();
  return <Navigate replace to={`/painting/${detail.painting.id}/photo/${Math.max(1, newestSession(detail))}`} />;
}

/** The wall, once something hangs there; before that, the next thing to do. */
export function PaintingHome() {
  const detail = useDetail();
  const read = latestRead(detail);
  return <Navigate replace to={read ? `/painting/${detail.painting.id}/wall/${read}` : nextOf(detail).to} />;
}
