import { say } from '../say';
import type { Row } from '../targets';
import { behindCase, COURSES, thinCase, type BehindCase, type StemCourse, type ThinCase } from '../thin';
import { HALVES, motifBySeed, type Half } from './motifBySeed';

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
    {
      name: `thin shapes, ${half}, said not to carry on behind them, where all does`,
      ...{ reached: all.flatMap(({ behind }) => behind).length, target: 0, unit: 'sentence' },
    },
  ];
}

const JUMPS_MM = [8, -8, 0]; // by which an edge comes out beside where it went in

/** An edge that passes behind a stem, as it is said to come out. */
interface Passed extends BehindCase {
  readonly jump: number;
}

function behindRows(half: string, front: string, all: readonly Passed[]): Row[] {
  const off = all.filter(({ jump }) => jump !== 0);
  const told = off.filter(({ jump, by }) => by !== null && Math.abs(Math.abs(by) - Math.abs(jump)) <= 2.5);
  const claimed = all.flatMap(({ jump, told, unbacked }) => [...unbacked, ...(told && jump === 0 ? ['0'] : [])]);
  return [
    {
      name: `behind ${front}, ${half}, an edge comes out 8 mm off: told to 2.5 mm, of ${off.length}`,
      ...{ reached: told.length / Math.max(1, off.length), target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: `behind ${front}, ${half}, said of those that carry on`,
      ...{ reached: claimed.length, target: 0, unit: 'sentence' },
    },
  ];
}

const BARS_MM = [8, 12, 17, 10];

async function behind(half: Half, front: 'thin shapes' | 'bars', count: number): Promise<Row[]> {
  const all: Passed[] = [];
  for (let k = 0; k < count * JUMPS_MM.length; k++) {
    const jump = JUMPS_MM[k % JUMPS_MM.length];
    const { motif, setup } = await motifBySeed(k, half);
    const wideMm = front === 'bars' ? BARS_MM[k % BARS_MM.length] : undefined;
    const one = { jump, ...(await behindCase(motif, jump, { setup, seed: k, wideMm })) };
    say(
      `  ${half}, an edge ${jump} mm off behind ${front}: ${one.by?.toFixed(1) ?? 'nothing told'}; ${one.unbacked.join(' ')}`,
    );
    all.push(one);
  }
  return behindRows(half, front, all);
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
    for (const front of ['thin shapes', 'bars'] as const) rows.push(...(await behind(half, front, count)));
  }
  return rows;
}
