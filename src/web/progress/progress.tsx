import { correctionsInWords, endPlacesInWords, offListInWords, scaleInWords, DECIDE_TEXT } from '../../core/words';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { fileUrl, type Correction, type PaintingDetail, type ReadingDetail } from '../../contract';
import { SIGN_NAMES } from '../../core/correct';
import { call } from '../api/client';
import { keys, useAction } from '../api/queries';
import { MassesByHeight } from '../charts/massesByHeight';
import { DeedList } from './deedList';
import { Mark } from '../marks/mark';
import { useScale } from '../settings';
import { placesOf } from '../faces/subjectSlip';
import { answerOf, thingName } from '../faces/seats';
import { verdictMark } from '../painting/sessionRail';
import { kindOf } from '../../core/kinds';
import { dayInWords, nextOf, plural, signedFigure } from '../words';
import { useDetail } from '../painting/paintingLayout';

interface Stage {
  readonly number: number;
  readonly date: string;
  readonly intention: string;
  readonly photoId: string;
  readonly readingId: string;
}

const stagesOf = (detail: PaintingDetail): Stage[] =>
  detail.sessions.flatMap(({ number, date, intention, photos }) => {
    const read = photos.filter(({ readingId }) => readingId).at(-1);
    return read?.readingId ? [{ number, date, intention, photoId: read.id, readingId: read.readingId }] : [];
  });

const hoursInWords = (minutes: number) =>
  minutes < 60 ? `${minutes} minutes` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;

/**
 * What a correction looked like in one session: the moment it was taken, or the verdict of that session's photograph.
 */
function Cell({ correction, number }: { correction: Correction; number: number }) {
  const { per } = useScale();
  const check = correction.checks.find(({ sessionNumber }) => sessionNumber === number);
  if (check)
    return (
      <span data-testid="progress-verdict">
        <Mark name={verdictMark(check.verdict)} label="" /> {check.verdict}
        <span className="small block">
          {signedFigure(correction.kind, check.before, per)} → {signedFigure(correction.kind, check.difference, per)}
        </span>
      </span>
    );
  if (correction.sessionNumber === number)
    return (
      <span>
        taken
        <span className="small block">
          {signedFigure(correction.kind, correction.difference, per)} {kindOf(correction.kind).unit}
        </span>
      </span>
    );
  return null;
}

function useReadings(detail: PaintingDetail, stages: readonly Stage[]): (ReadingDetail | undefined)[] {
  return useQueries({
    queries: stages.map(({ photoId }) => ({
      queryKey: keys.reading(detail.painting.id, photoId),
      queryFn: () => call('getReading', { params: { photoId } }),
    })),
  }).map(({ data }) => data);
}

function Corrections({ detail, stages }: { detail: PaintingDetail; stages: readonly Stage[] }) {
  const remove = useAction('removeCorrection', detail.painting.id);
  const restore = useAction('restoreCorrection', detail.painting.id);
  const listed = detail.corrections.filter(({ open }) => open);
  const done = listed.filter(({ checks }) => checks.at(-1)?.verdict === 'settled').length;
  const lastGone =
    remove.data && !detail.corrections.find(({ id }) => id === remove.data.id)?.open ? remove.data : null;
  return (
    <>
      <tr>
        <th scope="rowgroup" colSpan={stages.length + 1} className="pt-4 text-left">
          <h2 className="held inline-block">Corrections, checked</h2>
          <p className="small font-normal">
            {listed.length === 0 ? DECIDE_TEXT.noneTaken : correctionsInWords(listed.length - done, done)}
          </p>
          {lastGone && (
            <p className="small font-normal">
              {`${offListInWords(lastGone.name)} `}
              <button className="line" onClick={() => restore.mutate({ params: { correctionId: lastGone.id } })}>
                Put it back
              </button>
            </p>
          )}
        </th>
      </tr>
      {listed.map((correction) => (
        <tr key={correction.id} style={{ borderTop: '1px solid var(--rule)' }}>
          <th scope="row" className="held py-2 pr-4 text-left align-top font-normal">
            {correction.own && <span className="block font-semibold first-letter:uppercase">{correction.name}</span>}
            <span className="block">{correction.words}</span>
            <button
              className="line small"
              onClick={() => remove.mutate({ params: { correctionId: correction.id } })}
              aria-label={`Take off the list: ${correction.words}`}
            >
              take off the list
            </button>
          </th>
          {stages.map(({ number }) => (
            <td key={number} className="py-2 pr-4 align-top">
              <Cell correction={correction} number={number} />
            </td>
          ))}
        </tr>
      ))}
    </>
  );
}

