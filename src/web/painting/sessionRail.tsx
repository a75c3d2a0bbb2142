import { Link } from 'react-router';
import { fileUrl, type PaintingDetail, type Check } from '../../contract';
import { Mark } from '../marks/mark';
import { dayInWords, newestSession } from '../words';
import { useGuessing } from './guessing';

/** Verdicts given by one session's photo, each with its mark. */
export function verdictsOf(detail: PaintingDetail, number: number): Check[] {
  return detail.corrections
    .filter(({ open }) => open)
    .flatMap(({ checks }) => checks.filter(({ sessionNumber }) => sessionNumber === number));
}

export const verdictMark = (verdict: Check['verdict']) => verdict.replace(' ', '-');

/** The place on the ledge of a picture that is not there yet. */
const Awaited = ({ painting }: { painting: PaintingDetail['painting'] }) => (
  <span
    className="block"
    style={{
      height: 62,
      aspectRatio: painting.widthMm / painting.heightMm,
      border: '1px dashed var(--ink)',
      borderBottom: 0,
    }}
  />
);

/** Film strip of sessions on their ledge. */
export function SessionRail({
  detail,
  shown,
  room,
}: {
  detail: PaintingDetail;
  shown: number;
  room: 'wall' | 'decide';
}) {
  const { painting } = detail;
  const { waits } = useGuessing();
  return (
    <nav className="ledge mt-5 flex gap-6 overflow-x-auto pt-1" aria-label="Sessions">
      {detail.sessions.map(({ id, number, date, intention, photos }) => {
        const read = photos.filter(({ readingId }) => readingId).at(-1);
        const verdicts = waits(read) ? [] : verdictsOf(detail, number);
        return (
          <Link
            key={id}
            to={read ? `/painting/${painting.id}/${room}/${number}` : `/painting/${painting.id}/photo/${number}`}
            className="flex shrink-0 items-end gap-3 no-underline"
            aria-current={number === shown ? 'page' : undefined}
            style={{ boxShadow: number === shown ? 'inset 0 -5px 0 var(--ink)' : 'none' }}
          >
            {read ? (
              <img
                src={fileUrl('flat', read.id)}
                alt=""
                style={{ height: 62, aspectRatio: painting.widthMm / painting.heightMm }}
              />
            ) : (
              <Awaited painting={painting} />
            )}
            <span className="small self-start whitespace-nowrap">
              <b style={{ fontSize: '1rem' }}>{number}</b>&ensp;{dayInWords(date)}
              <br />
              {intention || (read ? '' : 'not read yet')}
              <br />
              {(['settled', 'closer', 'unchanged', 'overshot', 'further off'] as const).map((verdict) => {
                const n = verdicts.filter((v) => v.verdict === verdict).length;
                return (
                  n > 0 && (
                    <span key={verdict} className="mr-2">
                      {n}
                      <Mark name={verdictMark(verdict)} label={verdict} />
                    </span>
                  )
                );
              })}
            </span>
          </Link>
        );
      })}
      {detail.next === 'next-session' || detail.next === 'decide' ? (
        <Link
          to={`/painting/${painting.id}/photo/${newestSession(detail) + 1}`}
          className="flex shrink-0 items-end gap-3 no-underline"
        >
          <Awaited painting={painting} />
          <span className="small self-start">
            <b style={{ fontSize: '1rem' }}>{newestSession(detail) + 1}</b>&ensp;next
            <br />
            photograph it
          </span>
        </Link>
      ) : null}
    </nav>
  );
}
