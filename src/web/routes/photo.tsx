import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Job, PaintingDetail, Photo as PhotoShape } from '../../contract';
import type { Corners } from '../../core/raster';
import { call, type Refused } from '../api/client';
import { refresh, useAction, useJob, useReading } from '../api/queries';
import { useKeys } from '../keyboard';
import { Mark } from '../marks/mark';
import { useScale } from '../settings';
import { FileDrop } from '../slips/fileDrop';
import { JobProgress } from '../slips/jobProgress';
import { ProblemNote } from '../slips/problem';
import { CORNER_NAMES, CornerStage, Magnifier } from '../wall/cornerStage';
import { dayInWords } from '../words';
import { useDetail } from './paintingLayout';

/** Uploads into session n, which is started when it is the next one. */
function useUpload(detail: PaintingDetail, number: number) {
  const client = useQueryClient();
  const [state, setState] = useState<{ busy: boolean; error: Error | null; job: Job | null; twin: boolean }>({
    busy: false,
    error: null,
    job: null,
    twin: false,
  });
  const { id } = detail.painting;
  const send = async (file: File) => {
    setState({ busy: true, error: null, job: null, twin: false });
    try {
      let session = detail.sessions.find((one) => one.number === number);
      if (!session) {
        const after = await call('addSession', { params: { paintingId: id }, body: {} });
        session = after.sessions.at(-1);
        await refresh(client, id, after);
      }
      if (!session) return;
      const { job, twin } = await call('addPhoto', { params: { sessionId: session.id }, file });
      setState({ busy: false, error: null, job, twin });
      await refresh(client, id);
    } catch (cause) {
      setState({ busy: false, error: cause as Error, job: null, twin: false });
      await refresh(client, id);
    }
  };
  return { ...state, send };
}

const squareIn = ({ width, height }: PhotoShape): Corners => [
  [width * 0.15, height * 0.15],
  [width * 0.85, height * 0.15],
  [width * 0.85, height * 0.85],
  [width * 0.15, height * 0.85],
];

function Greys({
  photo,
  marking,
  onMarking,
  onGreys,
}: {
  photo: PhotoShape;
  marking: boolean;
  onMarking: (on: boolean) => void;
  onGreys: (greys: PhotoShape['greys']) => void;
}) {
  const scale = useScale();
  return (
    <section
      className="mt-3 border-t pt-3"
      style={{ borderColor: 'var(--slip-rule)' }}
      aria-label="Greys of known value"
    >
      <h3>Greys of known value</h3>
      <p className="small mb-2">
        {photo.greys.length === 0
          ? 'None marked: the light will be guessed from the plan. A white, a grey and a black beside the canvas make it surer.'
          : photo.greys.length < 3
            ? 'With white, grey and black the tone curve is taken out too.'
            : 'Gain and tone curve are taken out with these.'}
      </p>
      <ul>
        {photo.greys.map((grey, i) => (
          <li key={`${grey.box.join()}-${grey.value}`} className="mb-1 flex items-center gap-2">
            <label className="small flex flex-1 items-center gap-2">
              value (0 black)
              <input
                type="number"
                className="!min-h-9 w-20 !py-1"
                min={0.5}
                max={10}
                step={0.1}
                defaultValue={grey.value}
                onBlur={(e) => {
                  const value = Number(e.target.value);
                  if (value > 0 && value <= 10 && value !== grey.value)
                    onGreys(photo.greys.map((g, k) => (k === i ? { ...g, value } : g)));
                }}
              />
            </label>
            <button className="line small" onClick={() => onGreys(photo.greys.filter((_, k) => k !== i))}>
              remove
            </button>
          </li>
        ))}
      </ul>
      <button className="word" aria-pressed={marking} onClick={() => onMarking(!marking)}>
        {marking ? 'Drag a box over the patch' : 'Mark a grey patch'} <kbd>G</kbd>
      </button>
      <span className="sr-only">{scale.name}</span>
    </section>
  );
}

