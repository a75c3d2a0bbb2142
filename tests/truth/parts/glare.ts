import { paintMotif } from '../easel';
import { maskOf, underFormerGlare } from '../glare';
import type { Row } from '../targets';
import { valueMotifs } from './valueMotifs';
import { say } from '../say';

export async function glare(count: number): Promise<Row[]> {
  const motifs = await valueMotifs();
  const sheets = motifs.map((motif, i) => paintMotif(motif, {}, i + 41));
  const masks = [];
  for (let k = 0; k < 2 * count; k++) {
    const i = k % motifs.length;
    const result = await maskOf(motifs[i], sheets[i], k + 60);
    masks.push(result);
    say(
      `  ${motifs[i].name}: ${(100 * result.caught).toFixed(0)} % of the blown masked, ${(100 * result.harmed).toFixed(1)} % of the clean`,
    );
  }
  const under: number[] = [];
  for (let k = 0; k < count; k++) {
    const errors = await underFormerGlare(motifs[k % motifs.length], k + 80);
    under.push(...errors);
    say(`  three shots: ${errors.map((e) => e.toFixed(2)).join(', ')} step under former glare`);
  }
  const mean = (list: number[]) => list.reduce((s, v) => s + v, 0) / list.length;
  const caught = masks.map((m) => m.caught).filter(Number.isFinite);
  return [
    {
      name: `glare: blown area that is masked, ${caught.length} photographs`,
      reached: mean(caught),
      target: 0.9,
      atLeast: true,
      unit: 'share',
    },
    {
      name: 'glare: clean area that is masked',
      reached: mean(masks.map((m) => m.harmed)),
      target: 0.02,
      unit: 'share',
    },
    { name: 'three shots: value under former glare, worst', reached: Math.max(...under), target: 0.3, unit: 'step' },
  ];
}
