import { useState } from 'react';
import type { BodyOf, PaintingDetail, PlanContent } from '../../contract';
import { lieInUse, outlineInUse } from '../../core/plan';
import { drawingFoundInWords, drawingOfInWords, PLAN_TEXT } from '../../core/words';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { WordChoice } from '../ui/words';
import { dayInWords } from '../words';
import type { PlanDraft } from './draft';

const TOLERANCES = [
  ['tight', '2 mm'],
  ['medium', '3 mm'],
  ['free', '6 mm'],
] as const;

type Drawing = PlanContent['drawings'][number];

/** One drawing that could govern. */
function DrawingLine({ drawing, governs, onGovern }: { drawing: Drawing; governs: boolean; onGovern: () => void }) {
  return (
    <li>
      <div className="flex items-baseline justify-between gap-2">
        <button className="word" aria-pressed={governs} onClick={onGovern}>
          {drawing.name}
        </button>
        <span className="small">{dayInWords(drawing.keptAt)}</span>
      </div>
      {governs && drawing.found && <p className="small mb-1">{drawingFoundInWords(drawing.found)}</p>}
    </li>
  );
}

type Source = BodyOf<'traceDrawing'>['source'];

/** Sessions whose photograph was read, and references that are drawings. */
function drawingSources({ sessions, references }: PaintingDetail) {
  const painted = sessions.flatMap(({ number, photos }) => {
    const photo = photos.find(({ role, state }) => role === 'canvas' && state === 'read');
    return photo ? [{ number, from: { photoId: photo.id } }] : [];
  });
  const drawn = references.filter(({ governs, purpose }) => !governs && purpose === 'drawing');
  return { painted, drawn: drawn.map(({ id, fileName }) => ({ fileName, from: { referenceId: id } })) };
}

/** Takes the drawing from a photograph: of the painting in an earlier session, or of a drawing. */
function TakeDrawing({ detail, plan, onDrawing }: DrawingsProps & { onDrawing: (drawing: Drawing) => void }) {
  const trace = useAction('traceDrawing', detail.painting.id);
  const { painted, drawn } = drawingSources(detail);
  const take = (from: Source, words: string, label?: string) => (
    <button
      key={words}
      className="line min-w-6 text-left"
      aria-label={label}
      disabled={plan.dirty || trace.isPending}
      onClick={() =>
        trace.mutate({ params: { paintingId: detail.painting.id }, body: { source: from } }, { onSuccess: onDrawing })
      }
    >
      {words}
    </button>
  );
  return (
    <section className="mt-3" aria-label={PLAN_TEXT.takeDrawing}>
      <h3 className="small-head">{PLAN_TEXT.takeDrawing}</h3>
      {painted.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-1">
          <span className="small">{PLAN_TEXT.asPaintedIn}</span>
          {painted.map(({ number, from }) => take(from, `${number}`, drawingOfInWords({ session: number })))}
        </p>
      )}
      <p className="flex flex-wrap gap-x-4">
        {drawn.map(({ fileName, from }) => take(from, drawingOfInWords({ file: fileName })))}
      </p>
      {plan.dirty && <p className="small">{PLAN_TEXT.keepPlanFirst}</p>}
      {drawn.length === 0 && <p className="small">{PLAN_TEXT.drawingOnPaper}</p>}
      <p className="small" role="status">
        {trace.isPending && PLAN_TEXT.lookingForPlan}
      </p>
      <ProblemNote error={trace.error} />
    </section>
  );
}

interface DrawingsProps {
  readonly detail: PaintingDetail;
  readonly plan: PlanDraft;
}

/** Versions of the outline: one governs, and how tightly. */
export function DrawingsSlip({ detail, plan }: DrawingsProps) {
  const { draft, change } = plan;
  const [name, setName] = useState('');
  const govern = (drawing: Drawing) => change({ drawings: [...draft.drawings, drawing], governing: drawing.id });
  const keep = () => {
    if (!name.trim()) return;
    const outline = outlineInUse(draft) as Pick<Drawing, 'masses' | 'edits'>;
    const keptAt = new Date().toISOString();
    govern({ id: crypto.randomUUID(), name: name.trim(), keptAt, pins: null, found: null, ...outline });
    setName('');
  };
  return (
    <section aria-label="Drawings">
      <h3>Which drawing governs</h3>
      <ul>
        <li>
          <button className="word" aria-pressed={draft.governing === null} onClick={() => change({ governing: null })}>
            the reference itself
          </button>
        </li>
        {draft.drawings.map((drawing) => (
          <DrawingLine
            key={drawing.id}
            drawing={drawing}
            governs={draft.governing === drawing.id}
            onGovern={() => change({ governing: drawing.id })}
          />
        ))}
      </ul>
      {lieInUse(draft).length > 0 && <p className="small">{PLAN_TEXT.drawingGoverns}</p>}
      <div className="mt-1 flex gap-2">
        <input
          className="tight min-w-0 flex-1 !py-1"
          placeholder="charcoal, second drawing"
          aria-label="Name of the drawing to keep"
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && keep()}
        />{' '}
        <button className="line" disabled={!name.trim()} onClick={keep}>
          Keep it
        </button>
      </div>
      <TakeDrawing detail={detail} plan={plan} onDrawing={govern} />
      <WordChoice
        label={PLAN_TEXT.mayWander}
        lead={<span className="small w-full">{PLAN_TEXT.mayWander}</span>}
        className="words mt-3"
        options={TOLERANCES.map(([tolerance, mm]) => [tolerance, tolerance, `A contour may wander ${mm}`] as const)}
        value={draft.tolerance}
        onChoose={(tolerance) => change({ tolerance })}
      />
    </section>
  );
}
