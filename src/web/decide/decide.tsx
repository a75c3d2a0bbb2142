import { notReadInWords, takenInWords, toDecideInWords } from '../../core/words';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { fileUrl, type Decision, type FindingOfReading, type PaintingDetail, type ReadingDetail } from '../../contract';
import { useAction, useReading } from '../api/queries';
import { useKeys } from '../keyboard';
import { DecisionSlip, type Choice } from './decisionSlip';
import { FindingList } from './findingList';
import { OwnCorrectionForm } from './ownCorrection';
import { ProblemNote } from '../ui/problem';
import { UndoLine } from '../painting/undoLine';
import { PLAIN } from '../stage/aidState';
import { OutlineSoFar, useOutline } from '../stage/outlining';
import { Pictures } from '../stage/pictures';
import { usePicture } from '../stage/usePicture';
import { focusOn, WHOLE } from '../stage/view';
import { useMoved } from '../stage/useMoved';
import { nextOf, NOTHING_TO_CORRECT, plural } from '../words';
import { useDetail } from '../painting/paintingLayout';

/** What went wrong stands on the desk by itself (`deciding.error`); nothing goes on. */
const shown = () => undefined;
const RANGE = { darkest: 0, lightest: 10 };

/** What the painter says to the findings, one answer at a time. */
function useDeciding(detail: PaintingDetail, reading: ReadingDetail) {
  const decide = useAction('decide', detail.painting.id);
  const own = useAction('addCorrection', detail.painting.id);
  return {
    busy: decide.isPending || own.isPending,
    error: decide.error,
    own,
    say: (index: number, decision: Decision, why = '') =>
      decide.mutateAsync({ params: { photoId: reading.photoId, index }, body: { decision, why } }),
  };
}

