import { usePageTitle } from '../ui/pageTitle';
import { standingInWords, STUDIO_TEXT } from '../../core/words';
import { Link, useNavigate } from 'react-router';
import { isAfter, subDays } from 'date-fns';
import type { DeedDone, PaintingSummary } from '../../contract';
import { useArrivals, useAction, useStudio } from '../api/queries';
import { useKeys } from '../keyboard';
import { useSettings } from '../settings';
import { UndoLine } from '../painting/undoLine';
import { Cover } from './cover';
import { Inbox } from './inbox';
import { PutPainting } from './putPainting';
import { SampleOffer } from './sampleOffer';
import { ProblemNote } from '../ui/problem';
import { SurroundChoice } from '../ui/surround';
import { Unclaimed } from './unclaimed';
import { dayInWords, nextStep, plural, sizeInWords } from '../words';

function standing({
  latestSession,
  latestDate,
  undecided,
  openCorrections: open,
  doneCorrections: done,
  next,
}: PaintingSummary): string {
  if (next === 'add-reference') return STUDIO_TEXT.noReference;
  if (latestSession === 0) return STUDIO_TEXT.referenceHangs;
  const day = latestDate ? dayInWords(latestDate) : null;
  return standingInWords({ session: latestSession, day, undecided, open, done });
}

/** What is known of a painting, beside its cover. */
function Facts({ painting }: { painting: PaintingSummary }) {
  const { settings } = useSettings();
  return (
    <dl className="mt-7 grid grid-cols-[auto_1fr] gap-x-5 gap-y-2 border-t pt-4" style={{ borderColor: 'var(--rule)' }}>
      <dt className="font-semibold">Canvas</dt>
      <dd>
        {sizeInWords(painting.widthMm, painting.heightMm, settings.units)}, {plural(painting.sessionCount, 'session')}
      </dd>
      {painting.drewMe && (
        <>
          <dt className="font-semibold">What drew you</dt>
          <dd className="serif italic">“{painting.drewMe}”</dd>
        </>
      )}
    </dl>
  );
}

function OnEasel({ painting }: { painting: PaintingSummary }) {
  const step = nextStep(painting.id, painting.next, painting);
  const wide = Math.min(560, 420 * (painting.widthMm / painting.heightMm));
  return (
    <section className="ledge flex flex-wrap items-end gap-x-10 gap-y-5" aria-label="On the easel">
      <div className="max-w-full" style={{ width: wide }}>
        <Link to={`/painting/${painting.id}`}>
          <Cover painting={painting} width="100%" />
        </Link>
      </div>
      <div className="max-w-[600px] flex-1 self-start pb-6" style={{ minWidth: 'min(320px, 100%)' }}>
        <p>On the easel</p>
        <h1 className="mt-1" style={{ fontSize: '2.25rem', lineHeight: '2.75rem' }}>
          {painting.title}
        </h1>
        <p className="serif mt-3" style={{ fontSize: '1.125rem', lineHeight: '1.75rem' }}>
          {standing(painting)}
        </p>
        <p className="mt-6 flex flex-wrap items-center gap-6">
          <Link className="btn act" to={step.to} style={{ minHeight: 52 }}>
            {step.words} <kbd>{step.hotkey}</kbd>
          </Link>
          {painting.latestPhotoId && (
            <Link className="line" to={`/painting/${painting.id}/wall/${painting.latestSession}`}>
              Look at the wall
            </Link>
          )}
          <PutPainting painting={painting} />
        </p>
        <Facts painting={painting} />
      </div>
    </section>
  );
}

function PutOnEasel({ id, title }: { id: string; title: string }) {
  const put = useAction('putOnEasel', id);
  return (
    <button
      className="line"
      aria-label={`Put “${title}” on the easel`}
      onClick={() => put.mutate({ params: { paintingId: id } })}
    >
      Put it on the easel
    </button>
  );
}

