import { DECIDE_TEXT, noSessionInWords, notReadInWords, takenInWords, toDecideInWords } from '../../core/words';
import { useEffect, useRef } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { fileUrl, type PaintingDetail, type ReadingDetail } from '../../contract';
import { useReading } from '../api/queries';
import { DecisionSlip } from './decisionSlip';
import { FindingList } from './findingList';
import { OwnCorrectionForm } from './ownCorrection';
import { ProblemNote } from '../ui/problem';
import { useGuessing } from '../painting/guessing';
import { NotHere } from '../painting/notHere';
import { UndoLine } from '../painting/undoLine';
import { PLAIN } from '../stage/aidState';
import { OutlineSoFar } from '../stage/outlining';
import { Pictures } from '../stage/pictures';
import { usePicture } from '../stage/usePicture';
import { useDesk, type DeskModel } from './useDesk';
import { useMoved } from '../stage/useMoved';
import { nextOf, NOTHING_TO_CORRECT, plural } from '../words';
import { useDetail } from '../painting/paintingLayout';

const FITTED = { range: { darkest: 0, lightest: 10 } };

interface Parts {
  readonly detail: PaintingDetail;
  readonly reading: ReadingDetail;
  readonly number: number;
  readonly desk: DeskModel;
}

const ownOf = ({ corrections }: PaintingDetail, number: number) =>
  corrections.filter((one) => one.own && one.open && one.sessionNumber === number);
const takenOf = ({ findings }: ReadingDetail) => findings.filter(({ decision }) => decision === 'taken').length;
const openOf = ({ findings }: ReadingDetail) => findings.filter(({ decision, loud }) => loud && !decision);

/** All findings of the session, and why it is painted. */
function Listed({ detail, reading, number, desk }: Parts) {
  const { findings } = reading;
  const { drewMe, setUp } = detail.painting;
  return (
    <div className="w-full lg:w-[16rem]">
      <h2 className="small-head">
        Session {number}
        {reading.planVersion !== null && `: ${plural(findings.filter(({ loud }) => loud).length, 'finding')}`}
      </h2>
      <p className="small">
        {findings.length > 0 &&
          toDecideInWords(takenOf(reading) + ownOf(detail, number).length, openOf(reading).length)}
      </p>
      <FindingList
        findings={findings}
        chosen={desk.chosen}
        onChoose={(index) => {
          desk.leave();
          desk.setChosen(index);
        }}
        own={ownOf(detail, number)}
      />
      {drewMe && (
        <p className="small mt-4">
          What drew you to it: <span className="serif">{drewMe}</span>
        </p>
      )}
      {setUp.wishes && (
        <p className="small mt-2">
          Wishes: <span className="serif">{setUp.wishes}</span>
        </p>
      )}
      <button className="line mt-4" onClick={desk.add}>
        Add your own correction <kbd>A</kbd>
      </button>
    </div>
  );
}

/** The chosen finding on both pictures. */
function Shown({ detail: { painting, plan, reference }, reading, number, desk }: Parts) {
  const { finding, chosen, view, setView, adding, outline } = desk;
  const { onFlat } = useMoved(reading);
  const { picture: planned } = usePicture(reference && fileUrl('plan', painting.id, { v: plan?.version }));
  const { picture: flat } = usePicture(fileUrl('flat', reading.photoId, { r: reading.id }));
  return (
    <Pictures
      painting={painting}
      plan={planned}
      flat={flat}
      aids={PLAIN}
      view={view}
      onView={setView}
      laid="side"
      alone={!reference}
      findings={finding ? [onFlat(finding)] : []}
      chosen={chosen}
      leaders={false}
      onDraw={adding ? outline.draw : undefined}
      layers={{ top: [(toPx) => <OutlineSoFar points={outline.points} toPx={toPx} />] }}
      fitted={FITTED}
      showFlat
      names={{ plan: <b>Plan</b>, flat: <b>Session {number}</b> }}
    />
  );
}

