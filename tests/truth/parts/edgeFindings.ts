import { LINEAR, madeUp, type Motif } from '../easel';
import { EDGE_ERRORS, edgeCase, type EdgeCase } from '../edgeErrors';
import { phoneSetup } from '../phone';
import { say } from '../say';
import type { Row } from '../targets';

const SIZES = [
  [300, 240],
  [360, 260],
  [240, 240],
  [400, 300],
] as const;
const REGISTERS = ['full', 'light', 'dark'] as const;
const motifFor = (seed: number): Promise<Motif> => {
  const [widthMm, heightMm] = SIZES[seed % SIZES.length];
  return madeUp(50 + seed, [widthMm, heightMm], REGISTERS[seed % REGISTERS.length]);
};

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
      name: name('untrue ones beside an error: mean'),
      ...{ reached: mean(wrong), target: null, unit: 'finding' },
    },
  ];
}

/** Pictures painted by hand, faithful and with one edge that is not as planned. @param count of either, in each half */
export async function edgeFindings(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of ['clean', 'phone'] as const) {
    const all: EdgeCase[] = [];
    for (let k = 0; k < 2 * count; k++) {
      const seed = k >> 1;
      const motif = await motifFor(seed);
      const setup = half === 'clean' ? { ...LINEAR, seed } : phoneSetup(700 + seed, motif);
      const error = k % 2 === 0 ? EDGE_ERRORS[seed % EDGE_ERRORS.length] : null;
      const one = await edgeCase(motif, error, { setup: { ...setup, width: 3000, height: 2250 }, seed });
      const found = one.rank < 0 ? 'not found' : `number ${one.rank + 1}`;
      say(`  ${half}, ${error ? `${error}: ${found}` : 'faithful'}; elsewhere: ${one.unbacked.join(' ') || 'nothing'}`);
      all.push(one);
    }
    rows.push(...rowsOf(half, all));
  }
  return rows;
}
