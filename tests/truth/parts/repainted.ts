import { repaintedCase } from '../repainted';
import { say } from '../say';
import { medianOf, quantileOf } from '../statistics';
import type { Row } from '../targets';
import { phoneSetup } from '../phone';
import { HALVES, motifBySeed, type Half } from './motifBySeed';
import { PHONE, type Motif } from '../easel';
import type { Setup } from '../../../src/demo/studio/camera';

/** Two photographs of which nothing is alike but the painting. */
function twoSetups(setup: Setup, half: Half, seed: number, motif: Motif): { before: Setup; now: Setup } {
  const size = { width: PHONE.width, height: PHONE.height };
  const other: Setup = half === 'clean' ? { ...setup, lamp: [1.2, 1, 0.85], yaw: 5 } : phoneSetup(800 + seed, motif);
  return { before: { ...setup, ...size }, now: { ...other, ...size } };
}

/** Pictures painted over in two places between two photographs, and pictures that were not. @param count of each */
export async function repainted(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const [overlaps, falsely]: number[][] = [[], []];
    let claimed = 0;
    for (let seed = 0; seed < count; seed++) {
      const { motif, setup } = await motifBySeed(seed, half);
      const { painted, still } = await repaintedCase(motif, { seed, ...twoSetups(setup, half, seed, motif) });
      say(
        `  ${half}: ${painted.areas} areas, overlap ${painted.overlap.toFixed(2)}, untouched told ${painted.untouchedTold.toFixed(4)}; not painted: ${still.areas} areas, ${still.untouchedTold.toFixed(4)}`,
      );
      overlaps.push(painted.overlap);
      falsely.push(painted.untouchedTold, still.untouchedTold);
      claimed += still.areas;
    }
    const of = `painted over, ${half}, ${count}`;
    rows.push(
      {
        name: `${of}: overlap of what was and what is told, median`,
        reached: medianOf(overlaps),
        target: 0.7,
        atLeast: true,
        unit: 'share',
      },
      { name: `${of}: the same, tenth worst`, reached: quantileOf(overlaps, 0.1), target: null, unit: 'share' },
      {
        name: `${of}: untouched canvas told as painted over, mean`,
        reached: falsely.reduce((sum, v) => sum + v, 0) / falsely.length,
        target: 0.02,
        unit: 'share',
      },
      { name: `${of} that were not painted: areas told`, reached: claimed, target: null, unit: 'area' },
    );
  }
  return rows;
}
