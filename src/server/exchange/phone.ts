import type { Journal, PhoneState } from '../../contract';
import { journalOf, setUndone } from '../journal/undoing';
import { describePainting } from '../painting/describe';
import { addFirstPhoto, addPhoto } from '../photo/photos';
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
      const { sessions } = await describePainting(studio.db, paintingId);
      const known = sessions.find(({ number }) => number === session);
      if (!known && session !== (sessions.at(-1)?.number ?? 0) + 1)
        return 'That session can no longer be begun. Nothing was kept. Look at the screen.';
      const { twin } = known ? await addPhoto(studio, known.id, file) : await addFirstPhoto(studio, paintingId, file);
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
