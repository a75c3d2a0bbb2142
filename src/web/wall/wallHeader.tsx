import { SUBJECTS } from '../faces/subjects';
import { Hanging } from './hanging';
import { useWall } from './wallModel';

/** Above the pictures: what is read, and how they hang. */
export function WallHeader() {
  const { reading, subject, read, state, moves, beside, hung } = useWall();
  return (
    <div className="mb-9 flex flex-wrap items-baseline gap-x-6 gap-y-1">
      {reading?.account && (
        <div className="words" role="group" aria-label="What is read">
          {SUBJECTS.map(([name, words]) => (
            <button
              key={name}
              className="word"
              aria-pressed={subject === name}
              title="keys [ and ]"
              onClick={() => read(name)}
            >
              {words}
            </button>
          ))}
        </div>
      )}
      <Hanging
        laid={state.laid}
        onLaid={moves.hang}
        beside={beside}
        onBeside={(n) => hung.put('beside', n === null ? null : String(n))}
        others={hung.others}
      />
    </div>
  );
}
