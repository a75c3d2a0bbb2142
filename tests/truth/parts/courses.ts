import { courseScene, readCourses, type CourseCase } from '../courses';
import { say } from '../say';
import { quantileOf } from '../statistics';
import type { Row } from '../targets';
import { HALVES, type Half } from './motifBySeed';
import { EDGE_HANDS, edgeSetup } from './edgeHalves';

const share = (yes: readonly boolean[]) => yes.filter(Boolean).length / yes.length;

function rowsOf(half: Half, all: readonly CourseCase[]): Row[] {
  const of = (is: CourseCase['course']) => all.filter(({ course }) => course === is);
  const inTurn = of('in turn');
  const lapsing = [...of('comes and goes'), ...of('runs on')];
  const others = [...inTurn, ...of('evenly')];
  const ends = inTurn.flatMap(({ endsOff }) => endsOff);
  const name = (what: string) => `courses of edges, ${half}, ${what}`;
  return [
    {
      name: name(`${inTurn.length} hard, then soft, then lost: told as three stretches`),
      reached: share(inTurn.map(({ classes }) => classes.join() === 'hard,soft,lost')),
      ...{ target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: name(`the same: ${ends.length} ends from where they are, ninth decile`),
      ...{ reached: quantileOf(ends, 0.9), target: 6, unit: 'mm' },
    },
    {
      name: name(`${lapsing.length} that come and go, planned or painted: told as such`),
      reached: share(
        lapsing.map(({ course, lapsing: side }) => side === (course === 'comes and goes' ? 'painted' : 'planned')),
      ),
      ...{ target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: name(`${others.length} that do not: said to`),
      ...{ reached: share(others.map(({ lapsing: side }) => side !== null)), target: 0, unit: 'share' },
    },
  ];
}

/** Long edges whose class changes along them. @param count pictures of either half */
export async function courses(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: CourseCase[] = [];
    for (let seed = 1; seed <= count; seed++) {
      const scene = courseScene(seed);
      const read = await readCourses(scene, edgeSetup(half, seed, scene), { ...EDGE_HANDS[half], seed });
      const told = read.map(({ course, lapsing, classes }) => `${course}: ${lapsing ?? classes.join(' ')}`);
      say(`  ${half}: ${told.join('; ')}`);
      all.push(...read);
    }
    rows.push(...rowsOf(half, all));
  }
  return rows;
}
