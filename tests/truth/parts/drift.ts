import { demoScene, madeUp } from '../easel';
import { faithfulDrawing, medianError, misplacedPassage, posedDrawing, valueOfMisplaced } from '../drift';
import { medianOf, quantileOf } from '../statistics';
import type { Row } from '../targets';
import { say } from '../say';

/** Where the drawing sits: one passage, the whole, nothing; and values under it. */
export async function drift(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await demoScene('glasshouse-door', false, [300, 400]),
    await madeUp(31, [300, 240], 'full'),
    await madeUp(32, [360, 260], 'light'),
  ];
  const [moved, faithful, poses]: [
    Awaited<ReturnType<typeof misplacedPassage>>[],
    Awaited<ReturnType<typeof faithfulDrawing>>[],
    Awaited<ReturnType<typeof posedDrawing>>[],
  ] = [[], [], []];
  const values: number[] = [];
  for (let k = 0; k < count; k++) {
    const motif = motifs[k % motifs.length];
    const one = await misplacedPassage(motif, 500 + k);
    moved.push(one);
    say(
      `  drawing ${motif.name}: ${one.size.toFixed(1)} mm off, found within ${medianOf(one.errors).toFixed(2)} (claimed for ${(100 * one.claimed).toFixed(0)} %) ${one.words.join(' ')}`,
    );
    if (k % 2) continue;
    const copy = await faithfulDrawing(motif, 520 + k);
    faithful.push(copy);
    say(`  faithful drawing ${motif.name}: ${medianOf(copy.errors).toFixed(2)} mm ${copy.words.join(' ')}`);
    const posed = await posedDrawing(motif, 540 + k);
    poses.push(posed);
    say(
      `  whole drawing ${motif.name}: size ${posed.pose.scale} read ${posed.global.scale.toFixed(4)}, turn ${posed.pose.turn} read ${posed.global.rotationDegrees.toFixed(2)} ${posed.words.join(' ')}`,
    );
    values.push(...(await valueOfMisplaced(motif, 560 + k)));
  }
  const sizes = poses.map(({ pose, global }) => Math.abs(100 * (global.scale - pose.scale)));
  const edges = poses.flatMap(({ errors, unclaimed }) => [...errors, ...unclaimed]);
  const turns = poses.map(({ pose, global }) => Math.abs(global.rotationDegrees - pose.turn));
  return [
    {
      name: `drawing: passages 3 to 12 mm off, ${moved.length}: found within, median`,
      reached: medianError(moved),
      target: 1,
      unit: 'mm',
    },
    {
      name: 'drawing: share of such places it claims to know',
      reached: moved.reduce((s, { claimed }) => s + claimed, 0) / moved.length,
      target: null,
      unit: 'share',
    },
    {
      name: `drawing: faithful copies, ${faithful.length}: median`,
      reached: medianError(faithful),
      target: 0.7,
      unit: 'mm',
    },
    {
      name: 'drawing: findings on faithful copies',
      reached: faithful.reduce((s, { words }) => s + words.length, 0),
      target: null,
      unit: 'finding',
    },
    { name: `drawing: whole, ${poses.length}: size off by, median`, reached: medianOf(sizes), target: 0.4, unit: '%' },
    { name: 'drawing: whole: size off by, worst', reached: Math.max(...sizes), target: 0.4, unit: '%' },
    { name: 'drawing: whole: turn off by, worst', reached: Math.max(...turns), target: 0.3, unit: 'degrees' },
    {
      name: `drawing: whole: places near the canvas's border, ${edges.length}: ninth decile`,
      reached: quantileOf(edges, 0.9),
      target: 1,
      unit: 'mm',
    },
    {
      name: `value of regions on something drawn 6 mm off, ${values.length}: median error`,
      reached: medianOf(values),
      target: 0.2,
      unit: 'step',
    },
  ];
}
