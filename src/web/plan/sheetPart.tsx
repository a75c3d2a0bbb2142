import { olderInWords, rereadInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { fileUrl, PlanContent } from '../../contract';
import { refresh, useAction, useJob, usePlans } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { plural } from '../words';
import type { PartProps } from './part';
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

/** The plan on paper: one sheet for the wall, and its lines at canvas size for transfer. */
export function SheetPart({ detail, plan }: PartProps) {
  const { painting } = detail;
  const [grid, setGrid] = useState<(typeof GRIDS)[number][0]>('mm');
  const [paper, setPaper] = useState<(typeof PAPERS)[number][0]>('a4');
  const [lines, setLines] = useState({ grid: true, diagonals: false, masses: true, window: true, picture: false });
  const [strength, setStrength] = useState(60);
  const { data: plans } = usePlans(painting.id);
  const reread = useAction('rereadPainting', painting.id);
  const client = useQueryClient();
  // They are read one after another: when the last has ended all are there.
  useJob(reread.data?.at(-1) ?? null, () => void refresh(client, painting.id));
  const older = (plans ?? []).slice(1).reduce((sum, { readings }) => sum + readings, 0);
  const query = {
    grid,
    paper,
    strength: String(strength),
    lines: Object.entries(lines)
      .filter(([, on]) => on)
      .map(([name]) => name)
      .join(','),
  };
  const words = (name: keyof typeof lines, text: string) => (
    <WordSwitch on={lines[name]} onSwitch={(on) => setLines({ ...lines, [name]: on })}>
      {text}
    </WordSwitch>
  );
  return (
    <div
      className="mt-3 grid items-start gap-6"
      style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(min(330px, 100%), 1fr))' }}
    >
      <section className="slip flex flex-col gap-3" aria-label="Plan sheet">
        <h2>The plan on one sheet</h2>
        <p className="serif">{PLAN_TEXT.sheetHolds}</p>
        <WordChoice label="Grid" options={GRIDS} value={grid} onChoose={setGrid} />
        <label className="flex flex-col gap-1">
          <span className="font-semibold">Notes for the palette</span>
          <textarea
            key={plan.draft.palette}
            rows={4}
            defaultValue={plan.draft.palette}
            placeholder="titanium white, raw umber, ultramarine; ivory black only in the ledge"
            onBlur={(event) =>
              event.target.value.trim() !== plan.draft.palette && plan.change({ palette: event.target.value.trim() })
            }
          />
        </label>
        {plan.dirty && <p className="small">{PLAN_TEXT.sheetOfKept}</p>}
        <a className="btn act" href={fileUrl('sheet', painting.id, query)} target="_blank" rel="noreferrer">
          Print the plan sheet
        </a>
      </section>
      <section className="slip flex flex-col gap-3" aria-label="Transfer">
        <h2>Lines at canvas size</h2>
        <p className="serif">{PLAN_TEXT.printedOverPages}</p>
        <div className="words" role="group" aria-label="Lines to print">
          {words('grid', 'grid')}
          {words('diagonals', 'diagonals')}
          {words('masses', 'outlines of the masses')}
          {words('window', 'the frame’s window')}
          {words('picture', 'the picture, pale')}
        </div>
        <WordChoice label="Paper" options={PAPERS} value={paper} onChoose={setPaper} />
        <label className="flex items-center gap-3">
          <span className="small whitespace-nowrap">Strength of the lines</span>
          <input
            type="range"
            className="w-full"
            min={10}
            max={100}
            value={strength}
            onChange={(event) => setStrength(Number(event.target.value))}
          />
        </label>
        <a className="btn" href={fileUrl('transfer', painting.id, query)} target="_blank" rel="noreferrer">
          Print the lines
        </a>
      </section>
      <section className="slip flex flex-col gap-3" aria-label="Versions">
        <h2>Versions of the plan</h2>
        <ul>
          {(plans ?? []).map((one, i) => (
            <li key={one.id} className="flex justify-between gap-3">
              <span style={{ fontWeight: i === 0 ? 700 : undefined }}>version {one.version}</span>
              <span className="small">
                {one.createdAt.slice(0, 10)}, {plural(one.readings, 'reading')}
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
    </div>
  );
}
