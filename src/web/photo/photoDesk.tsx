import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { fileUrl, type Job, type PaintingDetail, type Photo as PhotoShape, type Session } from '../../contract';
import { cornersFoundInWords, cornersToShowInWords, lensInWords, PHOTO_TEXT } from '../../core/words';
import { JobProgress } from '../ui/jobProgress';
import { ProblemNote } from '../ui/problem';
import { WordChoice } from '../ui/words';
import { GuessForm, Guessed } from '../wall/guess';
import { ComingIn } from './comingIn';
import { CornerStage } from './cornerStage';
import { EdgeBesideThread } from './edgeBesideThread';
import { SideStrip } from './sideStrip';
import type { Side } from './threads';
import { CoveredChoice } from './coveredChoice';
import { Greys, patchesFrom } from './greys';
import { GroundSlip } from './groundSlip';
import { GroundStage } from './groundStage';
import { LightChoice } from './lightChoice';
import { LightStage } from './lightStage';
import { NotReadStage } from './notReadStage';
import { OnlyPictures } from '../painting/onlyPictures';
import { PhotoHistory } from './photoHistory';
import { PhotoCertainty, PhotoQuality } from './photoQuality';
import { usePhotoDesk, type PhotoDeskModel } from './usePhotoDesk';

const VIEWS = [
  ['corners', 'Sides'],
  ['light', 'Light, before and after'],
  ['unread', 'What is not read'],
  ['ground', 'Bare ground'],
] as const;
type View = (typeof VIEWS)[number][0];

interface Part {
  readonly desk: PhotoDeskModel;
}

/** The photograph with a thread along each side, a strip of every side beside it, and the greys in it. */
function BesideStrips({ desk }: Part) {
  const { photo, painting, session, own, corners: shown, marking, setMarking, strip, keepGreys } = desk;
  const { corners, chosen, setChosen, keep } = shown;
  const along = (side: Side, lying?: boolean) => (
    <SideStrip {...{ photo, corners, side }} flat={lying} chosen={chosen === side} onChoose={() => setChosen(side)} />
  );
  const proportion = photo.width / photo.height;
  return (
    <div
      className="grid gap-3 sm:grid-cols-[56px_minmax(0,1fr)_56px]"
      style={{ maxWidth: `calc(var(--tall-photo) * ${proportion} + 136px)` }}
    >
      <div className="col-start-2 max-sm:hidden">{along(0)}</div>
      <div className="relative col-start-1 max-sm:hidden">{along(3)}</div>
      <div className="relative sm:col-start-2 sm:row-start-2" style={{ aspectRatio: proportion }}>
        <img
          src={fileUrl('photoPreview', photo.id)}
          alt={`Photograph of session ${session.number}`}
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
          onCorners={keep}
          onLay={shown.lay}
          greys={photo.greys}
          marking={marking !== null}
          card={photo.card}
          onGrey={(box) => {
            keepGreys(patchesFrom(marking, box, photo, strip));
            setMarking(null);
          }}
        />
      </div>
      <div className="relative col-start-3 max-sm:hidden">{along(1)}</div>
      <div className="col-start-2 max-sm:hidden">{along(2)}</div>
      <div className="sm:hidden">{along(chosen, true)}</div>
    </div>
  );
}

/** What is shown of the photograph; what comes in of a reading goes before. */
function Stage({ desk, view }: Part & { view: View }) {
  const { detail, photo, painting, own, main, reading, busy, keepAreas } = desk;
  if (reading?.early?.flat && busy)
    return <ComingIn job={reading} painting={painting} guessed={main.impression !== null} />;
  if (own && view === 'unread')
    return <NotReadStage photo={photo} reading={own} canvas={painting} onAreas={keepAreas} />;
  if (own && view === 'ground') return <GroundStage detail={detail} photo={photo} reading={own} />;
  if (own && view === 'light')
    return <LightStage photoId={photo.id} reading={own} proportion={painting.widthMm / painting.heightMm} />;
  return <BesideStrips desk={desk} />;
}

