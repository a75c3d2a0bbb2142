import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import type { ReadReport } from '../../src/cli/report';
import { discScene, photographDiscs, smoothly, type Disc, type DiscScene, type Hand, type Side } from './discs';
import { inFrame } from './findings';
import { measure } from './easel';

/** How the edge of a disc runs: in three classes, coming and going as painted or as planned, or evenly. */
export const COURSES = ['in turn', 'comes and goes', 'runs on', 'evenly'] as const;
export type Course = (typeof COURSES)[number];

/** Stretches of a disc's border from an angle on, each of one width, mm. */
type Stretches = readonly { readonly from: number; readonly widthMm: number }[];

const [HARD, SOFT, LOST] = [0.7, 6.5, 20];
const EVEN: Stretches = [{ from: 0, widthMm: HARD }];
const THIRD = (2 * Math.PI) / 3;
const IN_TURN: Stretches = [HARD, SOFT, LOST].map((widthMm, k) => ({ from: k * THIRD, widthMm }));
/** Three stretches that are soft, each as long as what is hard between. */
const LAPSES: Stretches = Array.from({ length: 6 }, (_, k) => ({
  from: (k * THIRD) / 2,
  widthMm: k % 2 === 0 ? HARD : SOFT,
}));
const RUNS: Record<Course, Readonly<Record<Side, Stretches>>> = {
  'in turn': { planned: EVEN, painted: IN_TURN },
  'comes and goes': { planned: EVEN, painted: LAPSES },
  'runs on': { planned: LAPSES, painted: EVEN },
  evenly: { planned: EVEN, painted: EVEN },
};

const turned = (angle: number) => ((angle % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
const BLENDED = 0.06; // radians either way of an end

/** Widths along a border that begins at an angle; one passes quickly over into the next. */
function widthAlong(stretches: Stretches, begin: number, angle: number): number {
  const at = turned(angle - begin);
  const k = stretches.findLastIndex(({ from }) => from <= at);
  const [own, next] = [stretches[k], stretches[(k + 1) % stretches.length]];
  const before = stretches[(k + stretches.length - 1) % stretches.length];
  const end = k + 1 < stretches.length ? next.from : 2 * Math.PI;
  const [toNext, ofBefore] = [
    smoothly((at - end) / (2 * BLENDED) + 0.5),
    1 - smoothly((at - own.from) / (2 * BLENDED) + 0.5),
  ];
  return own.widthMm ** (1 - toNext - ofBefore) * next.widthMm ** toNext * before.widthMm ** ofBefore;
}

interface CourseScene extends DiscScene {
  readonly courses: readonly { readonly course: Course; readonly begin: number }[];
}

const CLEAR_STEPS = 1.3; // from the ground: what differs by less may be of one mass with it
const SIZE = { widthMm: 400, heightMm: 300, cells: [4, 3] as const };

/** Twelve discs with the courses in turn. */
export function courseScene(seed: number): CourseScene {
  const random = chance(seed * 53 + 7);
  const count = SIZE.cells[0] * SIZE.cells[1];
  const courses = Array.from({ length: count }, (_, k) => ({
    course: COURSES[k % COURSES.length],
    begin: 2 * Math.PI * random(),
  }));
  const widthOf =
    (k: number): Disc['widthAt'] =>
    (side, { angle }) =>
      widthAlong(RUNS[courses[k].course][side], courses[k].begin, angle);
  return {
    ...discScene({ ...SIZE, name: `courses-${seed}` }, random, { widthOf, radius: 0.32, least: CLEAR_STEPS }),
    courses,
  };
}

type Told = NonNullable<ReadReport['allEdges']>[number];

/** What was told of a disc's edge. */
export interface CourseCase {
  readonly course: Course;
  /** its edge was read at all */
  readonly read: boolean;
  /** what was said: it comes and goes (painted), it runs on (planned), nothing */
  readonly lapsing: Told['lapsing'];
  /** classes in turn as painted, from where the disc's course begins */
  readonly classes: readonly string[];
  /** where each but the first begins, mm from where it was planted; of what was told in as many stretches */
  readonly endsOff: readonly number[];
}

const BESIDE_MM = 12;
const middleOf = ([x, y]: readonly number[], [u, v]: readonly number[]) => [(x + u) / 2, (y + v) / 2];

type Stretch = Told['painted']['stretches'][number];
const turnedRound = ({ from, to, ...stretch }: Stretch): Stretch => ({ ...stretch, from: to, to: from });

function caseOf(
  { at: [x, y], radius }: Disc,
  { course, begin }: CourseScene['courses'][number],
  all: readonly Told[],
): CourseCase {
  const own = all.filter(
    ({ region: { box } }) => Math.hypot(box[0] + box[2] / 2 - x, box[1] + box[3] / 2 - y) < BESIDE_MM,
  );
  const angleOf = ([u, v]: readonly number[]) => turned(Math.atan2(v - y, u - x) - begin);
  // The line begins anywhere: its last stretch and its first are one where they are of one class.
  const along = own.flatMap(({ painted }) => painted.stretches);
  // And it runs either way round.
  const onward = along.filter(({ from, to }) => turned(angleOf(to) - angleOf(from)) < Math.PI).length;
  const told = 2 * onward >= along.length ? along : along.map(turnedRound).reverse();
  const before = (k: number) => told[(k + told.length - 1) % told.length];
  const turns = told.flatMap((one, k) =>
    one.class === before(k).class ? [] : [{ class: one.class, from: angleOf(middleOf(before(k).to, one.from)) }],
  );
  // The course itself begins where its last class ends, give or take.
  const zero = (angle: number) => (angle > 2 * Math.PI - THIRD / 4 ? angle - 2 * Math.PI : angle);
  const inTurn = turns.map((one) => ({ ...one, from: zero(one.from) })).sort((one, two) => one.from - two.from);
  const planted = RUNS[course].painted;
  const asMany = inTurn.length === planted.length;
  return {
    ...{ course, read: own.length > 0, lapsing: own.find(({ lapsing }) => lapsing)?.lapsing ?? null },
    classes: inTurn.map((one) => one.class),
    endsOff: asMany ? inTurn.map(({ from }, k) => radius * Math.abs(from - planted[k].from)) : [],
  };
}

/** Paints, photographs and reads discs whose edges change along them. */
export async function readCourses(scene: CourseScene, setup: Setup, hand: Hand): Promise<CourseCase[]> {
  const { motif, shot } = await photographDiscs(scene, setup, hand);
  const { allEdges = [] } = await measure(motif, shot.path, {
    ...{ corners: shot.corners, greys: inFrame(shot), allEdges: true },
  });
  return scene.discs.map((disc, k) => caseOf(disc, scene.courses[k], allEdges));
}
