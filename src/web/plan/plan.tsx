import { keptInWords, PLAN_TEXT } from '../../core/words';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useAction } from '../api/queries';
import { useKeys } from '../keyboard';
import { ApproachPart } from './approachPart';
import { CropPart } from './cropPart';
import { DeparturesPart } from './departuresPart';
import { usePlanDraft } from './draft';
import { EdgesPart } from './edgesPart';
import { KeyPart } from './keyPart';
import { MassesPart } from './massesPart';
import { ReferencesPart } from './referencesPart';
import { SetUpPart } from './setUpPart';
import { SheetPart } from './sheetPart';
import { usePlanWorker } from './usePlanWorker';
import { FileDrop } from '../ui/fileDrop';
import { ProblemNote } from '../ui/problem';
import { OnlyPictures } from '../painting/onlyPictures';
import { useDetail } from '../painting/paintingLayout';
import { WordChoice } from '../ui/words';
import { newestSession } from '../words';

const PARTS = [
  ['set-up', 'Set-up'],
  ['references', 'References'],
  ['crop', 'Crop'],
  ['key', 'Key'],
  ['masses', 'Masses and patterns'],
  ['edges', 'Edges and focus'],
  ['departures', 'Departures'],
  ['approach', 'Approach'],
  ['sheet', 'Sheet'],
] as const;
type Part = (typeof PARTS)[number][0];
/** Parts whose next step is a button of their own. */
const OWN_BUTTON: readonly Part[] = ['sheet'];
/** Parts in which pictures stand that can fill the window. */
const PICTURED: readonly Part[] = ['crop', 'key', 'masses', 'edges', 'departures'];
const WITHOUT_REFERENCE: readonly Part[] = ['set-up', 'references', 'approach'];

function AddReference({ id }: { id: string }) {
  const add = useAction('addReference', id);
  return (
    <div className="mt-5 max-w-3xl">
      <ProblemNote error={add.error} />
      <FileDrop
        label="Choose the reference"
        busy={add.isPending}
        onFiles={([file]) => add.mutate({ params: { paintingId: id }, file })}
      >
        <p className="serif" style={{ fontSize: '1.125rem' }}>
          {PLAN_TEXT.referenceIs}
        </p>
        <p className="small">{PLAN_TEXT.madeWithout}</p>
      </FileDrop>
    </div>
  );
}

/** Everything the painting is planned by, part after part; what is changed is a draft until it is kept. */
export function Plan() {
  const detail = useDetail();
  const { painting, reference } = detail;
  const [search, setSearch] = useSearchParams();
  const wanted = PARTS.find(([part]) => part === search.get('part'))?.[0];
  const part: Part = wanted ?? (detail.sessions.length === 0 ? 'crop' : 'masses');
  const plan = usePlanDraft(detail);
  const { worker, problem } = usePlanWorker(detail, plan.draft.pins);
  const go = (next: Part) => () => setSearch({ part: next });
  const [cropping, setCropping] = useState(false);
  const ownButton = OWN_BUTTON.includes(part) || (part === 'crop' && cropping);
  const shown = reference || WITHOUT_REFERENCE.includes(part);
  useKeys({
    z: plan.canUndo ? plan.undo : undefined,
    Enter: plan.dirty ? plan.keep : undefined,
    ...Object.fromEntries(PARTS.map(([name], i) => [String(i + 1), go(name)])),
  });
  useEffect(() => {
    window.scrollTo({ top: 0 });
  }, [part]);
  const props = { detail, plan, worker };
  return (
    <>
      <div className="mt-1 flex flex-wrap items-baseline gap-x-6">
        <WordChoice
          label="Parts of the plan"
          className="words folds"
          options={PARTS.map(([name, words], i) => [name, words, `key ${i + 1}`] as const)}
          value={part}
          onChoose={(name) => go(name)()}
        />
        {reference && PICTURED.includes(part) && <OnlyPictures />}
      </div>
      {problem && (
        <p role="alert" className="serif">
          {problem}
        </p>
      )}
      {!shown && <AddReference id={painting.id} />}
      {shown && part === 'set-up' && <SetUpPart detail={detail} />}
      {shown &&
        part === 'references' &&
        (reference ? <ReferencesPart detail={detail} /> : <AddReference id={painting.id} />)}{' '}
      {reference && part === 'crop' && <CropPart detail={detail} reference={reference} onCropping={setCropping} />}
      {reference && part === 'key' && <KeyPart {...props} />}
      {reference && part === 'masses' && <MassesPart {...props} />}
      {reference && part === 'edges' && <EdgesPart {...props} />}
      {reference && part === 'departures' && <DeparturesPart {...props} />}
      {shown && part === 'approach' && <ApproachPart detail={detail} />}
      {reference && part === 'sheet' && <SheetPart {...props} />}
      {(reference || painting.setUp.from !== 'photograph') && (plan.dirty || !ownButton) && (
        <KeepBar detail={detail} plan={plan} />
      )}
    </>
  );
}

/** The one black button of the room: keep the draft as the plan's next version, or go on. */
function KeepBar({ detail, plan }: { detail: ReturnType<typeof useDetail>; plan: ReturnType<typeof usePlanDraft> }) {
  const { painting, sessions } = detail;
  const version = detail.plan?.version ?? 0;
  return (
    <div
      className={`${plan.dirty ? '' : 'folds'} sticky bottom-0 mt-5 flex flex-wrap items-center gap-x-5 gap-y-2 border-t py-3`}
      style={{ background: 'var(--wall)', borderColor: 'var(--rule)' }}
    >
      {' '}
      <span className="small">{keptInWords({ dirty: plan.dirty, begunOn: plan.begunOn, version })}</span>
      <ProblemNote error={plan.error} />
      <span className="ml-auto flex flex-wrap items-center gap-3">
        {plan.canUndo && (
          <button className="btn" onClick={plan.undo}>
            Undo <kbd>Z</kbd>
          </button>
        )}
        {plan.dirty && (
          <button className="btn" onClick={plan.forget}>
            Back to version {version}
          </button>
        )}
        {plan.dirty ? (
          <button className="btn act" disabled={plan.busy} onClick={plan.keep}>
            Keep this plan <kbd>Enter</kbd>
          </button>
        ) : (
          <Link className="btn act" to={`/painting/${painting.id}/photo/${Math.max(1, newestSession(detail))}`}>
            {sessions.length === 0 ? 'Photograph session 1' : 'Go to the photo'} <kbd>P</kbd>
          </Link>
        )}
      </span>
    </div>
  );
}
