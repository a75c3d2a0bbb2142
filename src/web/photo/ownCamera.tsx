import { lineUpInWords, PHOTO_TEXT } from '../../core/words';
import { format } from 'date-fns';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { mapCorners, type Corners } from '../../core/raster';

/** Why the camera could not be used, in words. */
const REFUSALS: Record<string, string> = {
  NotAllowedError: PHOTO_TEXT.cameraForbidden,
  NotFoundError: PHOTO_TEXT.noCamera,
  NotReadableError: PHOTO_TEXT.cameraInUse,
};
const refusalOf = (cause: unknown) => REFUSALS[(cause as Error).name] ?? PHOTO_TEXT.cameraFailed;

/** Where the canvas should stand in the frame: where it stood last time, or in the middle with room round it. */
function outlineIn(width: number, height: number, proportion: number, before: Corners | null): Corners {
  if (before) return before;
  const w = 0.76 * Math.min(width, height * proportion);
  const h = w / proportion;
  const [x, y] = [(width - w) / 2, (height - h) / 2];
  return [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
}

/** The best still the track gives, else a frame of the picture as it is shown. */
async function stillOf(video: HTMLVideoElement, track: MediaStreamTrack): Promise<Blob> {
  const Capture = (window as { ImageCapture?: new (track: MediaStreamTrack) => { takePhoto(): Promise<Blob> } })
    .ImageCapture;
  const still = Capture && (await new Capture(track).takePhoto().catch(() => null));
  if (still && /^image\/(jpeg|png)$/.test(still.type)) return still;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
  canvas.getContext('2d')?.drawImage(video, 0, 0);
  return new Promise((done, failed) =>
    canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error('no picture'))), 'image/jpeg', 0.95),
  );
}

// Asked for as large as it goes: a reading wants every pixel.
const WANTED = { video: { facingMode: 'environment', width: { ideal: 4096 }, height: { ideal: 3072 } } };

/** The camera's stream in a video, stopped when the page is left; the problem, in words, where there is none. */
function useCamera(video: RefObject<HTMLVideoElement | null>) {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let stop = () => {};
    let gone = false;
    if (!('mediaDevices' in navigator)) {
      setProblem(PHOTO_TEXT.cameraUnknown);
      return;
    }
    navigator.mediaDevices.getUserMedia(WANTED).then(
      (started) => {
        stop = () => started.getTracks().forEach((track) => track.stop());
        if (gone) return stop();
        setStream(started);
        if (video.current) video.current.srcObject = started;
      },
      (cause: unknown) => setProblem(refusalOf(cause)),
    );
    return () => {
      gone = true;
      stop();
    };
  }, [video]);
  return { stream, problem, setProblem };
}

/** Where the canvas should stand, over the camera's picture. */
const StandHere = ({ outline, size: [w, h] }: { outline: Corners; size: readonly [number, number] }) => (
  <svg viewBox={`0 0 ${w} ${h}`} className="absolute inset-0 h-full w-full" aria-hidden="true">
    {['#fff', '#000'].map((stroke, k) => (
      <path
        key={stroke}
        d={`M${outline.map((p) => p.join(' ')).join('L')}Z`}
        fill="none"
        stroke={stroke}
        strokeWidth={k ? 1.5 : 4}
        strokeDasharray={k ? '9 6' : undefined}
        vectorEffect="non-scaling-stroke"
      />
    ))}
  </svg>
);

/** This machine's own camera with the canvas's outline over its picture. */
export function OwnCamera({
  proportion,
  before,
  busy,
  onFile,
  onClose,
}: {
  /** width by height of the canvas */
  proportion: number;
  /** where the canvas stood last time, as shares of a frame; null = not known */
  before: Corners | null;
  busy: boolean;
  onFile: (file: File) => void;
  onClose: () => void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const { stream, problem, setProblem } = useCamera(video);
  const [size, setSize] = useState<[number, number]>([4, 3]);
  const take = async () => {
    const track = stream?.getVideoTracks()[0];
    if (!video.current || !track) return;
    try {
      const still = await stillOf(video.current, track);
      const name = `camera-${format(new Date(), 'yyyyMMdd-HHmmss')}`;
      onFile(new File([still], `${name}.${still.type === 'image/png' ? 'png' : 'jpg'}`, { type: still.type }));
    } catch {
      setProblem(PHOTO_TEXT.cameraEmpty);
    }
  };
  const [w, h] = size;
  const shares = before && mapCorners(before, ([x, y]): [number, number] => [x * w, y * h]);
  return (
    <section className="slip mt-3 max-w-3xl" aria-label="This machine’s camera">
      {problem ? (
        <p role="alert">{problem}</p>
      ) : (
        <div className="relative">
          <video
            ref={video}
            autoPlay
            muted
            playsInline
            className="block w-full"
            style={{ background: 'var(--well)', aspectRatio: w / h }}
            onLoadedMetadata={({ currentTarget: { videoWidth, videoHeight } }) => setSize([videoWidth, videoHeight])}
          />
          <StandHere outline={outlineIn(w, h, proportion, shares)} size={size} />
        </div>
      )}
      <p className="small mt-2">{lineUpInWords(before !== null)}</p>
      <p className="mt-2 flex gap-3">
        <button className="btn act" disabled={!stream || busy} onClick={() => void take()}>
          {busy ? 'Taking it in' : 'Take the photograph'}
        </button>
        <button className="btn" onClick={onClose}>
          Close the camera
        </button>
      </p>
    </section>
  );
}