/** The darkest dark and the lightest light, session by session. */
function RangeRow({
  readings,
  stages,
}: {
  readings: readonly (ReadingDetail | undefined)[];
  stages: readonly Stage[];
}) {
  const scale = useScale();
  const show = ({ darkest, lightest }: { darkest: number; lightest: number }) =>
    `${scale.show(darkest)} to ${scale.show(Math.min(10, lightest))}`;
  const last = readings.at(-1);
  const planned = last?.account?.range.planned;
  if (!last || !planned) return null;
  return (
    <tr style={{ borderTop: '1px solid var(--rule)' }}>
      <th scope="row" className="held py-2 pr-4 text-left align-top font-normal">
        <span className="font-semibold">Range</span>
        <span className="small block">planned {show(planned)}</span>
        <span className="small block">{scaleInWords(scale.name)}</span>
        <span className="small block">{endPlacesInWords(planned, placesOf(last))}</span>
      </th>
      {stages.map(({ number }, i) => {
        const reading = readings[i];
        const painted = reading?.account?.range.painted;
        return (
          <td key={number} className="py-2 pr-4 align-top">
            {painted && (
              <>
                {show(painted)}
                <span className="small block">{endPlacesInWords(painted, placesOf(reading))}</span>
              </>
            )}
          </td>
        );
      })}
    </tr>
  );
}

/** Whether things sit, session by session: the painter's answer, or what was measured. */
function SeatedRows({
  detail,
  stages,
  readings,
}: {
  detail: PaintingDetail;
  stages: readonly Stage[];
  readings: readonly (ReadingDetail | undefined)[];
}) {
  const marks = detail.plan?.marks ?? [];
  const all = readings.map((reading) => ({ masses: reading?.masses ?? [], seats: reading?.account?.seats ?? [] }));
  const names = [
    ...new Set(all.flatMap(({ masses, seats }) => seats.map(({ thing }) => thingName(thing, masses, marks)))),
  ];
  const photos = detail.sessions.flatMap((session) => session.photos);
  return names.map((name) => (
    <tr key={name} style={{ borderTop: '1px solid var(--rule)' }} data-testid="seated">
      <th scope="row" className="held py-2 pr-4 text-left align-top font-normal">
        <span className="font-semibold first-letter:uppercase">{name}</span>
        <span className="small block">does it sit?</span>
      </th>
      {stages.map(({ number, photoId }, i) => {
        const { seats = [], masses = [] } = all[i] ?? {};
        const seat = seats.find(({ thing }) => thingName(thing, masses, marks) === name);
        const photo = photos.find(({ id }) => id === photoId);
        const said = seat && photo ? answerOf(photo, seat) : null;
        return (
          <td key={number} className="py-2 pr-4 align-top">
            {seat && (
              <>
                {said !== null && <b>{said ? 'It sits' : 'It floats'}</b>}
                <span className={`small block ${said === null ? '' : 'soft'}`}>
                  {seat.missing.length === 0
                    ? 'measured as planned'
                    : `off: ${seat.missing.map((sign) => SIGN_NAMES[sign]).join(', ')}`}
                </span>
              </>
            )}
          </td>
        );
      })}
    </tr>
  ));
}

