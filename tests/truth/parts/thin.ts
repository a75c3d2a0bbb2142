import { say } from '../say';
import type { Row } from '../targets';
import { COURSES, thinCase, type StemCourse, type ThinCase } from '../thin';
import { HALVES, motifBySeed } from './motifBySeed';

/** A stem as it was planned and painted, and what was said. */
interface Told extends ThinCase {
  readonly planned: StemCourse;
  readonly painted: StemCourse;
}

function rowsOf(half: string, all: readonly Told[]): Row[] {
  const wrong = all.filter(({ planned, painted }) => planned !== painted);
  const faithful = all.filter(({ planned, painted }) => planned === painted);
  const share = (of: readonly Told[], is: (one: Told) => boolean) => of.filter(is).length / Math.max(1, of.length);
  const claimed = faithful.filter(({ tooEven }) => tooEven).length + all.flatMap(({ unbacked }) => unbacked).length;
  return [
    {
      name: `thin shapes, ${half}, read of ${all.length} stems`,
      ...{ reached: share(all, ({ read }) => read), target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: `thin shapes, ${half}, varied and painted evenly: told, of ${wrong.length}`,
      ...{ reached: share(wrong, ({ tooEven }) => tooEven), target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: `thin shapes, ${half}, said too even of ${faithful.length} faithful stems and all other thin shapes`,
      ...{ reached: claimed, target: 0, unit: 'shape' },
    },
  ];
}

/** Stems that vary in the plan, painted evenly or as planned. @param count of each, in each half */
export async function thin(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: Told[] = [];
    for (let k = 0; k < count; k++)
      for (const planned of COURSES)
        for (const painted of planned === 'even' ? [planned] : [planned, 'even' as const]) {
          const seed = k * COURSES.length + COURSES.indexOf(planned);
          const { motif, setup } = await motifBySeed(seed, half);
          const one = { planned, painted, ...(await thinCase(motif, { planned, painted }, { setup, seed })) };
          const said = one.read ? (one.tooEven ? 'too even' : 'let be') : 'not read';
          say(
            `  ${half}, ${planned} painted ${painted}: ${said}; ${one.others} others: ${one.unbacked.join('; ') || 'let be'}`,
          );
          all.push(one);
        }
    rows.push(...rowsOf(half, all));
  }
  return rows;
}
