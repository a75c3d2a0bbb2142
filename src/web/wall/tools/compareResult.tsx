import { useState } from 'react';
import type { Painting } from '../../../contract';
import { angleBetween, compareLines, leansBy, type ComparedLine, type Pointed } from '../../../core/look';
import {
  angleInWords,
  comparedInWords,
  heightOffInWords,
  leanOffInWords,
  leanShortInWords,
  lengthOffInWords,
  longerInWords,
  lineName,
  NOT_FOUND,
  WALL_TEXT,
} from '../../../core/words';
import { SortTable, type Column } from '../../ui/sortTable';
import { WordChoice } from '../../ui/words';

type Row = ComparedLine & { readonly index: number };

/** One thing measured of every line: as planned, as painted, and how far off. */
interface Measure {
  readonly name: string;
  /** what its figures are */
  readonly how: string;
  readonly of: (row: Row, which: 'planned' | 'painted') => string | null;
  /** how far off, by size and in words; null = not known */
  readonly off: (row: Row, canvas: Painting) => { by: number; words: string } | null;
}

const both = (row: Row) => (row.planned && row.painted ? { planned: row.planned, painted: row.painted } : null);

const LENGTHS: Measure = {
  name: 'Lengths',
  how: WALL_TEXT.lengthsHow,
  of: ({ planned, painted }, which) => ({ planned, painted })[which]?.length.toFixed(1) ?? null,
  off(row) {
    const lines = both(row);
    if (!lines) return null;
    const by = lines.painted.length - lines.planned.length;
    return { by: Math.abs(by), words: longerInWords(by) };
  },
};
const PROPORTIONS: Measure = {
  name: 'Proportions',
  how: WALL_TEXT.proportionsHow,
  of: ({ index, share, ...row }, which) => (index === 0 ? row[which] && '1' : (share[which]?.toFixed(2) ?? null)),
  off: ({ index, off }) => (off === null || index === 0 ? null : { by: Math.abs(off), words: lengthOffInWords(off) }),
};
const LEANS: Measure = {
  name: 'Leans',
  how: WALL_TEXT.leansHow,
  of: (row, which) => leanShortInWords(row[which]?.lean ?? null),
  off(row) {
    const lines = both(row);
    if (!lines) return null;
    const by = leansBy(lines.painted, lines.planned);
    return { by: Math.abs(by), words: leanOffInWords(by) };
  },
};
const HEIGHTS: Measure = {
  name: 'Heights',
  how: WALL_TEXT.heightsHow,
  of: (row, which) => row[which]?.height.toFixed(1) ?? null,
  off(row, { heightMm }) {
    const lines = both(row);
    if (!lines) return null;
    const by = (lines.painted.height - lines.planned.height) / heightMm;
    return { by: Math.abs(by), words: heightOffInWords(by) };
  },
};
/** Proportions are asked of more than one line. */
const measuresOf = (lines: number) => [LENGTHS, ...(lines > 1 ? [PROPORTIONS] : []), LEANS, HEIGHTS];

function columnsOf(measure: Measure, painting: Painting, withPlan: boolean): Column<Row>[] {
  const told = (row: Row, which: 'planned' | 'painted') => measure.of(row, which) ?? NOT_FOUND;
  const painted: Column<Row> = { name: 'painted', show: (row) => told(row, 'painted'), by: ({ index }) => index };
  const name: Column<Row> = { name: 'line', show: ({ index }) => lineName(index), by: ({ index }) => index };
  if (!withPlan) return [name, painted];
  return [
    name,
    { name: 'planned', show: (row) => told(row, 'planned'), by: ({ index }) => index },
    painted,
    {
      name: 'off',
      show: (row) => measure.off(row, painting)?.words ?? '',
      by: (row) => measure.off(row, painting)?.by ?? -1,
    },
  ];
}

/** The angle between two lines, on both pictures. */
function Angle({ lines: [one, other] }: { lines: readonly ComparedLine[] }) {
  if (!one || !other) return null;
  const of = (which: 'planned' | 'painted') => {
    const [a, b] = [one[which], other[which]];
    return a && b ? angleBetween(a, b) : null;
  };
  return <p className="small">{angleInWords(of('planned'), of('painted'))}</p>;
}

/**
 * Lengths, leans and heights of lines between the painter's points, planned and painted, the furthest off first; of the
 * painting where it is known where both ends lie.
 * @param points with their places in the painting
 */
export function CompareResult({ points, painting }: { readonly points: readonly Pointed[]; painting: Painting }) {
  const [name, setName] = useState(LENGTHS.name);
  const lines = compareLines(points);
  if (lines.length === 0) return null;
  const measures = measuresOf(lines.length);
  const measure = measures.find((one) => one.name === name) ?? LENGTHS;
  const withPlan = points.some(({ plan }) => plan);
  const unknown = withPlan && lines.some(({ painted }) => !painted);
  return (
    <div data-testid="compare-result">
      <p className="serif mt-2">{comparedInWords(lines.map(({ off }) => off))}</p>
      <WordChoice
        label="What of the lines"
        className="words tight !gap-x-3"
        small
        options={measures.map((one) => [one.name, one.name] as const)}
        value={measure.name}
        onChoose={setName}
      />
      <SortTable
        key={measure.name}
        label={`${measure.name} of the lines, the furthest off first`}
        rows={lines.map((line, index) => ({ ...line, index }))}
        idOf={({ index }) => index}
        first={{ column: withPlan ? 3 : 0, down: withPlan }}
        columns={columnsOf(measure, painting, withPlan)}
      />
      {measure === LEANS && <Angle lines={lines.slice(0, 2)} />}
      <p className="small">{measure.how}</p>
      {unknown && <p className="small">{WALL_TEXT.endsNotFound}</p>}
    </div>
  );
}
