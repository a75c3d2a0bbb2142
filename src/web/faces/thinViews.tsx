import { useMemo } from 'react';
import type { MassOfReading } from '../../contract';
import { placeHolds, type Point } from '../../core/raster';
import type { CoursedStrip, Front } from '../../core/thin';
import {
  BETWEEN_MASSES,
  evenInWords,
  jumpInWords,
  percent,
  stepInWords,
  THIN_TEXT,
  widthsInWords,
} from '../../core/words';
import { useScale } from '../settings';
import { SortTable, type Column } from '../ui/sortTable';
import type { TableProps } from './readingTables';
import { Lines, type WordsProps } from './subjectSlip';

/** The mass that most of a thin shape or a bar lies on; null = it lies on none. */
function massUnder({ places }: Front, masses: readonly MassOfReading[]): { mass: number; words: string } | null {
  const holds = (at: Point) => masses.find(({ place }) => placeHolds(place, at));
  const under = places.flatMap(({ at }) => holds(at) ?? []);
  const count = (id: number) => under.filter((one) => one.id === id).length;
  const most = [...under].sort((a, b) => count(b.id) - count(a.id))[0];
  return most ? { mass: most.id, words: most.name } : null;
}

/** Thin shapes that run on too evenly, and those behind which nothing carries on. */
export function ThinWords({ reading: { masses }, thin, onMass }: Pick<WordsProps, 'reading' | 'thin' | 'onMass'>) {
  const { per } = useScale();
  const at = ({ front }: { readonly front: Front }) => ({ on: massUnder(front, masses), per });
  const lines = [
    ...thin.even.map((one) => evenInWords(one, massUnder(one.strip, masses))),
    ...thin.steps.map((one) => stepInWords(one, at(one))),
    ...thin.jumps.map((one) => jumpInWords(one, at(one))),
    ...thin.bars.steps.map((one) => stepInWords(one, { ...at(one), front: 'bar' })),
    ...thin.bars.jumps.map((one) => jumpInWords(one, { ...at(one), front: 'bar' })),
  ];
  return lines.length > 0 ? <Lines {...{ lines, masses, onMass }} /> : null;
}

const middleOf = (widths: readonly [number, number] | null): number | null => widths && (widths[0] + widths[1]) / 2;

/** Every thin shape, to be shown on the pictures: how wide and how even it is planned and painted. */
export function ThinTable({ masses, thin, thinChosen, onThin }: TableProps) {
  // Looked up once: a table asks for them at every sort and render.
  const names = useMemo(
    () => new Map(thin.all.map((one) => [one, massUnder(one.strip, masses)?.words ?? BETWEEN_MASSES])),
    [thin, masses],
  );
  if (thin.all.length === 0) return null;
  const nameOf = (one: CoursedStrip) => names.get(one) ?? BETWEEN_MASSES;
  const indexOf = (one: CoursedStrip) => thin.all.indexOf(one);
  const sides = (['planned', 'painted'] as const).flatMap((side): Column<CoursedStrip>[] => [
    {
      name: `${side} wide`,
      number: true,
      show: ({ [side]: { widthsMm } }) => widthsMm && widthsInWords(widthsMm),
      by: ({ [side]: { widthsMm } }) => middleOf(widthsMm),
    },
    {
      name: THIN_TEXT.even,
      number: true,
      show: ({ [side]: { even } }) => percent(even),
      by: ({ [side]: { even } }) => even,
    },
  ]);
  return (
    <SortTable
      label={THIN_TEXT.table}
      rows={thin.all}
      idOf={indexOf}
      chosen={thinChosen}
      onChoose={(one) => onThin(indexOf(one))}
      first={{ column: 1, down: true }}
      columns={[
        { name: THIN_TEXT.at, show: nameOf, by: nameOf },
        { name: 'long', number: true, show: ({ lengthMm }) => `${Math.round(lengthMm)} mm`, by: (one) => one.lengthMm },
        ...sides,
      ]}
    />
  );
}