/** What stands in the slip before and after the reading. */
function Quality({ paintingId, photo }: { paintingId: string; photo: PhotoShape }) {
  const { data: reading } = useReading(paintingId, photo.readingId ? photo.id : null);
  if (!reading) {
    return (
      <p className="serif mt-2">
        {photo.corners
          ? 'The corners are set. Mark greys of known value if there are any in the frame, then read.'
          : 'The corners could not be found surely. Drag each ring to its corner of the canvas, or nudge it with the arrow keys.'}
      </p>
    );
  }
  return (
    <>
      <p className="serif mt-2">
        Values are sure to {(2 * reading.light.uncertainty.value).toFixed(2)} of a step, warmth to{' '}
        {(2 * reading.light.uncertainty.warmth).toFixed(1)}.
        {reading.stale && <b> Corners, greys, plan or method have changed since: read again.</b>}
      </p>
      <ul className="mt-2">
        {reading.quality.map((words) => (
          <li key={words} className="small border-t py-2" style={{ borderColor: 'var(--slip-rule)' }}>
            {words.startsWith('Glare') && <Mark name="not-read" label="not read" />} {words}
          </li>
        ))}
      </ul>
      {reading.quality.length === 0 && (
        <p className="small">Square, sharp and evenly lit: good enough for every reading.</p>
      )}
    </>
  );
}

function PhotoDesk({
  detail,
  number,
  photo,
  found,
}: {
  detail: PaintingDetail;
  number: number;
  photo: PhotoShape;
  found: Job | null;
}) {
  const { painting } = detail;
  const client = useQueryClient();
  const navigate = useNavigate();
  const [draft, setDraft] = useState<Corners | null>(null);
  const [chosen, setChosen] = useState(0);
  const [marking, setMarking] = useState(false);
  const [started, setStarted] = useState<Job | null>(null);
  const setCorners = useAction('setCorners', painting.id);
  const setGreys = useAction('setGreys', painting.id);
  const read = useAction('readPhoto', painting.id);
  const looking = useJob(found, () => void refresh(client, painting.id));
  const reading = useJob(
    started,
    (job) =>
      void refresh(client, painting.id).then(
        () => job.state === 'done' && navigate(`/painting/${painting.id}/wall/${number}`),
      ),
  );
  const corners = draft ?? (photo.corners as Corners | null) ?? squareIn(photo);
  const params = { photoId: photo.id };
  const busy =
    reading?.state === 'running' ||
    reading?.state === 'queued' ||
    looking?.state === 'running' ||
    looking?.state === 'queued';
  const keepCorners = (next: Corners, done: boolean) => {
    setDraft(next);
    if (done)
      setCorners.mutate(
        { params, body: { corners: next.map(([x, y]) => [x, y]) as never } },
        { onSettled: () => setDraft(null) },
      );
  };
  const keepGreys = (greys: PhotoShape['greys']) => setGreys.mutate({ params, body: { greys } });
  const start = () => photo.corners && !busy && read.mutate({ params }, { onSuccess: setStarted });
  const nextValue = ([9.3, 5, 1.6] as const)[photo.greys.length] ?? 5;
  useKeys({ g: () => setMarking(!marking), Enter: () => start(), Tab: undefined });
  const error: Refused | Error | null =
    setCorners.error ??
    setGreys.error ??
    read.error ??
    (reading?.problem ? new Error(reading.problem) : null) ??
    (looking?.problem ? new Error(looking.problem) : null);
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(520px, 100%)' }}>
        <div className="grid grid-cols-4 gap-4 sm:grid-cols-[112px_1fr_112px]">
          <div className="contents sm:flex sm:flex-col sm:justify-between">
            {[0, 3].map((i) => (
              <Magnifier
                key={i}
                photo={photo}
                corner={corners[i]}
                name={CORNER_NAMES[i]}
                chosen={chosen === i}
                onChoose={() => setChosen(i)}
              />
            ))}
          </div>
          <div
            className="relative order-first col-span-4 sm:order-none sm:col-span-1"
            style={{ aspectRatio: photo.width / photo.height }}
          >
            <img
              src={`/api/photos/${photo.id}/preview.jpg`}
              alt={`Photograph of session ${number}`}
              className="absolute inset-0 h-full w-full"
              draggable={false}
            />
            <CornerStage
              photo={photo}
              corners={corners}
              chosen={chosen}
              onChoose={setChosen}
              onCorners={keepCorners}
              greys={photo.greys}
              marking={marking}
              onGrey={(box) => {
                keepGreys([...photo.greys, { box, value: nextValue }]);
                setMarking(false);
              }}
            />
          </div>
          <div className="contents sm:flex sm:flex-col sm:justify-between">
            {[1, 2].map((i) => (
              <Magnifier
                key={i}
                photo={photo}
                corner={corners[i]}
                name={CORNER_NAMES[i]}
                chosen={chosen === i}
                onChoose={() => setChosen(i)}
              />
            ))}
          </div>
        </div>
        <p className="mt-2">
          {photo.cornersFrom === 'found' &&
            `Corners found, sure to ${Math.round((photo.confidence ?? 0) * 100)} %. Drag one, or nudge it with the arrow keys.`}
          {photo.cornersFrom === 'given' && 'Corners as you set them. Shift with an arrow moves ten pixels.'}
          {!photo.corners && !busy && <b>Show the four corners: drag each ring to its corner of the canvas.</b>}
        </p>
      </div>
      <aside className="slip flex w-full flex-col self-start lg:w-[292px]" style={{ minHeight: 440 }}>
        <h2>{photo.readingId ? 'How good is this photo?' : 'Corners and light'}</h2>
        <p className="small soft">
          {photo.fileName}, {photo.width} × {photo.height} px
        </p>
        <Quality paintingId={painting.id} photo={photo} />
        <Greys photo={photo} marking={marking} onMarking={setMarking} onGreys={keepGreys} />
        <div className="mt-auto flex flex-col gap-2 pt-4">
          <ProblemNote error={error} />
          <JobProgress job={looking} />
          <JobProgress job={reading} />
          {!photo.corners && !busy && (
            <button className="btn" onClick={() => keepCorners(corners, true)}>
              These are the corners
            </button>
          )}
          <button className="btn act w-full" disabled={!photo.corners || busy} onClick={start}>
            {photo.readingId ? `Read session ${number} again` : `Read session ${number}`} <kbd>Enter</kbd>
          </button>
        </div>
      </aside>
    </div>
  );
}