/** What is known of the corners, and what to do about them. */
function CornerWords({ desk, view }: Part & { view: View }) {
  const { photo, own, corners } = desk;
  const at = view === 'corners';
  const { before } = corners;
  return (
    <p className="mt-2">
      {at && photo.role !== 'white-board' && <EdgeBesideThread desk={desk} />}
      {at && <span className="small block">{PHOTO_TEXT.strips}</span>}
      {at && photo.cornersFrom === 'found' && cornersFoundInWords(photo.confidence ?? 0)}
      {at && photo.cornersFrom === 'given' && PHOTO_TEXT.cornersYours}
      {at && own && own.lens.px >= 0.5 && ` ${lensInWords(own.lens.px)}`}
      {!photo.corners && photo.state === 'arrived' && PHOTO_TEXT.lookingForCorners}
      {!photo.corners && photo.role === 'white-board' && PHOTO_TEXT.boardPlace}{' '}
      {before && at && (
        <button className="line" onClick={() => corners.keep(before, true)}>
          Where they were last session
        </button>
      )}
    </p>
  );
}

/** What is going on, and the button that reads. */
function Reading({ desk }: Part) {
  const { photo, main, session, corners, error, looking, reading, busy, ready, start, insist } = desk;
  const asked = photo.state === 'asked' && !busy && photo.role === 'canvas';
  const read = `Read session ${session.number}`;
  return (
    <div
      className="sticky bottom-0 -mx-[18px] -mb-[18px] mt-auto flex flex-col gap-2 px-[18px] pt-3 pb-[18px]"
      style={{ background: 'var(--slip)' }}
    >
      <ProblemNote error={error} />
      <JobProgress job={looking} />
      <JobProgress job={reading} />
      {asked && <b>{cornersToShowInWords(corners.toShow)}</b>}
      {insist && (
        <button className="btn" onClick={insist}>
          {PHOTO_TEXT.readAllTheSame}
        </button>
      )}
      <button className="btn act w-full" disabled={!ready} onClick={start}>
        {main.readingId ? `${read} again` : read} <kbd>Enter</kbd>
      </button>
    </div>
  );
}

/** Beside the photograph: how good it is, its light, what was guessed, and its history. */
function Slip({ desk }: Part) {
  const { detail, painting, session, photo, main, marking, setMarking, strip, setStrip, keepGreys } = desk;
  const rooms = [...new Set(detail.sessions.flatMap(({ photos }) => photos.map(({ room }) => room)).filter(Boolean))];
  const mayGuess = photo.id === main.id && photo.corners && !photo.readingId && !photo.impression;
  return (
    <aside className="slip flex w-full flex-col self-start lg:w-[18.25rem]" style={{ minHeight: 440 }}>
      <h2>{photo.readingId ? PHOTO_TEXT.howGood : 'Sides and light'}</h2>
      <p className="small soft">
        {photo.fileName}, {photo.width} × {photo.height} px
      </p>
      {/* Another painting's light is worth nothing. */}
      {!desk.insist && <PhotoCertainty paintingId={painting.id} photo={photo} />}
      {photo.role !== 'white-board' && (
        <Greys
          paintingId={painting.id}
          photo={photo}
          marking={marking}
          strip={strip}
          onMarking={setMarking}
          onStrip={setStrip}
          onGreys={keepGreys}
        />
      )}
      {/* Below what is done by hand, as it may be long. */}
      {!desk.insist && <PhotoQuality paintingId={painting.id} photo={photo} />}
      {photo.role === 'canvas' && (
        <LightChoice paintingId={painting.id} photo={photo} first={session.number === 1} rooms={rooms} />
      )}
      {mayGuess && (
        <div className="mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
          <GuessForm paintingId={painting.id} photo={photo} />
        </div>
      )}
      {photo.impression && <Guessed impression={photo.impression} />}
      <PhotoHistory paintingId={painting.id} photo={photo} />
      {photo.role === 'ground' && <GroundSlip detail={detail} photo={photo} />}
      <Reading desk={desk} />
    </aside>
  );
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
  const desk = usePhotoDesk(detail, session, photo, found);
  const [search, setSearch] = useSearchParams();
  const view: View = VIEWS.find(([name]) => name === search.get('view'))?.[0] ?? 'corners';
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(520px, 100%)' }}>
        <div className="mb-2 flex flex-wrap items-baseline gap-x-6">
          {desk.own && (
            <WordChoice
              label="What is shown of the photograph"
              options={VIEWS}
              value={view}
              onChoose={(next) => setSearch(next === 'corners' ? {} : { view: next })}
            />
          )}
          <OnlyPictures />
        </div>
        <Stage desk={desk} view={view} />
        <CornerWords desk={desk} view={view} />
        {view === 'corners' && photo.role !== 'white-board' && (
          <CoveredChoice paintingId={detail.painting.id} photo={photo} />
        )}
        <div className="folds">{shots}</div>
      </div>
      <Slip desk={desk} />
    </div>
  );
}
