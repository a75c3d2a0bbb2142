import type { MassOfReading } from '../../contract';
import { placeHolds, type Point } from '../../core/raster';
import type { Strip } from '../../core/thin';
import { evenInWords, stepInWords } from '../../core/words';
import { useScale } from '../settings';
import { Lines, type WordsProps } from './subjectSlip';

/** The mass that most of a thin shape lies on; null = it lies on none. */
function massUnder({ places }: Strip, masses: readonly MassOfReading[]): { mass: number; words: string } | null {
  const holds = (at: Point) => masses.find(({ place }) => placeHolds(place, at));
  const under = places.flatMap(({ at }) => holds(at) ?? []);
  const count = (id: number) => under.filter((one) => one.id === id).length;
  const most = [...under].sort((a, b) => count(b.id) - count(a.id))[0];
  return most ? { mass: most.id, words: most.name } : null;
}

/** Thin shapes that run on too evenly, and those behind which nothing carries on. */
export function ThinWords({ reading: { masses }, thin, onMass }: Pick<WordsProps, 'reading' | 'thin' | 'onMass'>) {
  const { per } = useScale();
  const lines = [
    ...thin.even.map((one) => evenInWords(one, massUnder(one.strip, masses))),
    ...thin.steps.map((one) => stepInWords(one, massUnder(one.strip, masses), per)),
  ];
  return lines.length > 0 ? <Lines {...{ lines, masses, onMass }} /> : null;
}
