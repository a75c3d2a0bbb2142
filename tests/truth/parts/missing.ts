import { missingCase, OMISSIONS, type MissingCase, type Omission } from '../missing';
import { say } from '../say';
import type { Row } from '../targets';
import { HALVES, motifBySeed } from './motifBySeed';

function rowsOf(half: string, all: readonly MissingCase[]): Row[] {
  const asked = all.filter(({ omissions }) => omissions.length > 0);
  const share = (of: Omission) => asked.filter(({ found }) => found.includes(of)).length / asked.length;
  const claimed = (cases: readonly MissingCase[]) => cases.reduce((sum, { unbacked }) => sum + unbacked.length, 0);
  const faithful = all.filter(({ omissions }) => omissions.length === 0);
  return [
    {
      name: `missing, ${half}, elements from 1.1 % of the canvas: told, of ${asked.length}`,
      ...{ reached: share('element'), target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: `missing, ${half}, lines from 5.5 % of the longest side: told, of ${asked.length}`,
      ...{ reached: share('line'), target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: `missing, ${half}, claimed on ${faithful.length} faithful pictures`,
      ...{ reached: claimed(faithful), target: 0, unit: 'finding' },
    },
    {
      name: `missing, ${half}, claimed beside what is missing`,
      ...{ reached: claimed(asked), target: null, unit: 'finding' },
    },
  ];
}

/** Pictures painted by hand, whole and without an element and a line. @param count of either, in each half */
export async function missing(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: MissingCase[] = [];
    for (let k = 0; k < 2 * count; k++) {
      const seed = k >> 1;
      const { motif, setup } = await motifBySeed(seed, half);
      const one = await missingCase(motif, k % 2 === 0 ? OMISSIONS : [], { setup, seed });
      const said = one.omissions.length > 0 ? `told: ${one.found.join(', ') || 'nothing'}` : 'faithful';
      say(`  ${half}, ${said}; elsewhere: ${one.unbacked.join(' ') || 'nothing'}`);
      all.push(one);
    }
    rows.push(...rowsOf(half, all));
  }
  return rows;
}
