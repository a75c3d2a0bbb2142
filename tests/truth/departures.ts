import { PLAIN_STAND, anySetup } from './corners';
import { measure, paintMotif, shoot, type Motif } from './easel';
import type { Mistake } from '../../src/demo/studio/scene';

/** What one painting says of a departure of one step lighter. */
export interface Followed {
  /** painted minus plan inside the place, steps */
  readonly difference: number;
  /** value findings that lie on it */
  readonly words: readonly string[];
}

const overlaps = (a: readonly number[], [x, y, w, h]: readonly number[]) =>
  a[0] < x + w && a[0] + a[2] > x && a[1] < y + h && a[1] + a[3] > y;

/**
 * A plan that is one step lighter in a place, against a painting that follows it and one that follows the bare
 * reference.
 * @param departure as the command line takes it; @param mistake what the painter who follows it paints; @param inside
 * mm, a box well inside
 */
export async function follow(
  motif: Motif,
  {
    departure,
    mistake,
    inside,
    seed,
  }: { departure: string; mistake: Mistake; inside: readonly number[]; seed: number },
): Promise<{ followed: Followed; bare: Followed }> {
  const reading = async (mistakes: readonly Mistake[]): Promise<Followed> => {
    const sheet = paintMotif(motif, { mistakes }, seed);
    const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
    const { regions, findings } = await measure(motif, shot.path, {
      corners: shot.corners,
      greys: shot.patches,
      regions: [inside],
      departures: [departure],
    });
    const on = findings.filter(({ kind, region }) => kind === 'value' && overlaps(region.box, inside));
    return { difference: regions[0].difference.value, words: on.map(({ words }) => words) };
  };
  return { followed: await reading([mistake]), bare: await reading([]) };
}
