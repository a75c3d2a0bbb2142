import { missingCase, OMISSIONS, type MissingCase, type Omission } from '../missing';
import { say } from '../say';
import type { Row } from '../targets';
import { HALVES, motifBySeed } from './motifBySeed';

/** Rows of what is missing, or of what no plan has. */
function rowsOf(
  name: string,
  all: readonly Pick<MissingCase, 'omissions' | 'found' | 'unbacked'>[],
  target: { readonly element: number; readonly line: number | null },
): Row[] {
  const asked = all.filter(({ omissions }) => omissions.length > 0);
  const share = (of: Omission) => asked.filter(({ found }) => found.includes(of)).length / asked.length;
  const claimed = (cases: readonly { unbacked: readonly string[] }[]) =>
    cases.reduce((sum, { unbacked }) => sum + unbacked.length, 0);
  const faithful = all.filter(({ omissions }) => omissions.length === 0);
  return [
    {
      name: `${name}, elements from 1.1 % of the canvas: told, of ${asked.length}`,
      ...{ reached: share('element'), target: target.element, atLeast: true, unit: 'share' },
    },
    {
      name: `${name}, lines from 5.5 % of the longest side: told, of ${asked.length}`,
      ...{ reached: share('line'), target: target.line, atLeast: true, unit: 'share' },
    },
    {
      name: `${name}, claimed on ${faithful.length} faithful pictures`,
      ...{ reached: claimed(faithful), target: 0, unit: 'finding' },
    },
    {
      name: `${name}, claimed beside what is there`,
      ...{ reached: claimed(asked), target: null, unit: 'finding' },
    },
  ];
}

/**
 * Pictures painted by hand, whole, and without an element and a line but with others that are in no plan.
 * @param count of either, in each half
 */
export async function missing(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: MissingCase[] = [];
    for (let k = 0; k < 2 * count; k++) {
      const seed = k >> 1;
      const { motif, setup } = await motifBySeed(seed, half);
      const one = await missingCase(motif, k % 2 === 0 ? OMISSIONS : [], { setup, seed });
      const told = (found: readonly Omission[]) => found.join(', ') || 'nothing';
      const said = `missing told: ${told(one.found)}; unplanned told: ${told(one.unplannedFound)}`;
      const elsewhere = [...one.unbacked, ...one.unplannedUnbacked].join(' ') || 'nothing';
      say(`  ${half}, ${one.omissions.length > 0 ? said : 'faithful'}; elsewhere: ${elsewhere}`);
      all.push(one);
    }
    const unplanned = all.map(({ omissions, unplannedFound: found, unplannedUnbacked: unbacked }) => {
      return { omissions, found, unbacked };
    });
    rows.push(
      ...rowsOf(`missing, ${half}`, all, { element: 0.9, line: 0.9 }),
      ...rowsOf(`in no plan, ${half}`, unplanned, { element: 0.66, line: null }),
    );
  }
  return rows;
}
