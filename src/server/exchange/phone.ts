import type { Journal, PhoneState } from '../../contract';
import { journalOf, setUndone } from '../journal/undoing';
import { describePainting } from '../painting/describe';
import { addPhoto } from '../photo/photos';
import { addSession } from '../photo/sessions';
import type { Hand, Studio } from '../studio/studio';

const PHONE: Hand = { by: 'phone', on: null };

/** Of what can be undone and done again, what the phone has done itself. */
async function ownOf({ db }: Studio, paintingId: string): Promise<Journal> {
  const { undo, redo } = await journalOf(db, paintingId);
  return { undo: undo?.by === PHONE.by ? undo : null, redo: redo?.by === PHONE.by ? redo : null };
}

/** Opens the door for one session's photographs; a session that is not begun is begun with its first photograph. */
export async function openPhone(screen: Studio, paintingId: string, session: number): Promise<PhoneState> {
  const studio: Studio = { ...screen, hand: PHONE };
  const { painting } = await describePainting(studio.db, paintingId);
  const { title, widthMm, heightMm } = painting;
  return studio.phone.unlock({
    paintingId,
    title,
    session,
    widthMm,
    heightMm,
    take: async (file) => {
      const find = async () =>
        (await describePainting(studio.db, paintingId)).sessions.find(({ number }) => number === session);
      const known = (await find()) ?? (await addSession(studio, paintingId, {}).then(find));
      if (!known) return 'That session can no longer be begun. Look at the screen.';
      const { twin } = await addPhoto(studio, known.id, file);
      return twin ? 'It is here already.' : 'It is in the studio. Look at the screen.';
    },
    journal: () => ownOf(studio, paintingId),
    turn: async (undo) => {
      const own = await ownOf(studio, paintingId);
      const deed = undo ? own.undo : own.redo;
      if (!deed) return 'Something else was done on the screen meanwhile. Nothing was changed. Look at the screen.';
      await setUndone(studio, deed.id, undo);
      return undo ? `Undone: ${deed.words}.` : `Done again: ${deed.words}.`;
    },
  });
}
