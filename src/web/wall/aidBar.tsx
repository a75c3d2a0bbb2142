import type { AidState } from '../stage/aidState';
import type { View } from '../stage/view';
import type { WallMoves } from './wallState';
import { WordSwitch } from '../ui/words';

interface Props {
  readonly aids: AidState;
  readonly onAids: (part: Partial<AidState>) => void;
  readonly view: View;
  readonly moves: Pick<WallMoves, 'mirror' | 'turnOver'>;
}

/** The looking aids as words; each has a key. */
export function AidBar({ aids, onAids, view, moves }: Props) {
  const words: { name: string; hint: string; on: boolean; act: () => void }[] = [
    { name: 'Squint', hint: 'S', on: aids.squint, act: () => onAids({ squint: !aids.squint }) },
    { name: 'Grey', hint: 'G', on: aids.grey, act: () => onAids({ grey: !aids.grey }) },
    {
      name: aids.steps ? `Steps ${aids.steps}` : 'Steps',
      hint: '2 to 9',
      on: aids.steps > 0,
      act: () => onAids({ steps: aids.steps ? 0 : 5 }),
    },
    { name: 'Mirror', hint: 'M', on: view.mirror, act: moves.mirror },
    { name: 'Upside down', hint: 'U', on: view.turned, act: moves.turnOver },
    { name: 'Step back', hint: 'B', on: aids.stepBack, act: () => onAids({ stepBack: !aids.stepBack }) },
    { name: 'Isolate a spot', hint: 'H', on: aids.cover, act: () => onAids({ cover: !aids.cover }) },
  ];
  return (
    <div className="words" role="group" aria-label="Looking aids">
      {words.map(({ name, hint, on, act }) => (
        <WordSwitch key={hint} on={on} title={`${name}: key ${hint}`} onSwitch={act}>
          {name}
        </WordSwitch>
      ))}
      {aids.steps > 0 && (
        <input
          type="range"
          min={2}
          max={9}
          value={aids.steps}
          aria-label="Number of steps"
          className="w-28 self-center"
          onChange={(e) => onAids({ steps: Number(e.target.value) })}
        />
      )}
    </div>
  );
}
