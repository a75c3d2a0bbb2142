import { ASIDE, IN_USE } from '../server/studio/rows';
import { putOnEasel, shelvePainting } from '../server/painting/paintings';
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
    let begun = '';
    const onBegun = async (made: string) => {
      begun = made;
      await shelve(made, ASIDE);
    };
    const onSession = (number: number) => {
      signal.throwIfAborted();
      tell({ session: number, of: sessions.length });
    };
    const id = await paint({ studio, data, recipe: enamelPot }, { onBegun, onSession }).catch(
      async (cause: unknown) => {
        // Half a sample teaches nothing: it goes where everything deleted goes.
        if (begun) await shelvePainting(studio, begun, { shelf: 'deleted' });
        throw cause;
      },
    );
    await studio.db('deed').where({ paintingId: id }).update({ settled: 1 });
    await shelve(id, IN_USE);
    await putOnEasel(studio, id);
  };
