import { asideInWords, noSessionInWords, PHOTO_TEXT } from '../../core/words';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Job, PaintingDetail, Session } from '../../contract';
import { call } from '../api/client';
import { refresh } from '../api/queries';
import { BatchSlip, useBatch } from './batch';
import { FileDrop } from '../ui/fileDrop';
import { ProblemNote } from '../ui/problem';
import { SessionSlip } from './sessionSlip';
import { Shots } from './shots';
import { WaysIn } from './waysIn';
import { newestSession } from '../words';
import { useDetail } from '../painting/paintingLayout';
import { PhotoDesk } from './photoDesk';

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
      const session = detail.sessions.find((one) => one.number === number);
      const { job, twin } = session
        ? await call('addPhoto', { params: { sessionId: session.id }, file })
        : await call('addFirstPhoto', { params: { paintingId: id }, file });
      setState({ busy: false, error: null, job, twin });
      await refresh(client, id);
      return job.photoId;
    } catch (cause) {
      setState({ busy: false, error: cause as Error, job: null, twin: false });
      await refresh(client, id);
    }
  };
  return { ...state, send };
}

/** Every session by its number, and the next one; the day of the one in sight. */
function SessionWords({ detail, number, session }: { detail: PaintingDetail; number: number; session?: Session }) {
  const at = `/painting/${detail.painting.id}/photo`;
  const next = newestSession(detail) + 1;
  const current = (one: number) => (one === number ? 'page' : undefined);
  return (
    <div className="words" role="group" aria-label="Sessions">
      {detail.sessions.map((one) => (
        <Link key={one.id} className="word" aria-current={current(one.number)} to={`${at}/${one.number}`}>
          {one.number}
        </Link>
      ))}
      {!detail.sessions.some(({ photos }) => photos.length === 0) && (
        <Link className="word" aria-current={current(next)} to={`${at}/${next}`}>
          next
        </Link>
      )}
      {session ? (
        <SessionSlip detail={detail} session={session} />
      ) : (
        <span className="small ml-auto">session {number}</span>
      )}
    </div>
  );
}

/** One session's photograph: taking it in, its corners, its light. */
export function Photo() {
  const detail = useDetail();
  const number = Number(useParams().session);
  const upload = useUpload(detail, number);
  const batch = useBatch(detail.painting.id);
  const session = detail.sessions.find((one) => one.number === number);
  const [shown, setShown] = useState<string | null>(null);
  const photo = session?.photos.find(({ id }) => id === shown) ?? session?.photos.at(-1);
  const { id } = detail.painting;
  const next = newestSession(detail) + 1;
  if (!Number.isInteger(number) || number < 1 || number > next)
    return (
      <p className="serif mt-6">
        {`${noSessionInWords(number)} `}
        <Link to={`/painting/${id}/photo/${next}`}>Photograph the next one</Link>.
      </p>
    );
  const add = (file: File) => void upload.send(file).then((added) => added && setShown(added));
  const ways = <WaysIn detail={detail} session={number} busy={upload.busy} onFile={add} />;
  return (
    <>
      <SessionWords detail={detail} number={number} session={session} />
      <BatchSlip batch={batch} detail={detail} />
      {upload.twin && <p className="small">{PHOTO_TEXT.hereAlready}</p>}
      <ProblemNote error={upload.error} />
      {session && photo ? (
        <PhotoDesk
          key={photo.id}
          detail={detail}
          session={session}
          photo={photo}
          found={upload.job?.photoId === photo.id ? upload.job : null}
          shots={
            <>
              <Shots {...{ paintingId: id, session, shown: photo }} busy={upload.busy} onShow={setShown} onFile={add} />
              {ways}
            </>
          }
        />
      ) : (
        <div className="mt-4 max-w-3xl">
          <FileDrop
            label={`Choose the photo of session ${number}`}
            busy={upload.busy}
            several
            taken
            onFiles={([file, ...more]) =>
              file && (more.length > 0 ? batch.start([file, ...more]) : void upload.send(file))
            }
          >
            <p className="serif" style={{ fontSize: '1.125rem' }}>
              {PHOTO_TEXT.howToPhotograph}
            </p>
            <p className="small">{PHOTO_TEXT.severalAtOnce}</p>
            {session && session.aside.length > 0 && <p className="small">{asideInWords(session.aside.length)}</p>}
          </FileDrop>
          {ways}
        </div>
      )}
    </>
  );
}
