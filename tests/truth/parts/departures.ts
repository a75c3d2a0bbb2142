import { OBJECT } from '../../../src/demo/paintings/enamelPot';
import { demoScene, madeUp, type Motif } from '../easel';
import { follow } from '../departures';
import type { Row } from '../targets';
import { say } from '../say';

/** One step lighter as planned: on an outlined box, and on a mass. */
export async function departures(count: number): Promise<Row[]> {
  const [followed, bare]: number[][] = [[], []];
  let [raised, missed] = [0, 0];
  const look = async (motif: Motif, how: Parameters<typeof follow>[1]) => {
    const result = await follow(motif, how);
    followed.push(Math.abs(result.followed.difference));
    bare.push(Math.abs(result.bare.difference + 1));
    raised += result.followed.words.length;
    if (!result.bare.words.some((words) => /one step.* lighter|three quarters.* lighter/.test(words))) missed++;
    say(
      `  departure ${motif.name}: followed ${result.followed.difference.toFixed(2)}, bare ${result.bare.difference.toFixed(2)} ${result.bare.words.join(' ')}`,
    );
  };
  for (let k = 0; k < count; k++) {
    const motif = await madeUp(41 + k, [400, 300], k % 2 ? 'dark' : 'full');
    // Every other one takes up a quarter of the canvas: a lamp must not be invented to make it fit.
    const box = k % 2 ? [20, 15, 250, 120] : [60 + 30 * (k % 3), 170, 110, 80];
    const inside = [box[0] + 20, box[1] + 15, box[2] - 40, box[3] - 30];
    await look(motif, {
      departure: `${box.join(',')}=1`,
      mistake: { where: { box: box as [number, number, number, number] }, value: 1 },
      inside,
      seed: k + 400,
    });
  }
  // On a mass, shown by a point: the front of the ledge.
  const pot = await demoScene('enamel-pot', true, [400, 300]);
  await look(pot, {
    departure: '200,280=1',
    mistake: { where: { objects: [OBJECT.front] }, value: 1 },
    inside: [60, 262, 280, 25],
    seed: 470,
  });
  return [
    {
      name: `departure of one step lighter, ${followed.length}: followed reads as planned, worst`,
      reached: Math.max(...followed),
      target: 0.25,
      unit: 'step',
    },
    { name: 'departure: findings on it where it is followed', reached: raised, target: 0, unit: 'finding' },
    {
      name: 'departure: the bare reference reads one step too dark, off by at most',
      reached: Math.max(...bare),
      target: 0.25,
      unit: 'step',
    },
    { name: 'departure: bare reference not told', reached: missed, target: 0, unit: 'case' },
  ];
}
