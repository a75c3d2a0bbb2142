import { shotsInWords, sureInWords, PHOTO_TEXT } from '../../core/words';
import type { Photo, Quality } from '../../contract';
import { useQuality, useReading } from '../api/queries';
import { Mark } from '../marks/mark';
import { useScale } from '../settings';

/** What is wrong with the photograph, what to do, and what it costs. */
function Lines({ lines }: { lines: Quality['lines'] }) {
  if (lines.length === 0) return <p className="small mt-2">{PHOTO_TEXT.goodEnough}</p>;
  return (
    <ul className="mt-2">
      {lines.map(({ words, cost }) => (
        <li key={words} className="small border-t py-2" style={{ borderColor: 'var(--slip-rule)' }}>
          {words.startsWith('Glare') && <Mark name="not-read" label="not read" />} {words} {cost && <i>{cost}</i>}
        </li>
      ))}
    </ul>
  );
}

/** What photographs are for that do not show the painting. */
const OTHER = {
  'white-board': PHOTO_TEXT.showsFallOff,
  ground: PHOTO_TEXT.showsGround,
} as const;

interface About {
  readonly paintingId: string;
  readonly photo: Photo;
}

/** What is known of a photograph: by its reading while that holds, else as it would be read. */
function useKnown({ paintingId, photo }: About) {
  const { data: reading } = useReading(paintingId, photo.readingId ? photo.id : null);
  const fresh = reading && !reading.stale ? reading : null;
  const { data: quality, isFetching } = useQuality(paintingId, photo, !fresh);
  return { fresh, stale: reading?.stale ?? false, quality, isFetching };
}

/** How sure a photograph makes its readings: before it is read, and after. */
export function PhotoCertainty(about: About) {
  const scale = useScale();
  const { photo } = about;
  const { fresh, stale, quality, isFetching } = useKnown(about);
  if (photo.role !== 'canvas') return <p className="serif mt-2">{OTHER[photo.role]}</p>;
  if (!photo.corners)
    return (
      <p className="serif mt-2">{photo.state === 'arrived' ? PHOTO_TEXT.keptLooking : PHOTO_TEXT.cornersUnsure}</p>
    );
  if (fresh)
    return (
      <p className="serif mt-2">
        {[shotsInWords(fresh.shots), sureInWords(fresh.light.uncertainty, scale.per)].join(' ')}
      </p>
    );
  const asItStands = quality && `Read as it stands: ${sureInWords(quality.uncertainty, scale.per).replace('V', 'v')}`;
  return (
    <p className="serif mt-2" role="status">
      {asItStands ?? (isFetching ? PHOTO_TEXT.cornersSetLooking : PHOTO_TEXT.cornersSetGreys)}
      {stale && <b> {PHOTO_TEXT.outOfDate}</b>}
    </p>
  );
}

/** What is wrong with a photograph of the canvas, once that is known. */
export function PhotoQuality(about: About) {
  const { fresh, quality } = useKnown(about);
  const lines = fresh?.quality ?? quality?.lines;
  return about.photo.role === 'canvas' && about.photo.corners && lines ? <Lines lines={lines} /> : null;
}
