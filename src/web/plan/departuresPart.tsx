import type { Reference } from '../../contract';
import { howToDifferInWords, PLAN_TEXT } from '../../core/words';
import { WordChoice } from '../ui/words';
import { CHANGES, LABELS } from './changes';
import { DepartureList } from './departureList';
import { DepartureStages } from './departureStages';
import type { PartProps } from './part';
import { TOOLS, useDepartures, type Departing, type Where } from './useDepartures';

/** How the place that was shown should differ, or what it is for now. */
function HowToDiffer({
  departing: { add, label },
  where,
  things,
}: {
  departing: Departing;
  where: Where;
  /** pictures of things that may be added */
  things: readonly Reference[];
}) {
  return (
    <div className="mt-1">
      <div className="words" role="group" aria-label="How it should differ">
        {CHANGES.filter(({ fresh }) => fresh).map(({ kind, name: words, fresh }) => (
          <button key={kind} className="word" onClick={() => fresh && add(fresh)}>
            {words}
          </button>
        ))}
        {'place' in where &&
          things.map((thing) => (
            <button key={thing.id} className="word" onClick={() => add({ kind: 'added', referenceId: thing.id })}>
              add {thing.fileName}
            </button>
          ))}
      </div>
      <p className="small mt-1">or, for now:</p>
      <div className="words" role="group" aria-label="What the passage is for now">
        {LABELS.map(([one, words]) => (
          <button key={one} className="word" title={words} onClick={() => label(one)}>
            {one}
          </button>
        ))}
      </div>
      {'place' in where && things.length === 0 && <p className="small">{PLAN_TEXT.addThingFirst}</p>}
    </div>
  );
}

/** Where the painting is meant to differ; the plan is drawn with it at once. */
export function DeparturesPart(props: PartProps) {
  const { painting, references } = props.detail;
  const departing = useDepartures(props);
  const { where, tool, help, begin, nameOf } = departing;
  const things = references.filter(({ purpose, governs }) => !governs && purpose === 'added thing');
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <DepartureStages departing={departing} painting={painting} />
        <WordChoice
          label="What should differ"
          className="mt-2 words"
          lead={<span>Differs:</span>}
          options={TOOLS.map(([one, words]) => [one, words] as const)}
          value={tool}
          onChoose={begin}
        />
        <p className="serif" style={{ fontSize: '1.125rem' }}>
          {where ? howToDifferInWords(nameOf(where)) : help}
        </p>
        {where && <HowToDiffer departing={departing} where={where} things={things} />}
      </div>
      <DepartureList departing={departing} />
    </div>
  );
}
