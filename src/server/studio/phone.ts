import type { PhoneState } from '../../contract';
import { describePainting } from './describe';
import { addPhoto, addSession } from './photos';
import type { Studio } from './studio';

/** Opens the door for one session's photographs; a session that is not begun is begun with its first photograph. */
export async function openPhone(studio: Studio, paintingId: string, session: number): Promise<PhoneState> {
  const { painting } = await describePainting(studio.db, paintingId);
  const { title, widthMm, heightMm } = painting;
  return studio.phone.unlock({
    paintingId,
    title,
    session,
    widthMm,
    heightMm,
    take: async (file) => {
      const find = async () => (await describePainting(studio.db, paintingId)).sessions.find(({ number }) => number === session); // prettier-ignore
      const known = (await find()) ?? (await addSession(studio, paintingId, {}).then(find));
      if (!known) return 'That session can no longer be begun. Look at the screen.';
      const { twin } = await addPhoto(studio, known.id, file);
      return twin ? 'It is here already.' : 'It is in the studio. Look at the screen.';
    },
  });
}
