import { shotsInWords, sureInWords, PHOTO_TEXT } from '../../core/words';
import type { Photo, Quality } from '../../contract';
import { useQuality, useReading } from '../api/queries';
import { Mark } from '../marks/mark';

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

/** How good a photograph is: before it is read, and after. */
export function PhotoQuality({ paintingId, photo }: { paintingId: string; photo: Photo }) {
  const { data: reading } = useReading(paintingId, photo.readingId ? photo.id : null);
  const fresh = reading && !reading.stale;
  const { data: quality, isFetching } = useQuality(paintingId, photo, !fresh);
  if (photo.role !== 'canvas') return <p className="serif mt-2">{OTHER[photo.role]}</p>;
  if (!photo.corners)
    return (
      <p className="serif mt-2">{photo.state === 'arrived' ? PHOTO_TEXT.keptLooking : PHOTO_TEXT.cornersUnsure}</p>
    );
  if (fresh)
    return (
      <>
        <p className="serif mt-2">{[shotsInWords(reading.shots), sureInWords(reading.light.uncertainty)].join(' ')}</p>
        <Lines lines={reading.quality} />
      </>
    );
  return (
    <>
      <p className="serif mt-2" role="status">
        {quality
          ? `Read as it stands: ${sureInWords(quality.uncertainty).replace('V', 'v')}`
          : isFetching
            ? PHOTO_TEXT.cornersSetLooking
            : PHOTO_TEXT.cornersSetGreys}
        {reading?.stale && <b> {PHOTO_TEXT.outOfDate}</b>}
      </p>
      {quality && <Lines lines={quality.lines} />}
    </>
  );
}
