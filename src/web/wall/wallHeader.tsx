import { SUBJECTS } from '../faces/subjects';
import { Hanging } from './hanging';
import { useWall } from './wallModel';
import { WordChoice } from '../ui/words';

/** Above the pictures: what is read, and how they hang. */
export function WallHeader() {
  const { detail, reading, subject, read, state, moves, beside, hung } = useWall();
  return (
    <div className="mb-9 flex flex-wrap items-baseline gap-x-6 gap-y-1">
      {reading?.account && (
        <WordChoice
          label="What is read"
          options={SUBJECTS.map(([name, words]) => [name, words, 'keys [ and ]'] as const)}
          value={subject}
          onChoose={read}
        />
      )}
      {(detail.reference || hung.others.length > 0) && (
        <Hanging
          planless={!detail.reference}
          laid={state.laid}
          onLaid={moves.hang}
          beside={beside}
          onBeside={(n) => hung.put('beside', n === null ? null : String(n))}
          others={hung.others}
        />
      )}
    </div>
  );
}
