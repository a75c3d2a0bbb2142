// Speed, as ratios within one run: npm run bench. The yardstick is the imaging library decoding and shrinking the same
// photograph.
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { cutTree, EMPTY_CONTENT, massTree, plainCrop } from '../../src/core/plan';
import { askOf, lookFor, readSession, sessionPlan, type Step } from '../../src/core/session';
import { decodePicture } from '../../src/server/images/decodePicture';

const ROUNDS = 11;
const WORKING_PX = 1600;
const canvas = { widthMm: 400, heightMm: 300 };
const stages = [
  'yardstick',
  'decode',
  'find canvas and card',
  'square and light',
  'read',
  'judge',
  'edges',
  'mass tree',
  'mass slider',
] as const;
type Stage = (typeof stages)[number];
/** What planning does, not reading. */
const planning: readonly string[] = ['mass tree', 'mass slider'];
const times = Object.fromEntries(stages.map((name) => [name, [] as number[]])) as Record<Stage, number[]>;

const bytes = await readFile('src/demo/data/enamel-pot-session-4.jpg');
const reference = await decodePicture(await readFile('src/demo/data/enamel-pot-reference.jpg'), 'reference');
const crop = plainCrop([0, 0, reference.width, reference.height]);
const plan = sessionPlan(reference, { ...EMPTY_CONTENT, masses: 14 }, { crop, canvas });
const { base, picture } = plan.picture;
let peak = 0;

function note(name: Stage, since: number): number {
  const now = performance.now();
  times[name].push(now - since);
  peak = Math.max(peak, process.memoryUsage.rss());
  return now;
}

async function timed<T>(name: Stage, work: () => T | Promise<T>): Promise<T> {
  const start = performance.now();
  const result = await work();
  note(name, start);
  return result;
}

for (let round = 0; round < ROUNDS; round++) {
  await timed('yardstick', () => sharp(bytes).resize(WORKING_PX).raw().toBuffer());
  const photo = await timed('decode', () => decodePicture(bytes, 'photo'));
  const known = { canvas, plan: picture };
  const { found, card } = await timed('find canvas and card', () => lookFor(photo, known));
  if (!found) throw new Error('the canvas was not found');
  const [greys, rings] = [card?.greys ?? [], card?.rings ?? null];
  const shot = { open: () => photo, corners: found.corners, greys, card: rings, areas: [] };
  let start = performance.now();
  const step = ({ at }: Step) => {
    if (at === 'flat') start = note('square and light', start);
    if (at === 'reading') start = note('read', start);
    if (at === 'edges') start = note('edges', start);
  };
  await readSession({ ...askOf(canvas, [shot]), plan }, step);
  note('judge', start);
  const tree = await timed('mass tree', () => massTree(base));
  await timed('mass slider', () => cutTree(tree, 2 + 3 * round));
}

// The first round warms the compiler: it is shown by itself, and the median of the rest counts.
const median = (list: number[]) => [...list.slice(1)].sort((a, b) => a - b)[Math.floor((list.length - 1) / 2)];
const yardstick = median(times.yardstick);
const row = (name: string, ms: number) =>
  `${name.padEnd(20)} ${ms.toFixed(0).padStart(6)} ms ${(ms / yardstick).toFixed(2).padStart(7)} x`;
for (const name of stages) process.stdout.write(`${row(name, median(times[name]))}\n`);
const reading = stages.slice(1).filter((name) => !planning.includes(name));
const whole = reading.reduce((sum, name) => sum + median(times[name]), 0);
const first = reading.reduce((sum, name) => sum + times[name][0], 0);
process.stdout.write(
  `${row('whole read', whole)}   target 7.5 x\n${row('the very first', first)}\npeak memory ${(peak / 1048576).toFixed(0)} MB, target 700 MB\n`,
);