/** One session's photograph: taking it in, its corners, its light. */
export function Photo() {
  const detail = useDetail();
  const number = Number(useParams().session);
  const upload = useUpload(detail, number);
  const session = detail.sessions.find((one) => one.number === number);
  const photo = session?.photos.at(-1);
  const { id } = detail.painting;
  const known = Number.isInteger(number) && number >= 1 && number <= detail.sessions.length + 1;
  if (!known)
    return (
      <p className="serif mt-6">
        There is no session {String(number)} yet.{' '}
        <Link to={`/painting/${id}/photo/${detail.sessions.length + 1}`}>Photograph the next one</Link>.
      </p>
    );
  return (
    <>
      <div className="words" role="group" aria-label="Sessions">
        {detail.sessions.map((one) => (
          <Link
            key={one.id}
            className="word"
            aria-current={one.number === number ? 'page' : undefined}
            to={`/painting/${id}/photo/${one.number}`}
          >
            {one.number}
          </Link>
        ))}
        {!detail.sessions.some(({ photos }) => photos.length === 0) && (
          <Link
            className="word"
            aria-current={number === detail.sessions.length + 1 ? 'page' : undefined}
            to={`/painting/${id}/photo/${detail.sessions.length + 1}`}
          >
            next
          </Link>
        )}
        <span className="small ml-auto">
          session {number}
          {session ? `, ${dayInWords(session.date)}${session.intention && `, ${session.intention}`}` : ''}
        </span>
      </div>
      {upload.twin && <p className="small">That file is here already; it is kept once.</p>}
      <ProblemNote error={upload.error} />
      {photo ? (
        <PhotoDesk key={photo.id} detail={detail} number={number} photo={photo} found={upload.job} />
      ) : (
        <div className="mt-4 max-w-3xl">
          <FileDrop
            label={`Choose the photo of session ${number}`}
            busy={upload.busy}
            onFile={(file) => void upload.send(file)}
          >
            <p className="serif" style={{ fontSize: 18 }}>
              Photograph the canvas as squarely and evenly lit as you can, all four corners in the frame. What is left
              is taken out here.
            </p>
          </FileDrop>
        </div>
      )}
    </>
  );
}
