import { useState } from 'react';
import { Link } from 'react-router';
import type { PaintingDetail, Photo } from '../../contract';
import { mapCorners, type Corners } from '../../core/raster';
import { useArrivals } from '../api/queries';
import { useFinger } from '../ui/finger';
import { plural } from '../words';
import { OwnCamera } from './ownCamera';
import { PhoneOpener, PhoneSlip } from './phoneSlip';

/** Where the canvas stood in the last photograph whose corners are known, as shares of its frame. */
function stoodAt(detail: PaintingDetail, session: number): Corners | null {
  const photos = detail.sessions.filter(({ number }) => number <= session).flatMap((one) => one.photos);
  const last = photos.filter((photo): photo is Photo & { corners: Corners } => photo.corners !== null).at(-1);
  return last ? mapCorners(last.corners, ([x, y]) => [x / last.width, y / last.height]) : null;
}

/** Other ways for a photograph to come in: the phone, this machine's camera, the studio camera, the inbox. */
export function WaysIn({
  detail,
  session,
  busy,
  onFile,
}: {
  detail: PaintingDetail;
  session: number;
  busy: boolean;
  onFile: (file: File) => void;
}) {
  const [camera, setCamera] = useState(false);
  const finger = useFinger();
  const { data: inbox } = useArrivals();
  const { id, widthMm, heightMm } = detail.painting;
  const waiting = inbox?.waiting.filter(({ problem }) => problem === null).length ?? 0;
  return (
    <>
      <p className="mt-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <span className="small">Take it</span>
        {!finger && <PhoneOpener paintingId={id} session={session} />}
        <button className="line" aria-expanded={camera} onClick={() => setCamera(!camera)}>
          with this machine’s camera
        </button>
        {inbox?.camera && (
          <a className="line" href={inbox.camera} target="_blank" rel="noreferrer">
            with the simulated studio camera
          </a>
        )}
        {waiting > 0 && (
          <Link className="line" to="/">
            {plural(waiting, 'photograph')} {waiting === 1 ? 'waits' : 'wait'} in the inbox
          </Link>
        )}
      </p>
      <PhoneSlip paintingId={id} session={session} />
      {camera && (
        <OwnCamera
          proportion={widthMm / heightMm}
          before={stoodAt(detail, session)}
          busy={busy}
          onFile={onFile}
          onClose={() => setCamera(false)}
        />
      )}
    </>
  );
}
