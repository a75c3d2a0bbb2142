import { memo, type ComponentType } from 'react';
import type { MassOfReading, ReadingDetail } from '../../contract';
import { ValueLadder } from '../charts/valueLadder';
import type { EdgesTold } from '../../core/edges';
import type { StripsTold } from '../../core/thin';
import { EdgeShares, EdgeWords } from './edgeViews';
import type { Mapped } from './differenceField';
import type { PatternName } from './patternPlaces';
import { ColourTable, DrawingTable, RelationTable, ValueTable, type TableProps } from './readingTables';
import { ColourWords, DrawingWords, RangeLine, ValueWords, type WordsProps } from './subjectSlip';
import type { Subject } from './subjects';
import { ThinTable } from './thinViews';

/** A map on the flat, and the word it is chosen by. */
interface MapChoice {
  readonly of: Mapped | PatternName;
  readonly words: string;
}

/** What a reading shows of one subject. */
interface View {
  readonly Words: ComponentType<WordsProps>;
  readonly Table: ComponentType<TableProps>;
  readonly maps: readonly MapChoice[];
}

/** Every subject a reading is looked at for, but all together. */
const VIEWS: Record<Exclude<Subject, 'all'>, View> = {
  drawing: { Words: DrawingWords, Table: DrawingTable, maps: [] },
  values: {
    Words: (props) => (
      <>
        <ValueWords {...props} />
        <RangeLine reading={props.reading} />
      </>
    ),
    Table: (props) => (
      <>
        <ValueTable {...props} />
        <RelationTable {...props} />
      </>
    ),
    maps: [
      { of: 'value', words: 'Lighter or darker' },
      { of: 'two', words: 'Two values' },
      { of: 'tones', words: 'Pattern' },
    ],
  },
  edges: {
    Words: EdgeWords,
    Table: (props) => (
      <>
        <EdgeShares {...props} />
        <ThinTable {...props} />
      </>
    ),
    maps: [],
  },
  temperature: {
    Words: ColourWords,
    Table: ColourTable,
    maps: [
      { of: 'warmth', words: 'Warmer or cooler' },
      { of: 'chroma', words: 'Stronger or greyer' },
    ],
  },
};

/** Maps that can be laid over the flat. */
export const mapsOf = (subject: Subject): readonly MapChoice[] => (subject === 'all' ? [] : VIEWS[subject].maps);

/** What holds of the whole picture for a subject. Not said anew while the hand pans. */
export const SubjectWords = memo(function SubjectWords({
  subject,
  ...props
}: WordsProps & { subject: Exclude<Subject, 'all'> }) {
  const { Words } = VIEWS[subject];
  return <Words {...props} />;
});

const MOST_LADDERED = 40; // masses the ladder has room for

/**
 * What stands under the pictures: the ladder of values, or the numbers of the subject that is read. Not drawn anew
 * while the hand pans: of a table every cell would be.
 */
export const ReadingTables = memo(function ReadingTables({
  reading,
  subject,
  onChoose,
  ...told
}: {
  reading: ReadingDetail;
  subject: Subject;
  onChoose: (id: number) => void;
  edges: EdgesTold | null;
  thin: StripsTold | null;
} & Pick<TableProps, 'chosen' | 'thinChosen' | 'onThin'>) {
  const { masses, account, edgesBefore } = reading;
  const { edges, thin } = told;
  const choose = ({ id }: MassOfReading) => onChoose(id);
  if (!account || !edges || !thin || subject === 'all')
    return (
      <div className="mt-3 overflow-x-auto border-t-2 pt-1" style={{ borderColor: 'var(--ink)' }}>
        <ValueLadder masses={masses.slice(0, MOST_LADDERED)} onChoose={choose} />
      </div>
    );
  const { Table } = VIEWS[subject];
  return (
    <div className="mt-3 flex flex-col gap-4">
      <Table {...told} {...{ masses, account, edges, thin, edgesBefore }} onChoose={choose} />
    </div>
  );
});
