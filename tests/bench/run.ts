// Speed, as ratios within one run: npm run bench. The yardstick is the imaging library decoding and shrinking the same photograph.
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { findingsOf } from '../../src/core/correct';
import { findCanvas, findCard, flatFromPhoto, lookOf } from '../../src/core/photo';
import { cutTree, massTree, plannedPicture, resizeMasses } from '../../src/core/plan';
import { accountOf, doubtOf, NOTHING_SAID, readFlat } from '../../src/core/read';
import { decodePicture } from '../../src/server/images/decodePicture';

const ROUNDS = 11;
const WORKING_PX = 1600;
const canvas = { widthMm: 400, heightMm: 300 };
const stages = [
  'yardstick',
  'decode',
  'find the canvas',
  'look for a card',
  'square and light',
  'read',
  'findings',
  'account',
  'mass tree',
  'mass slider',
] as const;
/** What planning does, not reading. */
const planning: readonly string[] = ['mass tree', 'mass slider'];
const times = Object.fromEntries(stages.map((name) => [name, [] as number[]])) as Record<
  (typeof stages)[number],
  number[]
>;

const bytes = await readFile('src/demo/data/enamel-pot-session-4.jpg');
const reference = await decodePicture(await readFile('src/demo/data/enamel-pot-reference.jpg'), 'reference');
const plan = plannedPicture(reference, { crop: [0, 0, reference.width, reference.height], canvas, key: 'absolute' });
const masses = resizeMasses(cutTree(massTree(plan), 14), plan);
const look = lookOf(plan);
let peak = 0;

async function timed<T>(name: (typeof stages)[number], work: () => T | Promise<T>): Promise<T> {
  const start = performance.now();
  const result = await work();
  times[name].push(performance.now() - start);
  peak = Math.max(peak, process.memoryUsage.rss());
  return result;
}

for (let round = 0; round < ROUNDS; round++) {
  await timed('yardstick', () => sharp(bytes).resize(WORKING_PX).raw().toBuffer());
  const photo = await timed('decode', () => decodePicture(bytes, 'photo'));
  const found = await timed('find the canvas', () => findCanvas(photo, { proportion: 4 / 3, look }));
  await timed('look for a card', () => findCard(photo));
  if (!found) throw new Error('the canvas was not found');
  const flat = await timed('square and light', () => flatFromPhoto(photo, { canvas, corners: found.corners, plan }));
  const reading = await timed('read', () => readFlat(flat, { plan, masses }));
  await timed('findings', () =>
    findingsOf(reading, { massOf: masses.massOf, ids: masses.ids, uncertainty: doubtOf(flat) }),
  );
  const light = doubtOf(flat);
  await timed('account', () => accountOf(reading, masses, { ...NOTHING_SAID, light }));
  const tree = await timed('mass tree', () => massTree(plan));
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
  `${row('whole read', whole)}   target 6 x\n${row('the very first', first)}\npeak memory ${(peak / 1048576).toFixed(0)} MB, target 700 MB\n`,
);