/** Every session by its flat; each leads to its wall. */
function Flats({ detail, stages }: { detail: PaintingDetail; stages: readonly Stage[] }) {
  const { id, widthMm, heightMm } = detail.painting;
  const minutes = detail.sessions.reduce((sum, session) => sum + (session.minutes ?? 0), 0);
  return (
    <tr>
      <td className="held serif pr-4 align-top">
        {plural(stages.length, 'session')} read
        {minutes > 0 && <span className="block">{hoursInWords(minutes)} at the easel</span>}
      </td>
      {stages.map(({ number, date, intention, photoId, readingId }) => (
        <th key={number} scope="col" className="pr-4 text-left align-bottom font-normal">
          <Link to={`/painting/${id}/wall/${number}`} className="ledge block no-underline">
            <img
              src={fileUrl('flat', photoId, { r: readingId })}
              alt={`Session ${number}`}
              className="block w-full"
              style={{ aspectRatio: widthMm / heightMm }}
            />
          </Link>
          <span className="small block pt-1">
            <b style={{ fontSize: '1rem' }}>{number}</b> {dayInWords(date)}
            {intention && `, ${intention}`}
          </span>
        </th>
      ))}
    </tr>
  );
}

/** The largest masses of every session, the plan's value beside the painting's. */
function ValueRow({ stages, readings }: { stages: readonly Stage[]; readings: ReturnType<typeof useReadings> }) {
  return (
    <tr style={{ borderTop: '1px solid var(--rule)' }}>
      <th scope="row" className="held py-2 pr-4 text-left align-top">
        Value
        <span className="small block font-normal">largest masses, light to dark: bar the plan, dot the painting</span>
      </th>
      {stages.map(({ number }, i) => (
        <td key={number} className="py-2 pr-4 align-top">
          {readings[i] && <MassesByHeight masses={readings[i].masses} width={206} />}
        </td>
      ))}
    </tr>
  );
}

/** All sessions on one ledge: the flats, their masses against the plan, and what became of every correction. */
function Ledge({ detail, stages }: { detail: PaintingDetail; stages: readonly Stage[] }) {
  const readings = useReadings(detail, stages);
  const ledge = useRef<HTMLDivElement>(null);
  // Where not all sessions fit, the latest is what the painter came for.
  useEffect(() => {
    if (ledge.current) ledge.current.scrollLeft = ledge.current.scrollWidth;
  }, [stages.length]);
  return (
    <div ref={ledge} className="mt-4 overflow-x-auto" tabIndex={0} role="region" aria-label="Sessions and corrections">
      <table className="w-full border-collapse" style={{ minWidth: 136 + 164 * stages.length }}>
        <colgroup>
          <col className="w-[136px] sm:w-[190px]" />
          {stages.map(({ number }) => (
            <col key={number} />
          ))}
        </colgroup>
        <thead>
          <Flats detail={detail} stages={stages} />
        </thead>
        <tbody>
          <ValueRow stages={stages} readings={readings} />
          <RangeRow readings={readings} stages={stages} />
          <SeatedRows detail={detail} stages={stages} readings={readings} />
          <Corrections detail={detail} stages={stages} />
        </tbody>
      </table>
    </div>
  );
}

/** How the painting came along, session by session, and where to go from here. */
export function Progress() {
  const detail = useDetail();
  const stages = stagesOf(detail);
  const step = nextOf(detail);
  const [before, last] = stages.slice(-2);
  if (stages.length === 0)
    return (
      <p className="serif mt-6">
        {DECIDE_TEXT.noProgress} <Link to={step.to}>{step.words}</Link>.
      </p>
    );
  return (
    <>
      <Ledge detail={detail} stages={stages} />
      <DeedList paintingId={detail.painting.id} />
      <div className="mt-auto flex flex-wrap items-center justify-between gap-4 pt-5">
        {before && last ? (
          <Link className="line" to={`/painting/${detail.painting.id}/wall/${last.number}?beside=${before.number}`}>
            Hang sessions {before.number} and {last.number} beside each other
          </Link>
        ) : (
          <span />
        )}
        <Link className="btn act" to={step.to}>
          {step.words} <kbd>{step.hotkey}</kbd>
        </Link>
      </div>
    </>
  );
}