/** What is asked now: an own correction, the chosen finding, or nothing more. */
function Asked({ detail, reading, number, desk }: Parts) {
  const { finding, adding, deciding, outline, leave } = desk;
  if (adding)
    return (
      <OwnCorrectionForm
        points={outline.points}
        onClear={outline.clear}
        masses={reading.masses}
        checked={reading.planVersion !== null}
        canvas={detail.painting}
        busy={deciding.own.isPending}
        error={deciding.own.error}
        onLeave={leave}
        onKeep={(input) =>
          deciding.own.mutate(
            { params: { paintingId: detail.painting.id }, body: { photoId: reading.photoId, ...input } },
            { onSuccess: leave },
          )
        }
      />
    );
  if (!finding) return <AllDecided reading={reading} taken={takenOf(reading) + ownOf(detail, number).length} />;
  return (
    <DecisionSlip
      finding={finding}
      reading={reading}
      why={desk.why}
      onWhy={desk.setWhy}
      onDecide={desk.decide}
      onDepart={desk.depart}
    />
  );
}

function Desk({ detail, reading: kept, number }: Omit<Parts, 'desk'>) {
  const desk = useDesk(detail, kept);
  const { adding, finding, deciding } = desk;
  const { reading } = deciding;
  const pictures = useRef<HTMLDivElement>(null);
  // A long list of findings has scrolled them away: there is nothing to draw on out of sight.
  useEffect(() => {
    if (adding) pictures.current?.scrollIntoView({ block: 'start' });
  }, [adding]);
  const parts = { detail, reading, number, desk };
  const step = nextOf(detail, number);
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-x-10 gap-y-4">
      <Listed {...parts} />
      <div
        ref={pictures}
        className="flex min-w-0 flex-1 flex-col lg:sticky lg:top-0 lg:self-start"
        style={{ minWidth: 'min(560px, 100%)' }}
      >
        <Shown {...parts} />
        <section className="slip mt-4 flex flex-col" style={{ minHeight: 290 }} aria-live="polite">
          <Asked {...parts} />
          <ProblemNote error={deciding.error} />
          <div className="mt-3 flex flex-wrap items-center justify-between gap-4">
            {!adding && openOf(reading).length === 0 && !finding ? (
              <Link className="btn act" to={step.to}>
                {step.words} <kbd>{step.hotkey}</kbd>
              </Link>
            ) : null}
            <div className="max-w-full min-w-0 lg:hidden">
              <UndoLine journal={detail.journal} paintingId={detail.painting.id} second />
            </div>
          </div>
        </section>
      </div>
    </div>
  );
}

function AllDecided({ reading, taken }: { reading: ReadingDetail; taken: number }) {
  const nothing = reading.planVersion === null ? DECIDE_TEXT.nothingCompared : NOTHING_TO_CORRECT;
  return (
    <>
      <h2 style={{ fontSize: '1.5625rem', lineHeight: '2.125rem' }}>
        {reading.findings.length === 0 ? nothing : 'All decided.'}
      </h2>
      <p className="serif mt-2">{takenInWords(taken, reading.planVersion !== null)}</p>
    </>
  );
}

/** One finding at a time: take it, put it off, dismiss it, or add what only an eye sees. */
export function Decide() {
  const detail = useDetail();
  const number = Number(useParams().session);
  const session = detail.sessions.find((one) => one.number === number);
  const photo = session?.photos.filter(({ readingId }) => readingId).at(-1);
  const { data: reading, error } = useReading(detail.painting.id, photo?.id ?? null);
  const { waits } = useGuessing();
  // The guess is asked for on the wall.
  if (waits(photo)) return <Navigate replace to={`/painting/${detail.painting.id}/wall/${number}`} />;
  if (!photo)
    return <NotHere detail={detail} why={session ? notReadInWords(String(number)) : noSessionInWords(number)} />;
  return (
    <>
      <ProblemNote error={error} />
      {reading && <Desk key={reading.id} detail={detail} reading={reading} number={number} />}
    </>
  );
}
