import { cornersFoundInWords, lensInWords, PHOTO_TEXT } from '../../core/words';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { fileUrl, type Job, type PaintingDetail, type Photo as PhotoShape, type Session } from '../../contract';
import { mapCorners, type Corners } from '../../core/raster';
import type { Refused } from '../api/client';
import { refresh, useAction, useJob, useReading } from '../api/queries';
import { useKeys } from '../keyboard';
import { CoveredChoice } from './coveredChoice';
import { ComingIn } from './comingIn';
import { GuessForm, Guessed } from '../wall/guess';
import { Greys, patchesFrom, USUAL_STRIP, type Marking } from './greys';
import { PhotoHistory } from './photoHistory';
import { PhotoQuality } from './photoQuality';
import { LightChoice } from './lightChoice';
import { GroundSlip } from './groundSlip';
import { JobProgress } from '../ui/jobProgress';
import { ProblemNote } from '../ui/problem';
import { CORNER_NAMES, CornerStage, Magnifier } from './cornerStage';
import { LightStage } from './lightStage';
import { GroundStage } from './groundStage';
import { NotReadStage } from './notReadStage';
import { WordChoice } from '../ui/words';

const VIEWS = [
  ['corners', 'Corners'],
  ['light', 'Light, before and after'],
  ['unread', 'What is not read'],
  ['ground', 'Bare ground'],
] as const;
type View = (typeof VIEWS)[number][0];

const squareIn = ({ width, height }: PhotoShape): Corners => [
  [width * 0.15, height * 0.15],
  [width * 0.85, height * 0.15],
  [width * 0.85, height * 0.85],
  [width * 0.15, height * 0.85],
];

/** The corners of the last photographed session, carried over to a photo of the same proportions. */
function lastCorners(detail: PaintingDetail, session: Session, photo: PhotoShape): Corners | null {
  const before = detail.sessions
    .filter(({ number }) => number < session.number)
    .flatMap(({ photos }) => photos.filter(({ corners }) => corners).slice(-1))
    .at(-1);
  if (!before?.corners || Math.abs(before.width / before.height - photo.width / photo.height) > 0.01) return null;
  const scale = photo.width / before.width;
  return mapCorners(before.corners, ([x, y]) => [x * scale, y * scale]);
}

