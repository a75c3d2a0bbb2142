import { useQueryClient } from '@tanstack/react-query';
import type { Photo, Settings } from '../../contract';
import { tellCameras } from '../../core/photo';
import { paintsInWords, PHOTO_TEXT } from '../../core/words';
import { keys, useAction } from '../api/queries';
import { useSettings } from '../settings';
import { ProblemNote } from '../ui/problem';

type Paints = Settings['cardPaints'];

/**
 * The paints as a photograph's list has them by now, field by field.
 * @returns null where the list no longer has one for each field that is known
 */
export function paintsAsListed({ greys }: Pick<Photo, 'greys'>, known: Paints): Paints {
  const listed = greys.filter(({ ab }) => ab).values();
  const paints = (known ?? []).map((paint) => {
    const patch = paint && listed.next().value;
    if (!patch) return null;
    const { value, ab = paint.ab, doubt = 0, abDoubt = 0 } = patch;
    return { value, ab, doubt, abDoubt };
  });
  const complete = known?.every((paint, k) => Boolean(paint) === Boolean(paints[k])) && listed.next().done;
  return complete ? paints : null;
}

/** The painter's own paints on the card's fields: measured once, corrected, used from then on, or forgotten. */
export function CardPaints({ paintingId, photo }: { paintingId: string; photo: Photo }) {
  const client = useQueryClient();
  const { settings, change } = useSettings();
  const learn = useAction('learnPaints', paintingId);
  const known = settings.cardPaints;
  const listed = paintsAsListed(photo, known);
  const corrected = listed !== null && JSON.stringify(listed) !== JSON.stringify(known);
  const tell = tellCameras((known ?? []).filter((paint) => paint !== null));
  const measure = () =>
    learn.mutate(
      { params: { photoId: photo.id } },
      { onSuccess: (now) => client.setQueryData<Settings>(keys.settings, now) },
    );
  return (
    <div className="small mt-3" role="group" aria-label="Paints on the card">
      <h3>Your paints on the card</h3>
      <p>{paintsInWords({ known: known !== null, tell })}</p>
      <p className="flex flex-wrap gap-x-4">
        <button className="line" disabled={learn.isPending || !photo.corners} onClick={measure}>
          {learn.isPending ? PHOTO_TEXT.measuringPaints : known ? 'Measure them again here' : 'Measure my paints here'}
        </button>
        {corrected && (
          <button className="line" onClick={() => change({ cardPaints: listed })}>
            My paints have these values: use them from now on
          </button>
        )}
        {known && (
          <button className="line" onClick={() => change({ cardPaints: null })}>
            Forget them
          </button>
        )}
      </p>
      <ProblemNote error={learn.error} />
    </div>
  );
}
