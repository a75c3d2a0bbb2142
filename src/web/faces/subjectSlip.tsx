import type { Account, MassMark, MassOfReading, ReadingDetail } from '../../contract';
import {
  BETWEEN_MASSES,
  coloursInWords,
  drawingInWords,
  plainLine,
  rangeInWords,
  tooBareInWords,
  valuesInWords,
  type Line,
  type Names,
} from '../../core/words';
import type { EdgesTold } from '../../core/edges';
import type { StripsTold } from '../../core/thin';
import type { Focal } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import { useScale } from '../settings';
import { LENGTHENED } from './driftMarks';
import { thingName } from './seats';

/** What the words of a subject are told from. */
export interface WordsProps {
  readonly reading: ReadingDetail & { account: Account };
  readonly onMass: (id: number) => void;
  /** the plan's names */
  readonly marks: readonly MassMark[];
  /** what its edges come to */
  readonly edges: EdgesTold;
  /** what its thin shapes come to */
  readonly thin: StripsTold;
  /** the plan's focal area */
  readonly focal: Focal | null;
  /** the edge told of as a whole that is shown alone, by its index; null = none */
  readonly along: number | null;
  readonly onAlong: (index: number) => void;
}

const largestOf = (ids: readonly number[], masses: readonly MassOfReading[]): number | null =>
  masses.filter(({ id }) => ids.includes(id)).sort((a, b) => b.share - a.share)[0]?.id ?? ids[0] ?? null;

export function Lines({
  lines,
  masses,
  onMass,
}: {
  lines: readonly Line[];
  masses: readonly MassOfReading[];
  onMass: (id: number) => void;
}) {
  return (
    <ul className="serif mb-2 flex flex-col gap-2">
      {lines.map((line) => (
        <li key={plainLine(line)}>
          {line.map((piece, i) => {
            if (typeof piece === 'string') return piece;
            if ('strong' in piece) return <b key={i}>{piece.strong}</b>;
            return <Named key={i} id={piece.mass} masses={masses} onMass={onMass} words={piece.words} />;
          })}
        </li>
      ))}
    </ul>
  );
}

/** How masses and things are called on this plan. */
export const namesOf = (masses: readonly MassOfReading[], marks: readonly MassMark[]): Names => ({
  mass: (id) => masses.find((one) => one.id === id)?.name ?? 'a mass',
  thing: (ids) => thingName(ids, masses, marks),
  largest: (ids) => largestOf(ids, masses),
});

/** A mass's name that shows where it lies. */
function Named({
  id,
  masses,
  onMass,
  words,
}: {
  id: number;
  masses: readonly MassOfReading[];
  onMass: (id: number) => void;
  /** what it is called, where that is not its own name */
  words?: string;
}) {
  const mass = masses.find((one) => one.id === id);
  return (
    <button className="inline border-0 bg-transparent p-0 underline" onClick={() => onMass(id)}>
      {words ?? mass?.name ?? 'a mass'}
    </button>
  );
}

/** Where the drawing sits, in words. */
export const DrawingWords = ({ reading: { account } }: WordsProps) => (
  <p className="serif mb-2">{drawingInWords(account, LENGTHENED)}</p>
);

/** What holds of the values over the whole picture. */
export function ValueWords({ reading: { account, masses, recheck, coverage }, onMass, marks }: WordsProps) {
  const { show, per } = useScale();
  const bare = tooBareInWords(coverage?.covered ?? null);
  if (bare) return <p className="serif mb-2">{bare}</p>;
  const lines = valuesInWords(account, { names: namesOf(masses, marks), recheck, show, per });
  return <Lines lines={lines} masses={masses} onMass={onMass} />;
}

/** What holds of temperature and strength. */
export function ColourWords({ reading: { account, masses, coverage }, onMass, marks }: WordsProps) {
  const bare = tooBareInWords(coverage?.covered ?? null);
  if (bare) return <p className="serif mb-2">{bare}</p>;
  return <Lines lines={coloursInWords(account, { names: namesOf(masses, marks) })} masses={masses} onMass={onMass} />;
}

/** What a point of the canvas lies in, by name. */
export const placesOf =
  ({ masses }: Pick<ReadingDetail, 'masses'>) =>
  (at: Point): string =>
    masses.find(({ place }) => placeHolds(place, at))?.name ?? BETWEEN_MASSES;

/** Extremes of plan and painting, on the painter's scale, and where they lie. */
export function RangeLine({ reading }: Pick<WordsProps, 'reading'>) {
  const { account } = reading;
  const scale = useScale();
  const lies = placesOf(reading);
  return <p className="small">{rangeInWords(account, { show: scale.show, scale: scale.name, lies })}</p>;
}