/** A photograph on the desk: its corners under magnifiers, its light, its quality, and the reading of it. */
export function PhotoDesk({
  detail,
  session,
  photo,
  found,
  shots,
}: {
  detail: PaintingDetail;
  session: Session;
  photo: PhotoShape;
  found: Job | null;
  /** the strip of this session's photographs */
  shots: ReactNode;
}) {
  const { number } = session;
  const main = session.photos.filter(({ role }) => role === 'canvas').at(-1) ?? photo;
  const { painting } = detail;
  const client = useQueryClient();
  const navigate = useNavigate();
  const [draft, setDraft] = useState<Corners | null>(null);
  const [chosen, setChosen] = useState(0);
  const [marking, setMarking] = useState<Marking>(null);
  const [strip, setStrip] = useState(USUAL_STRIP);
  const [view, setView] = useState<View>('corners');
  const { data: own } = useReading(painting.id, photo.readingId ? photo.id : null);
  const [started, setStarted] = useState<Job | null>(null);
  const setCorners = useAction('setCorners', painting.id);
  const setGreys = useAction('setGreys', painting.id);
  const setAreas = useAction('setAreas', painting.id);
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
  const ready = main.corners !== null && main.role === 'canvas' && !busy;
  const start = () => ready && read.mutate({ params: { photoId: main.id } }, { onSuccess: setStarted });
  const rooms = [...new Set(detail.sessions.flatMap(({ photos }) => photos.map(({ room }) => room)).filter(Boolean))];
  const same = lastCorners(detail, session, photo);
  const magnifiers = (shown: readonly number[]) => (
    <div className="contents sm:flex sm:flex-col sm:justify-between">
      {shown.map((i) => (
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
  );
  useKeys({ g: () => setMarking(marking ? null : 'grey'), Enter: () => start(), Tab: undefined });
  const error: Refused | Error | null =
    setCorners.error ??
    setGreys.error ??
    setAreas.error ??
    read.error ??
    (reading?.problem ? new Error(reading.problem) : null) ??
    (looking?.problem ? new Error(looking.problem) : null);
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(520px, 100%)' }}>
        {own && (
          <WordChoice
            label="What is shown of the photograph"
            className="words mb-2"
            options={VIEWS}
            value={view}
            onChoose={setView}
          />
        )}
        {reading?.early?.flat && busy ? (
          <ComingIn job={reading} painting={painting} guessed={main.impression !== null} />
        ) : own && view === 'unread' ? (
          <NotReadStage
            photo={photo}
            reading={own}
            canvas={painting}
            onAreas={(areas) => setAreas.mutate({ params, body: { areas } })}
          />
        ) : own && view === 'ground' ? (
          <GroundStage detail={detail} photo={photo} reading={own} />
        ) : own && view === 'light' ? (
          <LightStage photoId={photo.id} reading={own} proportion={painting.widthMm / painting.heightMm} />
        ) : (
          <div className="grid grid-cols-4 gap-4 sm:grid-cols-[112px_1fr_112px]">
            {magnifiers([0, 3])}
            <div
              className="relative order-first col-span-4 sm:order-none sm:col-span-1"
              style={{ aspectRatio: photo.width / photo.height }}
            >
              <img
                src={fileUrl('photoPreview', photo.id)}
                alt={`Photograph of session ${number}`}
                className="absolute inset-0 h-full w-full"
                draggable={false}
              />
              <CornerStage
                photo={photo}
                canvas={painting}
                bend={own?.lens.bend ?? 0}
                corners={corners}
                chosen={chosen}
                onChoose={setChosen}
                onCorners={keepCorners}
                greys={photo.greys}
                marking={marking !== null}
                card={photo.card as Corners | null}
                onGrey={(box) => {
                  keepGreys(patchesFrom(marking, box, photo, strip));
                  setMarking(null);
                }}
              />
            </div>
            {magnifiers([1, 2])}
          </div>
        )}
        <p className="mt-2">
          {view === 'corners' && photo.cornersFrom === 'found' && cornersFoundInWords(photo.confidence ?? 0)}
          {view === 'corners' && photo.cornersFrom === 'given' && PHOTO_TEXT.cornersYours}
          {view === 'corners' && own && own.lens.px >= 0.5 && ` ${lensInWords(own.lens.px)}`}
          {!photo.corners && photo.state === 'arrived' && PHOTO_TEXT.lookingForCorners}
          {photo.state === 'asked' && !busy && photo.role === 'canvas' && <b>{PHOTO_TEXT.showCorners}</b>}
          {!photo.corners && photo.role === 'white-board' && PHOTO_TEXT.boardPlace}{' '}
          {same && view === 'corners' && (
            <button className="line" onClick={() => keepCorners(same, true)}>
              Where they were last session
            </button>
          )}
        </p>
        {view === 'corners' && photo.role !== 'white-board' && <CoveredChoice paintingId={painting.id} photo={photo} />}
        {shots}
      </div>
      <aside className="slip flex w-full flex-col self-start lg:w-[292px]" style={{ minHeight: 440 }}>
        <h2>{photo.readingId ? PHOTO_TEXT.howGood : 'Corners and light'}</h2>
        <p className="small soft">
          {photo.fileName}, {photo.width} × {photo.height} px
        </p>
        <PhotoQuality paintingId={painting.id} photo={photo} />
        {photo.role !== 'white-board' && (
          <Greys
            photo={photo}
            marking={marking}
            strip={strip}
            onMarking={setMarking}
            onStrip={setStrip}
            onGreys={keepGreys}
          />
        )}
        {photo.role === 'canvas' && (
          <LightChoice paintingId={painting.id} photo={photo} first={number === 1} rooms={rooms} />
        )}
        {photo.id === main.id && photo.corners && !photo.readingId && !photo.impression && (
          <div className="mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
            <GuessForm paintingId={painting.id} photo={photo} />
          </div>
        )}
        {photo.impression && <Guessed impression={photo.impression} />}
        <PhotoHistory paintingId={painting.id} photo={photo} />
        {photo.role === 'ground' && <GroundSlip detail={detail} photo={photo} />}
        <div
          className="sticky bottom-0 -mx-[18px] -mb-[18px] mt-auto flex flex-col gap-2 px-[18px] pt-3 pb-[18px]"
          style={{ background: 'var(--slip)' }}
        >
          <ProblemNote error={error} />
          <JobProgress job={looking} />
          <JobProgress job={reading} />
          {!photo.corners && !busy && (
            <button className="btn" onClick={() => keepCorners(corners, true)}>
              These are the corners
            </button>
          )}
          <button className="btn act w-full" disabled={!ready} onClick={start}>
            {main.readingId ? `Read session ${number} again` : `Read session ${number}`} <kbd>Enter</kbd>
          </button>
        </div>
      </aside>
    </div>
  );
}
