import { barePhotoInWords, PHOTO_TEXT } from '../../core/words';
import type { PaintingDetail, Photo } from '../../contract';
import { useAction } from '../api/queries';
import { useScale } from '../settings';
import { ProblemNote } from '../ui/problem';

/** What a photograph of the bare surface tells, and the button that learns it. */
export function GroundSlip({ detail, photo }: { detail: PaintingDetail; photo: Photo }) {
  const learn = useAction('learnGround', detail.painting.id);
  const scale = useScale();
  const { colour, from } = detail.ground;
  return (
    <section className="mt-3 border-t pt-3" style={{ borderColor: 'var(--slip-rule)' }} aria-label="The ground">
      <h3>The ground</h3>
      <p className="small mb-2">
        {barePhotoInWords(colour && from === 'photo' ? { ...colour, value: scale.show(colour.value) } : null)}
        {photo.greys.length === 0 && ` ${PHOTO_TEXT.groundRoughly}`}
      </p>
      <button
        className="btn w-full"
        disabled={!photo.corners || learn.isPending}
        onClick={() => learn.mutate({ params: { photoId: photo.id }, body: { place: null } })}
      >
        {learn.isPending ? 'Learning it' : colour && from === 'photo' ? 'Learn the ground again' : 'Learn the ground'}
      </button>
      <ProblemNote error={learn.error} />
    </section>
  );
}
