import { useMemo } from 'react';
import type { FindingOfReading, ReadingDetail } from '../../contract';
import { finder, shifter } from '../../core/look';
import { kindOf } from '../../core/kinds';
import type { Point } from '../../core/raster';

/** Between places of the plan and the places where they were found in the painting, canvas mm. */
export function useMoved(reading: ReadingDetail | undefined) {
  const points = reading?.account?.drawing.points;
  return useMemo(() => {
    const moved = shifter(points ?? []);
    const there = ([x, y]: Point): [number, number] => {
      const [dx, dy] = moved([x, y]);
      return [x + dx, y + dy];
    };
    return {
      moved,
      /** whether a place of the plan was found in the painting */
      found: finder(points ?? []),
      /** a place of the painting back on the plan: two rounds are enough for shifts of some millimetres */
      toPlan(at: Point): [number, number] {
        const guess = moved(at);
        const [dx, dy] = moved([at[0] - guess[0], at[1] - guess[1]]);
        return [at[0] - dx, at[1] - dy];
      },
      /** a finding with its place where the painting has it */
      onFlat(finding: FindingOfReading): FindingOfReading {
        if (kindOf(finding.kind).named(finding)) return finding; // it is about no place
        return { ...finding, place: { outlines: finding.place.outlines.map((outline) => outline.map(there)) } };
      },
    };
  }, [points]);
}
export type Moved = ReturnType<typeof useMoved>;
