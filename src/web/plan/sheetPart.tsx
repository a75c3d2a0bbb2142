import { olderInWords, rereadInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { fileUrl, PlanContent } from '../../contract';
import { refresh, useAction, useJob, usePlans } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { dayInWords, plural } from '../words';
import type { PartProps } from './part';
import { SizeWarning, TrueToSize } from './trueToSize';
import { TextField } from '../ui/textField';
import { WordChoice, WordSwitch } from '../ui/words';

const GRIDS = [
  ['none', 'no grid'],
  ['mm', 'every 50 mm'],
  ['shares', 'fourths'],
  ['thirds', 'thirds'],
] as const;
const PAPERS = [
  ['a4', 'A4'],
  ['a3', 'A3'],
  ['letter', 'letter'],
] as const;

const LINES = [
  ['grid', 'grid'],
  ['diagonals', 'diagonals'],
  ['masses', 'outlines of the masses'],
  ['window', 'the frame’s window'],
  ['picture', 'the picture, pale'],
] as const;
type Line = (typeof LINES)[number][0];
type Grid = (typeof GRIDS)[number][0];
type Paper = (typeof PAPERS)[number][0];

/** What is printed, as the addresses of both papers say it. */
function usePrinted() {
  const [grid, setGrid] = useState<Grid>('mm');
  const [paper, setPaper] = useState<Paper>('a4');
  const [lines, setLines] = useState<readonly Line[]>(['grid', 'masses', 'window']);
  const [strength, setStrength] = useState(60);
  return {
    ...{ grid, setGrid, paper, setPaper, lines, strength, setStrength },
    draw: (line: Line, on: boolean) =>
      setLines(LINES.map(([one]) => one).filter((one) => (one === line ? on : lines.includes(one)))),
    query: { grid, paper, strength: String(strength), lines: lines.join(',') },
  };
}
type Printed = ReturnType<typeof usePrinted>;

/** The plan on one sheet, with the painter's notes. */
function Sheet({ detail, plan, printed }: PartProps & { printed: Printed }) {
  return (
    <section className="slip flex flex-col gap-3" aria-label="Plan sheet">
      <h2>The plan on one sheet</h2>
      <p className="serif">{PLAN_TEXT.sheetHolds}</p>
      <WordChoice label="Grid" options={GRIDS} value={printed.grid} onChoose={printed.setGrid} />
      <TextField
        label="Notes for the palette"
        rows={4}
        value={plan.draft.palette}
        hint="titanium white, raw umber, ultramarine; ivory black only in the ledge"
        onText={(palette) => plan.change({ palette })}
      />
      {plan.dirty && <p className="small">{PLAN_TEXT.sheetOfKept}</p>}
      <a
        className="btn act"
        href={fileUrl('sheet', detail.painting.id, printed.query)}
        target="_blank"
        rel="noreferrer"
      >
        Print the plan sheet
      </a>
    </section>
  );
}

/** The plan's lines at canvas size, over as many pages as it takes. */
function Transfer({ detail, printed }: Pick<PartProps, 'detail'> & { printed: Printed }) {
  return (
    <section className="slip flex flex-col gap-3" aria-label="Transfer">
      <h2>Lines at canvas size</h2>
      <p className="serif">{PLAN_TEXT.printedOverPages}</p>
      <div className="words" role="group" aria-label="Lines to print">
        {LINES.map(([line, words]) => (
          <WordSwitch key={line} on={printed.lines.includes(line)} onSwitch={(on) => printed.draw(line, on)}>
            {words}
          </WordSwitch>
        ))}
      </div>
      <WordChoice label="Paper" options={PAPERS} value={printed.paper} onChoose={printed.setPaper} />
      <label className="flex items-center gap-3">
        <span className="small whitespace-nowrap">Strength of the lines</span>
        <input
          type="range"
          className="w-full"
          min={10}
          max={100}
          value={printed.strength}
          onChange={(event) => printed.setStrength(Number(event.target.value))}
        />
      </label>
      <SizeWarning detail={detail} />
      <a className="btn" href={fileUrl('transfer', detail.painting.id, printed.query)} target="_blank" rel="noreferrer">
        Print the lines
      </a>
    </section>
  );
}

/** Every version of the plan, and the readings that name older ones. */
function Versions({ detail: { painting }, plan }: PartProps) {
  const { data: plans = [] } = usePlans(painting.id);
  const reread = useAction('rereadPainting', painting.id);
  const client = useQueryClient();
  // They are read one after another: when the last has ended all are there.
  useJob(reread.data?.at(-1) ?? null, () => void refresh(client, painting.id));
  const older = plans.slice(1).reduce((sum, { readings }) => sum + readings, 0);
  return (
    <section className="slip flex flex-col gap-3" aria-label="Versions">
      <h2>Versions of the plan</h2>
      <ul>
        {plans.map((one, i) => (
          <li key={one.id} className="flex justify-between gap-3">
            <span style={{ fontWeight: i === 0 ? 700 : undefined }}>version {one.version}</span>
            <span className="small">
              {dayInWords(one.createdAt)}, {plural(one.readings, 'reading')}
              {i > 0 && (
                <>
                  {' '}
                  <button
                    className="line small"
                    aria-label={`Take version ${one.version} up again`}
                    onClick={() => plan.change(PlanContent.parse(one))}
                  >
                    take it up again
                  </button>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {older > 0 && (
        <>
          <p className="serif">{olderInWords(older)}</p>
          <button
            className="btn"
            disabled={reread.isPending}
            onClick={() => reread.mutate({ params: { paintingId: painting.id } })}
          >
            Read old sessions again
          </button>
          {reread.data && <p className="small">{rereadInWords(reread.data.length)}</p>}
        </>
      )}
      <ProblemNote error={reread.error} />
    </section>
  );
}

/** The plan on paper: one sheet for the wall, and its lines at canvas size for transfer. */
export function SheetPart(props: PartProps) {
  const printed = usePrinted();
  return (
    <div
      className="mt-3 grid items-start gap-6"
      style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(min(330px, 100%), 1fr))' }}
    >
      <Sheet {...props} printed={printed} />
      <Transfer detail={props.detail} printed={printed} />
      <TrueToSize detail={props.detail} />
      <Versions {...props} />
    </div>
  );
}