function Desk({ detail, reading, number }: { detail: PaintingDetail; reading: ReadingDetail; number: number }) {
  const { painting, plan } = detail;
  const { findings } = reading;
  const [chosen, setChosen] = useState<number | null>(
    () => findings.find(({ decision, loud }) => loud && !decision)?.index ?? null,
  );
  const [view, setView] = useState(WHOLE);
  const [adding, setAdding] = useState(false);
  const pictures = useRef<HTMLDivElement>(null);
  // A long list of findings has scrolled them away: there is nothing to draw on out of sight.
  useEffect(() => {
    if (adding) pictures.current?.scrollIntoView({ block: 'start' });
  }, [adding]);
  const outline = useOutline();
  const deciding = useDeciding(detail, reading);
  const { onFlat } = useMoved(reading);
  const { picture: planned } = usePicture(fileUrl('plan', painting.id, { v: plan?.version }));
  const { picture: flat } = usePicture(fileUrl('flat', reading.photoId, { r: reading.id }));
  const finding = chosen === null ? null : findings[chosen];
  const [why, setWhy] = useState('');
  useEffect(() => {
    setWhy(finding?.why ?? '');
    if (!finding) return setView(WHOLE);
    const [x, y, w, h] = finding.region.box;
    setView(focusOn([x / painting.widthMm, y / painting.heightMm, w / painting.widthMm, h / painting.heightMm]));
    // Only another finding moves the pictures; a decision about the same one does not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chosen]);
  const undone = detail.journal.redo;
  const undoneBefore = useRef(undone?.id);
  useEffect(() => {
    // A decision that was taken back is looked at again.
    if (undone && undone.id !== undoneBefore.current)
      setChosen((was) => findings.find(({ id }) => id === undone.finding)?.index ?? was);
    undoneBefore.current = undone?.id;
  }, [undone, findings]);
  const open = findings.filter(({ decision, loud }) => loud && !decision);
  const taken = findings.filter(({ decision }) => decision === 'taken').length;
  const own = detail.corrections.filter((one) => one.own && one.open && one.sessionNumber === number);
  const goOn = (finding: FindingOfReading) => (after: ReadingDetail) => {
    const rest = after.findings.filter((one) => one.loud && !one.decision);
    setChosen((rest.find(({ index }) => index > finding.index) ?? rest[0])?.index ?? null);
  };
  const decide = (decision: Choice) => {
    if (finding && !deciding.busy) {
      const reason = decision === 'dismissed' ? why.trim() : '';
      void deciding.say(finding.index, decision, reason).then(goOn(finding), shown);
    }
  };
  const depart = () => {
    if (finding && finding.decision !== 'planned' && !deciding.busy && plan)
      void deciding.say(finding.index, 'planned').then(goOn(finding), shown);
  };
  const move = (by: number) => () =>
    findings.length > 0 && setChosen(((chosen ?? -by) + by + findings.length) % findings.length);
  const leave = () => {
    setAdding(false);
    outline.clear();
    deciding.own.reset();
  };
  const add = () => {
    setChosen(null);
    setAdding(true);
  };
  useKeys({
    t: () => decide('taken'),
    l: () => decide('later'),
    x: () => decide('dismissed'),
    f: depart,
    a: add,
    Escape: leave,
    ArrowDown: move(1),
    ArrowRight: move(1),
    ArrowUp: move(-1),
    ArrowLeft: move(-1),
  });
  const step = nextOf(detail, number);
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-x-10 gap-y-4">
      <div className="w-full lg:w-[256px]">
        <h3>
          Session {number}: {plural(findings.filter(({ loud }) => loud).length, 'finding')}
        </h3>
        <p className="small">{findings.length > 0 && toDecideInWords(taken, open.length)}</p>
        <FindingList
          findings={findings}
          chosen={chosen}
          onChoose={(index) => {
            leave();
            setChosen(index);
          }}
          own={own}
        />
        {painting.drewMe && (
          <p className="small mt-4">
            What drew you to it: <span className="serif">{painting.drewMe}</span>
          </p>
        )}
        {painting.setUp.wishes && (
          <p className="small mt-2">
            Wishes: <span className="serif">{painting.setUp.wishes}</span>
          </p>
        )}
        <button className="line mt-4" onClick={add}>
          Add what only an eye sees <kbd>A</kbd>
        </button>
      </div>
      <div ref={pictures} className="flex min-w-0 flex-1 flex-col" style={{ minWidth: 'min(560px, 100%)' }}>
        <Pictures
          painting={painting}
          plan={planned}
          flat={flat}
          aids={PLAIN}
          view={view}
          onView={setView}
          laid="side"
          spot={null}
          onSpot={() => undefined}
          findings={finding ? [onFlat(finding)] : []}
          chosen={chosen}
          leaders={false}
          onDraw={adding ? outline.draw : undefined}
          layers={{ top: [(toPx) => <OutlineSoFar points={outline.points} toPx={toPx} />] }}
          range={RANGE}
          showFlat
          names={{ plan: <b>Plan</b>, flat: <b>Session {number}</b> }}
        />
        <section className="slip mt-4 flex flex-col" style={{ minHeight: 290 }} aria-live="polite">
          {adding ? (
            <OwnCorrectionForm
              points={outline.points}
              onClear={outline.clear}
              masses={reading.masses}
              canvas={painting}
              busy={deciding.own.isPending}
              error={deciding.own.error}
              onLeave={leave}
              onKeep={(input) =>
                deciding.own.mutate(
                  { params: { paintingId: painting.id }, body: { photoId: reading.photoId, ...input } },
                  { onSuccess: leave },
                )
              }
            />
          ) : finding ? (
            <DecisionSlip
              finding={finding}
              reading={reading}
              busy={deciding.busy}
              why={why}
              onWhy={setWhy}
              onDecide={decide}
              onDepart={depart}
            />
          ) : (
            <AllDecided count={findings.length} taken={taken + own.length} />
          )}
          <ProblemNote error={deciding.error} />
          <div className="mt-3 flex items-center justify-between gap-4">
            {!adding && open.length === 0 && !finding ? (
              <Link className="btn act" to={step.to}>
                {step.words} <kbd>{step.hotkey}</kbd>
              </Link>
            ) : null}
            <div className="lg:hidden">
              <UndoLine journal={detail.journal} paintingId={painting.id} second />
            </div>
          </div>
        </section>
      </div>
    </div>
  );
}

function AllDecided({ count, taken }: { count: number; taken: number }) {
  return (
    <>
      <h2 style={{ fontSize: 25, lineHeight: '34px' }}>{count === 0 ? NOTHING_TO_CORRECT : 'All decided.'}</h2>
      <p className="serif mt-2">{takenInWords(taken)}</p>
    </>
  );
}

/** One finding at a time: take it, put it off, dismiss it, or add what only an eye sees. */
export function Decide() {
  const detail = useDetail();
  const number = Number(useParams().session);
  const photo = detail.sessions
    .find((one) => one.number === number)
    ?.photos.filter(({ readingId }) => readingId)
    .at(-1);
  const { data: reading, error } = useReading(detail.painting.id, photo?.id ?? null);
  if (!photo)
    return (
      <p className="serif mt-6">
        {`${notReadInWords(String(number))} `}
        <Link to={nextOf(detail).to}>{nextOf(detail).words}</Link>.
      </p>
    );
  return (
    <>
      <ProblemNote error={error} />
      {reading && <Desk key={reading.id} detail={detail} reading={reading} number={number} />}
    </>
  );
}
