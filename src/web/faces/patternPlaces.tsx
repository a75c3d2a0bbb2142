import type { Account, Painting } from '../../contract';
import type { Point } from '../../core/raster';
import { placePath } from '../stage/paths';

/** The pattern in two values, or in the plan's number of tones. */
export type PatternName = keyof Account['patterns'];
export const isPattern = (name: string): name is PatternName => name === 'two' || name === 'tones';

/** Where a pattern of the painting disagrees with the plan's: hatched with what the hand should do there. */
export function PatternPlaces({
  account,
  name,
  painting,
  toPx,
  moved,
}: {
  account: Account;
  name: PatternName;
  painting: Painting;
  toPx: (at: Point) => Point;
  moved: (at: Point) => Point;
}) {
  return (
    <g data-testid={`pattern-${name}`}>
      {account.patterns[name].places.map(({ place, lighter }, i) => {
        const d = placePath(place, painting, toPx, moved);
        return (
          <g key={i} fillRule="evenodd" strokeLinejoin="round">
            <path d={d} fill={`url(#field-${lighter ? 'darker' : 'lighter'}-4)`} opacity=".8" />
            <path d={d} fill="none" stroke="#fff" strokeWidth="3" strokeOpacity=".8" />
            <path d={d} fill="none" stroke="#000" strokeWidth="1.3" />
          </g>
        );
      })}
    </g>
  );
}
