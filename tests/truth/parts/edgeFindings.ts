import { EDGE_ERRORS, edgeCase, type EdgeCase } from '../edgeErrors';
import { say } from '../say';
import type { Row } from '../targets';
import { HALVES, motifBySeed } from './motifBySeed';

const share = (yes: readonly boolean[]) => yes.filter(Boolean).length / yes.length;

function rowsOf(half: string, all: readonly EdgeCase[]): Row[] {
  const wrong = all.filter(({ error }) => error !== null);
  const faithful = all.filter(({ error }) => error === null);
  const mean = (cases: readonly EdgeCase[]) =>
    cases.reduce((sum, { unbacked }) => sum + unbacked.length, 0) / cases.length;
  const name = (what: string) => `findings of edges, ${half}, ${what}`;
  return [
    {
      name: name(`${wrong.length} edges softened, hardened or lost: named`),
      reached: share(wrong.map(({ rank }) => rank >= 0)),
      ...{ target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: name('the same: in the top five'),
      reached: share(wrong.map(({ rank }) => rank >= 0 && rank < 5)),
      ...{ target: 0.85, atLeast: true, unit: 'share' },
    },
    {
      name: name(`untrue ones on a faithful picture, ${faithful.length}: mean`),
      ...{ reached: mean(faithful), target: 0.5, unit: 'finding' },
    },
    {
      name: name(`said to come and go, or to run on, of which none does, ${all.length}: mean`),
      reached: all.reduce((sum, { lapsing }) => sum + lapsing, 0) / all.length,
      ...{ target: null, unit: 'edge' },
    },
    {
      name: name('untrue ones beside an error: mean'),
      ...{ reached: mean(wrong), target: null, unit: 'finding' },
    },
  ];
}

/** Pictures painted by hand, faithful and with one edge that is not as planned. @param count of either, in each half */
export async function edgeFindings(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: EdgeCase[] = [];
    for (let k = 0; k < 2 * count; k++) {
      const seed = k >> 1;
      const { motif, setup } = await motifBySeed(seed, half);
      const error = k % 2 === 0 ? EDGE_ERRORS[seed % EDGE_ERRORS.length] : null;
      const one = await edgeCase(motif, error, { setup, seed });
      const found = one.rank < 0 ? 'not found' : `number ${one.rank + 1}`;
      say(
        `  ${half}, ${error ? `${error}: ${found}` : 'faithful'}; elsewhere: ${one.unbacked.join(' ') || 'nothing'}; lapsing: ${one.lapsing}`,
      );
      all.push(one);
    }
    rows.push(...rowsOf(half, all));
  }
  return rows;
}
