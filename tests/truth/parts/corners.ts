import { anySetup, findCorners } from '../corners';
import { demoScene, madeUp, paintMotif } from '../easel';
import { medianOf } from '../statistics';
import type { Row } from '../targets';
import { say } from '../say';

export async function corners(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await madeUp(21, [300, 400], 'full'),
    await madeUp(22, [400, 280], 'light'),
    await demoScene('plaster-shell', false, [250, 250]),
    await madeUp(23, [300, 300], 'dark'),
  ];
  const sheets = motifs.map((motif, i) => paintMotif(motif, {}, i + 1));
  const errors: number[] = [];
  for (let k = 0; k < count; k++) {
    const i = (k + Math.floor(k / 8)) % motifs.length;
    const { error, place, motif, confidence } = await findCorners(motifs[i], sheets[i], anySetup(k + 500, motifs[i]));
    if (error !== null) errors.push(100 * error);
    say(
      `  ${motif}, ${place}: ${error === null ? 'asked' : `${(100 * error).toFixed(2)} %, sure to ${confidence.toFixed(2)}`}`,
    );
  }
  return [
    {
      name: `corners, ${count} photographs: worst corner, median`,
      reached: medianOf(errors),
      target: 0.3,
      unit: '% diag',
    },
    { name: 'corners: worst accepted', reached: Math.max(...errors), target: 1, unit: '% diag' },
    { name: 'corners: found and accepted', reached: errors.length / count, target: 0.85, atLeast: true, unit: 'share' },
  ];
}
