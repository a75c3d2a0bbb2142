import { ASIDE, IN_USE } from '../server/studio/rows';
import { putOnEasel } from '../server/painting/paintings';
import type { Sample } from '../server/studio/studio';
import { paint } from './paint';
import { enamelPot } from './paintings/enamelPot';

/**
 * The sample painting, for a studio of one's own: the first of the demo's, with all its sessions. It is made in the
 * archive and
 * comes out when it is whole, so that one that was cut off stands on no easel. What made it cannot be undone step by
 * step.
 * @param data folder of the demo's data
 */
export const sampleFrom =
  (data: string): Sample =>
  async (studio, { signal, tell }) => {
    const { sessions } = enamelPot;
    const shelve = (id: string, aside: number) => studio.db('painting').where({ id }).update({ aside });
    const id = await paint(
      { studio, data, recipe: enamelPot },
      {
        onBegun: async (begun) => void (await shelve(begun, ASIDE)),
        onSession: (number) => {
          signal.throwIfAborted();
          tell({ session: number, of: sessions.length });
        },
      },
    );
    await studio.db('deed').where({ paintingId: id }).update({ settled: 1 });
    await shelve(id, IN_USE);
    await putOnEasel(studio, id);
  };
