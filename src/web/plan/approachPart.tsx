import type { Approach, PaintingDetail, Stage } from '../../contract';
import { APPROACHES } from '../../core/correct';
import { PLAN_TEXT } from '../../core/words';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { NameField } from '../ui/textField';
import { StageSlip } from './stageSlip';

const SHIPPED: readonly Approach[] = APPROACHES.map((one) => ({
  ...one,
  stages: one.stages.map((stage) => ({ ...stage, loud: [...stage.loud] })),
}));

const freshStage = (name: string, part: Pick<Stage, 'loud' | 'coarse'>): Stage => ({
  ...{ id: crypto.randomUUID(), name, asks: '', why: '', otherwise: '' },
  ...part,
});

/** The painting's approach, the stage under way, and how both are changed. */
function useApproach({ painting }: PaintingDetail) {
  const change = useAction('changePainting', painting.id);
  const { setUp } = painting;
  const { approach } = setUp;
  const put = (next: Approach | null, wanted: string | null = setUp.stage) => {
    const stage = next?.stages.some(({ id }) => id === wanted) ? wanted : (next?.stages[0]?.id ?? null);
    change.mutate({ params: { paintingId: painting.id }, body: { setUp: { ...setUp, approach: next, stage } } });
  };
  const putStages = (to: (stages: readonly Stage[]) => Stage[]) =>
    approach && put({ ...approach, stages: to(approach.stages) });
  return {
    ...{ approach, stage: setUp.stage, put, error: change.error },
    begin() {
      const stages = [freshStage('First stage', { loud: ['value'], coarse: 2 })];
      put({ id: crypto.randomUUID(), name: 'My own way', summary: '', stages }, null);
    },
    change: (id: string, part: Partial<Stage>) =>
      putStages((stages) => stages.map((one) => (one.id === id ? { ...one, ...part } : one))),
    addAfter(id: string) {
      const next = freshStage('Next stage', { loud: ['value', 'temperature', 'chroma'], coarse: 1 });
      putStages((stages) => stages.flatMap((one) => (one.id === id ? [one, next] : [one])));
    },
    takeAway: (gone: string) => putStages((stages) => stages.filter(({ id }) => id !== gone)),
  };
}
export type Approaching = ReturnType<typeof useApproach>;

/** Six ways of working, the painter's own, or none. */
function Approaches({ approaching: { approach, put, begin, error } }: { approaching: Approaching }) {
  return (
    <section className="w-full lg:w-[18.75rem]" aria-label="Approaches">
      <ul className="flex flex-col gap-4">
        {SHIPPED.map((one) => (
          <li key={one.id}>
            <button
              className="word !whitespace-normal text-left"
              aria-pressed={approach?.id === one.id}
              onClick={() => approach?.id !== one.id && put(one)}
            >
              {' '}
              {one.name}
            </button>
            <p className="small">{one.summary}</p>
          </li>
        ))}
        {approach && !SHIPPED.some(({ id }) => id === approach.id) && (
          <li>
            <button className="word" aria-pressed>
              {approach.name}
            </button>
          </li>
        )}
      </ul>
      <div className="mt-4 flex flex-wrap gap-x-5">
        <button className="line" onClick={begin}>
          A way of my own
        </button>
        {approach && (
          <button className="line" onClick={() => put(null)}>
            No approach: all findings at once
          </button>
        )}
      </div>
      <ProblemNote error={error} />
    </section>
  );
}

/**
 * The way the painting is brought about: stages with what each asks; the one under way decides which readings are loud.
 */
export function ApproachPart({ detail }: { detail: PaintingDetail }) {
  const approaching = useApproach(detail);
  const { approach, put } = approaching;
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-8">
      <Approaches approaching={approaching} />
      <section className="min-w-0 flex-1" style={{ minWidth: 'min(420px, 100%)' }} aria-label="Stages">
        {!approach && (
          <p className="serif" style={{ fontSize: '1.25rem' }}>
            {PLAN_TEXT.chooseApproach}
          </p>
        )}
        {approach && (
          <>
            <NameField
              key={approach.id}
              className="mb-4 w-full max-w-xl"
              label="Name of the approach"
              value={approach.name}
              most={80}
              onText={(name) => put({ ...approach, name })}
            />{' '}
            <ol className="flex flex-col gap-4">
              {approach.stages.map((stage, i) => (
                <StageSlip key={stage.id} stage={stage} place={i} approach={approach} approaching={approaching} />
              ))}
            </ol>
          </>
        )}
      </section>
    </div>
  );
}
