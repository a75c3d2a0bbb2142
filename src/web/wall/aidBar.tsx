import type { ReactNode } from 'react';
import { WordSwitch } from '../ui/words';
import { useWall, type WallModel } from './wallModel';

/** One looking aid as a word. */
interface Aid {
  readonly name: string;
  readonly hint: string;
  readonly on: boolean;
  readonly act: () => void;
}

/** The aids a painter reaches for most. */
const inSight = ({ aids: { aids, change }, state: { view }, moves }: WallModel): Aid[] => [
  { name: 'Squint', hint: 'key S', on: aids.squint, act: () => change({ squint: !aids.squint }) },
  { name: 'Grey', hint: 'key G', on: aids.grey, act: () => change({ grey: !aids.grey }) },
  {
    name: aids.steps ? `Steps ${aids.steps}` : 'Steps',
    hint: 'keys 2 to 9',
    on: aids.steps > 0,
    act: () => change({ steps: aids.steps ? 0 : 5, tones: false }),
  },
  { name: 'Mirror', hint: 'key M', on: view.mirror, act: moves.mirror },
];

/** The others; what needs a plan only where there is one. */
const folded = ({ aids: { aids, change }, state, moves, fitted, reading }: WallModel): Aid[] => [
  ...(fitted.tones
    ? [
        {
          name: 'The plan’s values',
          hint: 'both cut where the plan’s tones part: key 1',
          on: aids.tones,
          act: () => change({ tones: !aids.tones, steps: 0 }),
        },
      ]
    : []),
  { name: 'Upside down', hint: 'key U', on: state.view.turned, act: moves.turnOver },
  { name: 'Step back', hint: 'key B', on: aids.stepBack, act: () => change({ stepBack: !aids.stepBack }) },
  { name: 'Isolate a spot', hint: 'key H', on: aids.cover, act: () => change({ cover: !aids.cover }) },
  {
    name: 'Plumb and level',
    hint: 'a plumb and a level line through the spot: key L',
    on: state.plumb,
    act: () => moves.switch('plumb'),
  },
  ...(reading?.account
    ? [
        {
          name: 'Show mass outlines',
          hint: 'the plan’s masses on the painting, and the painting’s on the plan: key K',
          on: state.outlines,
          act: () => moves.switch('outlines'),
        },
      ]
    : []),
];

const Words = ({ aids, label, children }: { aids: readonly Aid[]; label: string; children?: ReactNode }) => (
  <div className="words" role="group" aria-label={label}>
    {aids.map(({ name, hint, on, act }) => (
      <WordSwitch key={hint} on={on} title={`${name}: ${hint}`} onSwitch={act}>
        {name}
      </WordSwitch>
    ))}
    {children}
  </div>
);

/** Four looking aids in sight; each has a key. */
export function AidBar({ children }: { children: ReactNode }) {
  const wall = useWall();
  const { aids, change } = wall.aids;
  return (
    <Words aids={inSight(wall)} label="Looking aids">
      {aids.steps > 0 && (
        <input
          type="range"
          min={2}
          max={9}
          value={aids.steps}
          aria-label="Number of steps"
          className="w-28 self-center"
          onChange={(e) => change({ steps: Number(e.target.value), tones: false })}
        />
      )}
      {children}
    </Words>
  );
}

/** The looking aids that are folded away until they are asked for, or one of them is on. */
export function MoreAids() {
  const wall = useWall();
  return <Words aids={folded(wall)} label="More ways to look" />;
}
export const anyFoldedOn = (wall: WallModel): boolean => folded(wall).some(({ on }) => on);
