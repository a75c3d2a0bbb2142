import { PLAN_TEXT } from '../../core/words';
import type { Approach, PaintingDetail, Stage } from '../../contract';
import { APPROACHES } from '../../core/correct';
import { useAction } from '../api/queries';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';
import { WordSwitch } from '../ui/words';

const SHIPPED: readonly Approach[] = APPROACHES.map((one) => ({
  ...one,
  stages: one.stages.map((stage) => ({ ...stage, loud: [...stage.loud] })),
}));
const KINDS = [
  ['value', 'values'],
  ['temperature', 'temperature'],
  ['chroma', 'strength'],
] as const;

/**
 * The way the painting is brought about: stages with what each asks; the one under way decides which readings are loud.
 */
export function ApproachPart({ detail }: { detail: PaintingDetail }) {
  const { painting } = detail;
  const { setUp } = painting;
  const change = useAction('changePainting', painting.id);
  const put = (approach: Approach | null, stage: string | null = setUp.stage) =>
    change.mutate({
      params: { paintingId: painting.id },
      body: {
        setUp: {
          ...setUp,
          approach,
          stage: approach?.stages.some(({ id }) => id === stage) ? stage : (approach?.stages[0].id ?? null),
        },
      },
    });
  const { approach } = setUp;
  const putStage = (id: string, part: Partial<Stage>) =>
    approach && put({ ...approach, stages: approach.stages.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  const own = () =>
    put(
      {
        id: crypto.randomUUID(),
        name: 'My own way',
        summary: '',
        stages: [
          {
            id: crypto.randomUUID(),
            name: 'First stage',
            asks: '',
            why: '',
            otherwise: '',
            loud: ['value'],
            coarse: 2,
          },
        ],
      },
      null,
    );
  const text = (stage: Stage, field: 'asks' | 'why' | 'otherwise', label: string) => (
    <label className="flex flex-col gap-1">
      <span className="small">{label}</span>
      <textarea
        key={stage.id + field + stage[field]}
        rows={2}
        defaultValue={stage[field]}
        onBlur={(event) =>
          event.target.value.trim() !== stage[field] && putStage(stage.id, { [field]: event.target.value.trim() })
        }
      />{' '}
    </label>
  );
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-8">
      <section className="w-full lg:w-[300px]" aria-label="Approaches">
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
          <button className="line" onClick={own}>
            A way of my own
          </button>
          {approach && (
            <button className="line" onClick={() => put(null)}>
              No approach: all findings at once
            </button>
          )}
        </div>
        <ProblemNote error={change.error} />
      </section>
      <section className="min-w-0 flex-1" style={{ minWidth: 'min(420px, 100%)' }} aria-label="Stages">
        {!approach && (
          <p className="serif" style={{ fontSize: 20 }}>
            {PLAN_TEXT.chooseApproach}
          </p>
        )}
        {approach && (
          <>
            <input
              key={approach.id}
              className="mb-4 w-full max-w-xl"
              aria-label="Name of the approach"
              defaultValue={approach.name}
              maxLength={80}
              onBlur={(event) =>
                event.target.value.trim() &&
                event.target.value.trim() !== approach.name &&
                put({ ...approach, name: event.target.value.trim() })
              }
            />{' '}
            <ol className="flex flex-col gap-4">
              {approach.stages.map((stage, i) => (
                <li key={stage.id} className="slip">
                  <div className="flex flex-wrap items-baseline justify-between gap-3">
                    <h2>
                      {i + 1}&ensp;{stage.name}
                    </h2>
                    <button
                      className="word"
                      aria-pressed={setUp.stage === stage.id}
                      onClick={() => put(approach, stage.id)}
                    >
                      {setUp.stage === stage.id ? 'under way' : 'Go to this stage'}
                    </button>
                  </div>
                  {setUp.stage === stage.id ? (
                    <div className="mt-2 flex flex-col gap-2">
                      <label className="flex flex-col gap-1">
                        <span className="small">Its name</span>
                        <input
                          key={stage.name}
                          defaultValue={stage.name}
                          maxLength={60}
                          onBlur={(event) =>
                            event.target.value.trim() &&
                            event.target.value.trim() !== stage.name &&
                            putStage(stage.id, { name: event.target.value.trim() })
                          }
                        />
                      </label>
                      {text(stage, 'asks', 'It asks')}
                      {text(stage, 'why', 'Why')}
                      {text(stage, 'otherwise', 'Painters who do otherwise say')}
                      <div className="words" role="group" aria-label="Readings that are loud">
                        <span className="small">Loud:</span>
                        {KINDS.map(([kind, words]) => (
                          <WordSwitch
                            key={kind}
                            on={stage.loud.includes(kind)}
                            onSwitch={(on) =>
                              putStage(stage.id, {
                                loud: on ? [...stage.loud, kind] : stage.loud.filter((one) => one !== kind),
                              })
                            }
                          >
                            {words}
                          </WordSwitch>
                        ))}
                      </div>
                      <NumberField
                        label="Raised from so many times the usual difference"
                        shown
                        value={stage.coarse}
                        min={1}
                        max={6}
                        step={0.1}
                        unit="×"
                        onValue={(coarse) => putStage(stage.id, { coarse })}
                      />
                      <div className="flex gap-5">
                        <button
                          className="line"
                          disabled={approach.stages.length >= 12}
                          onClick={() =>
                            put({
                              ...approach,
                              stages: [
                                ...approach.stages.slice(0, i + 1),
                                {
                                  id: crypto.randomUUID(),
                                  name: 'Next stage',
                                  asks: '',
                                  why: '',
                                  otherwise: '',
                                  loud: ['value', 'temperature', 'chroma'],
                                  coarse: 1,
                                },
                                ...approach.stages.slice(i + 1),
                              ],
                            })
                          }
                        >
                          Add a stage after it
                        </button>
                        {approach.stages.length > 1 && (
                          <button
                            className="line"
                            onClick={() =>
                              put({ ...approach, stages: approach.stages.filter(({ id }) => id !== stage.id) })
                            }
                          >
                            Take it away
                          </button>
                        )}
                      </div>
                    </div>
                  ) : (
                    <p className="serif mt-1">{stage.asks}</p>
                  )}
                </li>
              ))}
            </ol>
          </>
        )}
      </section>
    </div>
  );
}
