import { useEffect, useState } from 'react';
import { WALL_TEXT } from '../../core/words';
import { PictureFrame, type FrameSize } from './pictureFrame';
import type { HungProps } from './hung';
import { toFrame, type View } from './view';

/** Where the plumb line hangs, as a share of the frame's width; the arrows move it while it is in sight. */
export function usePlumb(hangs: boolean) {
  const [at, move] = useState(0.5);
  useEffect(() => {
    if (!hangs) return;
    const onKey = ({ key }: KeyboardEvent) => {
      if (key === 'ArrowLeft' || key === 'ArrowRight')
        move((p) => Math.min(1, Math.max(0, p + (key === 'ArrowLeft' ? -0.01 : 0.01))));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [hangs]);
  return { at, move: (to: number) => move(to) };
}

/** A cord with its bob, dark with a light edge so that it shows on any picture. */
function PlumbLine({ at, size }: { at: number; size: FrameSize }) {
  const x = at * size.width;
  return (
    <g>
      <path d={`M${x} -10V${size.height + 8}`} stroke="#fff" strokeWidth={4} />
      <path d={`M${x} -10V${size.height + 8}`} stroke="#000" strokeWidth={1.6} />
      <path d={`M${x - 6} ${size.height + 6}h12v8l-6 12l-6 -12Z`} fill="#000" stroke="#fff" strokeWidth="1.5" />
    </g>
  );
}

/** The plan drawn over the flat, left of the plumb line only. */
function PlanBeside({ bitmap, view, share }: { bitmap: ImageBitmap; view: View; share: number }) {
  const [canvas, setCanvas] = useState<HTMLCanvasElement | null>(null);
  useEffect(() => {
    if (!canvas) return;
    const size = { width: canvas.clientWidth, height: canvas.clientHeight };
    const ratio = window.devicePixelRatio || 1;
    canvas.width = size.width * ratio;
    canvas.height = size.height * ratio;
    const context = canvas.getContext('2d');
    const [x0, y0] = toFrame(view, [0, 0], size);
    const [x1, y1] = toFrame(view, [1, 1], size);
    context?.setTransform((x1 - x0) * ratio, 0, 0, (y1 - y0) * ratio, x0 * ratio, y0 * ratio);
    context?.drawImage(bitmap, 0, 0, 1, 1);
  }, [canvas, bitmap, view]);
  return (
    <canvas
      ref={setCanvas}
      aria-hidden="true"
      className="pointer-events-none absolute inset-0 h-full w-full"
      style={{ clipPath: `inset(0 ${100 - 100 * share}% 0 0)` }}
    />
  );
}

/** One picture over the other: parted by a plumb line, or changing places. */
export function OneOver({
  laid,
  showFlat,
  shown,
  over,
  atHand,
  ruler,
  frame,
  pick,
  plumb,
  names,
  leftName,
  tall,
  flatAwaited,
  closeUps,
}: HungProps) {
  const blinks = laid === 'blink';
  const side = blinks && !showFlat ? 'plan' : 'flat';
  return (
    <figure className="m-0" style={{ maxWidth: `calc(${tall ? '(100vh - 150px)' : '66vh'} * ${frame.proportion})` }}>
      <div className="relative">
        <PictureFrame
          {...frame}
          onPick={pick('flat')}
          bitmap={shown[side]}
          closeUp={blinks ? closeUps?.[side] : null}
          label={showFlat ? 'The painting, flat' : 'The plan'}
          overlay={(toPx, size) => (
            <>
              {!blinks && <PlumbLine at={plumb.at} size={size} />}
              {over[side](toPx, size)}
            </>
          )}
          atHand={atHand[side]}
          empty={flatAwaited ?? WALL_TEXT.flatBeingOpened}
        />
        {!blinks && shown.plan && <PlanBeside bitmap={shown.plan} view={frame.view} share={plumb.at} />}
      </div>
      {ruler}
      <figcaption className="flex flex-wrap items-center gap-4 pt-1">
        {blinks ? (
          names[side]
        ) : (
          <>
            <b className="first-letter:uppercase">{leftName ?? 'plan'}</b>
            <input
              type="range"
              min={0}
              max={1}
              step={0.005}
              value={plumb.at}
              onChange={(e) => plumb.move(Number(e.target.value))}
              aria-label="Plumb line"
              className="flex-1"
            />
            <b>Painting</b>
          </>
        )}
      </figcaption>
    </figure>
  );
}
