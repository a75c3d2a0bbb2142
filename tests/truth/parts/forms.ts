import { demoScene, madeUp } from '../easel';
import { flatOnFaithful, flattened } from '../forms';
import { say } from '../say';
import type { Row } from '../targets';

export async function forms(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await madeUp(31, [300, 240], 'full'),
    await madeUp(22, [400, 280], 'light'),
    await madeUp(23, [300, 300], 'dark'),
    await madeUp(21, [300, 400], 'full'),
  ];
  let [found, alone, elsewhere, faithful] = [0, 0, 0, 0];
  for (let k = 0; k < count; k++) {
    const motif = motifs[k % motifs.length];
    const one = await flattened(motif, 700 + k);
    found += one.found ? 1 : 0;
    alone += one.alone ? 1 : 0;
    elsewhere += one.elsewhere;
    if (k < motifs.length) faithful += await flatOnFaithful(motif, 720 + k);
    say(
      `  ${motif.name}: a thing that turns through ${one.thing.span.toFixed(1)} steps painted flat, ${one.found ? 'told' : 'not told'}`,
    );
  }
  return [
    {
      name: `forms: a thing painted flat, ${count}: told`,
      reached: found / count,
      target: 0.9,
      atLeast: true,
      unit: 'share',
    },
    { name: 'forms: of them by one mass alone', reached: alone / count, target: null, unit: 'share' },
    { name: 'forms: surfaces told flat beside it', reached: elsewhere / count, target: null, unit: 'mass' },
    {
      name: `forms: surfaces told flat on ${motifs.length} faithful copies`,
      reached: faithful,
      target: 1,
      unit: 'mass',
    },
  ];
}
