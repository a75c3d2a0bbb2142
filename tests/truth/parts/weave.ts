import { weaveCase } from '../edgeErrors';
import { say } from '../say';
import type { Row } from '../targets';
import { motifBySeed } from './motifBySeed';

/** Faithful pictures on a coarse canvas, thickly painted: what is told of their edges. @param count pictures */
export async function weave(count: number): Promise<Row[]> {
  let [segments, told] = [0, 0];
  for (let seed = 0; seed < count; seed++) {
    const { motif, setup } = await motifBySeed(seed, 'clean');
    const one = await weaveCase(motif, setup);
    say(`  weave and ridges, ${one.segments} edges: ${one.told.join(' ') || 'nothing'}`);
    segments += one.segments;
    told += one.told.length;
  }
  const name = `findings of edges, weave and impasto alone, ${segments} edges`;
  return [{ name, reached: told, target: 0, unit: 'finding' }];
}