function AgainstWall({ paintings }: { paintings: PaintingSummary[] }) {
  const { settings } = useSettings();
  return (
    <section className="ledge mt-6 flex flex-wrap items-end gap-x-10 gap-y-6" aria-label="Against the wall">
      {paintings.map((painting) => (
        <div key={painting.id} className="flex w-full items-end gap-5 sm:w-auto">
          <div className="flex w-40 shrink-0 justify-end sm:w-auto">
            <Cover
              painting={painting}
              width={`${Math.round(Math.min(200, 160 * Math.sqrt(painting.widthMm / painting.heightMm)))}px`}
            />
          </div>
          <div className="max-w-64 pb-3">
            <h2>
              <Link to={`/painting/${painting.id}`} className="no-underline">
                {painting.title}
              </Link>
            </h2>
            <p className="small">{sizeInWords(painting.widthMm, painting.heightMm, settings.units)}</p>
            <p className="serif my-2">{standing(painting)}</p>
            <p className="flex flex-wrap gap-x-5">
              <Link className="line font-semibold" to={nextStep(painting.id, painting.next, painting).to}>
                {nextStep(painting.id, painting.next, painting).words}
              </Link>
              <PutOnEasel id={painting.id} title={painting.title} />
              <PutPainting painting={painting} />
            </p>
          </div>
        </div>
      ))}
      <Link
        to="/new"
        className="btn w-full sm:ml-auto sm:w-auto"
        style={{ borderStyle: 'dashed', borderBottom: 0, minHeight: 132, minWidth: 164 }}
      >
        New painting <kbd>N</kbd>
      </Link>
    </section>
  );
}

function FirstVisit() {
  return (
    <section className="m-auto max-w-xl text-center">
      <h1 style={{ fontSize: '2.25rem', lineHeight: '2.75rem' }}>An empty studio</h1>
      <p className="serif mt-3 mb-6" style={{ fontSize: '1.125rem', lineHeight: '1.75rem' }}>
        {STUDIO_TEXT.emptyStudio}
      </p>
      <Link className="btn act" to="/new">
        New painting <kbd>N</kbd>
      </Link>
      <SampleOffer />
    </section>
  );
}

/** For a day leaving out, archiving and deleting can be undone on this page; the journal keeps it longer. */
const isFresh = (deed: DeedDone | null) => deed !== null && isAfter(deed.at, subDays(new Date(), 1));

/** Opening the application lands on the picture that is on the easel. */
export function Studio() {
  usePageTitle('Studio');
  const { data, error } = useStudio();
  const { data: arrivals } = useArrivals();
  const navigate = useNavigate();
  const easel = data?.[0];
  const go = (to: string | undefined) => to && void navigate(to);
  useKeys({
    n: () => go('/new'),
    d: easel && (() => go(`/painting/${easel.id}/decide/${easel.latestSession}`)),
    p: easel && (() => go(nextStep(easel.id, easel.next === 'decide' ? 'next-session' : easel.next, easel).to)),
    w: easel && (() => go(`/painting/${easel.id}`)),
    Enter: easel && (() => go(nextStep(easel.id, easel.next, easel).to)),
    '?': () => go('/marks'),
  });
  return (
    <main className="page">
      <header className="mb-6 flex items-baseline justify-between">
        <p className="serif" style={{ fontSize: '1.25rem' }}>
          Revlin
        </p>
        <nav className="words" aria-label="Rooms">
          <span className="word" aria-current="page">
            Studio
          </span>
          <Link className="word" to="/marks">
            Marks and keys
          </Link>
        </nav>
      </header>
      <ProblemNote error={error} />
      {arrivals && [arrivals.journal.undo, arrivals.journal.redo].some(isFresh) && (
        <div className="mb-3">
          <UndoLine journal={arrivals.journal} paintingId="" />
        </div>
      )}
      {data &&
        (easel ? (
          <>
            <Inbox paintings={data} />
            <OnEasel painting={easel} />
            <AgainstWall paintings={data.slice(1)} />
          </>
        ) : (
          <FirstVisit />
        ))}
      <Unclaimed />
      <footer className="mt-auto flex flex-wrap items-baseline justify-between gap-3 pt-4">
        <span className="small">
          {STUDIO_TEXT.keptHere}{' '}
          <span title={arrivals?.folder} hidden={!arrivals}>
            {STUDIO_TEXT.inboxFolder}
          </span>
        </span>
        <Link className="line small" to="/put-away">
          Archived and deleted
        </Link>
        <SurroundChoice />
      </footer>
    </main>
  );
}
