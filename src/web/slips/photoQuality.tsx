import { shotsInWords, sureInWords } from '../../core/words';
import type { Photo, Quality } from '../../contract';
import { useQuality, useReading } from '../api/queries';
import { Mark } from '../marks/mark';

/** What is wrong with the photograph, what to do, and what it costs. */
function Lines({ lines }: { lines: Quality['lines'] }) {
  if (lines.length === 0)
    return <p className="small mt-2">Square, sharp and evenly lit: good enough for every reading.</p>;
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
  'white-board': 'It tells how the lamp falls off over the canvas; nothing of it is read.',
  ground: 'It tells the colour of the ground; nothing of it is read against the plan.',
} as const;

/** How good a photograph is: before it is read, and after. */
export function PhotoQuality({ paintingId, photo }: { paintingId: string; photo: Photo }) {
  const { data: reading } = useReading(paintingId, photo.readingId ? photo.id : null);
  const fresh = reading && !reading.stale;
  const { data: quality, isFetching } = useQuality(paintingId, photo, !fresh);
  if (photo.role !== 'canvas') return <p className="serif mt-2">{OTHER[photo.role]}</p>;
  if (!photo.corners)
    return (
      <p className="serif mt-2">
        {photo.state === 'arrived'
          ? 'The photograph is kept; its corners are being looked for.'
          : 'The corners could not be found surely. Drag each ring to its corner of the canvas, or nudge it with the arrow keys.'}
      </p>
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
            ? 'The corners are set. Looking how good the photograph is.'
            : 'The corners are set. Mark greys of known value if there are any in the frame, then read.'}
        {reading?.stale && <b> Something its reading rests on has changed since: read again.</b>}
      </p>
      {quality && <Lines lines={quality.lines} />}
    </>
  );
}
