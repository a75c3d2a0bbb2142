import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Job, PaintingDetail, Photo, Session } from '../../contract';
import { mapCorners, type Corners } from '../../core/raster';
import { refresh, useAction, useJob, useReading } from '../api/queries';
import { useKeys } from '../keyboard';
import { guessIn, untouched } from './cornerGuess';
import { USUAL_STRIP, type Marking } from './greys';
import { laidBeside, type Side } from './threads';
import { useEdge } from './useEdge';

/** The corners of the last photographed session, carried over to a photo of the same proportions. */
function lastCorners(detail: PaintingDetail, session: Session, photo: Photo): Corners | null {
  const before = detail.sessions
    .filter(({ number }) => number < session.number)
    .flatMap(({ photos }) => photos.filter(({ corners }) => corners).slice(-1))
    .at(-1);
  if (!before?.corners || Math.abs(before.width / before.height - photo.width / photo.height) > 0.01) return null;
  const scale = photo.width / before.width;
  return mapCorners(before.corners, ([x, y]) => [x * scale, y * scale]);
}

const underWay = (job: Job | null | undefined) => job?.state === 'running' || job?.state === 'queued';

/** The corners on the photograph while they are dragged, and kept. */
function useCorners(detail: PaintingDetail, session: Session, photo: Photo) {
  const [draft, setDraft] = useState<Corners | null>(null);
  const [chosen, setChosen] = useState<Side>(0);
  const keeping = useAction('setCorners', detail.painting.id);
  const guess = guessIn(photo);
  const corners = draft ?? photo.corners ?? guess;
  const stillGuessed = (now: Corners) => (photo.corners ? 0 : untouched(guess, now));
  const edge = useEdge(photo, corners, chosen);
  function keep(next: Corners, done: boolean) {
    setDraft(next);
    if (done && stillGuessed(next) === 0)
      keeping.mutate(
        { params: { photoId: photo.id }, body: { corners: mapCorners(next, ([x, y]): [number, number] => [x, y]) } },
        { onSettled: () => setDraft(null) },
      );
  }
  return {
    corners,
    /** how many sides nobody has shown yet; none are kept before all are */
    toShow: stillGuessed(corners),
    /** where they were last session; null = the photographs are not alike */
    before: lastCorners(detail, session, photo),
    chosen,
    setChosen,
    error: keeping.error,
    keep,
    /** the edge seen nearest to the chosen thread, photo px; null = none */
    edge,
    /** lays the chosen thread on it */
    lay: () => {
      if (edge) keep(laidBeside(corners, chosen, edge), true);
    },
  };
}

/**
 * Reading the session's main photograph; when it is read the wall opens. Where it seems to show another painting the
 * painter may insist.
 */
function useRead(detail: PaintingDetail, session: Session, main: Photo) {
  const { painting } = detail;
  const client = useQueryClient();
  const navigate = useNavigate();
  const [started, setStarted] = useState<Job | null>(null);
  const read = useAction('readPhoto', painting.id);
  const change = useAction('changePhoto', painting.id);
  const job = useJob(
    started,
    ({ state }) =>
      void refresh(client, painting.id).then(
        () => state === 'done' && navigate(`/painting/${painting.id}/wall/${session.number}`),
      ),
  );
  const params = { photoId: main.id };
  const start = () => read.mutate({ params }, { onSuccess: setStarted });
  return {
    job,
    error: read.error ?? change.error ?? (job?.problem ? new Error(job.problem) : null),
    start,
    insist:
      job?.code === 'another-picture'
        ? () => change.mutate({ params, body: { insisted: true } }, { onSuccess: start })
        : null,
  };
}

/** A photograph on the desk: what is marked on it, looked for in it, and read of it. */
export function usePhotoDesk(detail: PaintingDetail, session: Session, photo: Photo, found: Job | null) {
  const { painting } = detail;
  const client = useQueryClient();
  const main = session.photos.filter(({ role }) => role === 'canvas').at(-1) ?? photo;
  const corners = useCorners(detail, session, photo);
  const [marking, setMarking] = useState<Marking>(null);
  const [strip, setStrip] = useState(USUAL_STRIP);
  const { data: own } = useReading(painting.id, photo.readingId ? photo.id : null);
  const setGreys = useAction('setGreys', painting.id);
  const setAreas = useAction('setAreas', painting.id);
  const reading = useRead(detail, session, main);
  const looking = useJob(found, () => void refresh(client, painting.id));
  const busy = underWay(reading.job) || underWay(looking);
  const ready = main.corners !== null && main.role === 'canvas' && !busy;
  const start = () => ready && reading.start();
  const params = { photoId: photo.id };
  useKeys({ g: () => setMarking(marking ? null : 'grey'), Enter: () => start(), Tab: undefined });
  return {
    ...{ detail, painting, session, photo, main, corners, marking, setMarking, strip, setStrip },
    ...{ own, looking, reading: reading.job, busy, ready, start, insist: reading.insist },
    keepGreys: (greys: Photo['greys']) => setGreys.mutate({ params, body: { greys } }),
    keepAreas: (areas: Photo['areas']) => setAreas.mutate({ params, body: { areas } }),
    error:
      corners.error ??
      setGreys.error ??
      setAreas.error ??
      reading.error ??
      (looking?.problem ? new Error(looking.problem) : null),
  };
}
export type PhotoDeskModel = ReturnType<typeof usePhotoDesk>;
