import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { WALL_TEXT } from '../../core/words';
import type { FindingOfReading, Painting } from '../../contract';
import type { Point } from '../../core/raster';
import { useSettings } from '../settings';
import type { AidState } from '../wall/aidState';
import { aidsOf } from '../wall/aidState';
import { FindingMarks } from './findingMarks';
import type { Stroke } from './outlining';
import { PictureFrame, type FrameSize } from './pictureFrame';
import { FrameWindow } from '../wall/planOverlay';
import { Ruler } from './ruler';
import { SpotCross } from './spotCross';
import { useThroughAids, type LoadedPicture } from './usePicture';
import { toFrame, WHOLE, type View } from './view';

export type Laid = 'side' | 'blink' | 'plumb' | 'halves';

interface Props {
  readonly painting: Painting;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  readonly names: { plan: ReactNode; flat: ReactNode };
  readonly aids: AidState;
  readonly view: View;
  readonly onView: (view: View) => void;
  readonly laid: Laid;
  readonly spot: Point | null;
  readonly onSpot: (at: Point | null) => void;
  readonly onPick?: (at: Point, side: 'plan' | 'flat') => void;
  readonly findings: readonly FindingOfReading[];
  readonly chosen: number | null;
  readonly extra?: (toPx: (at: Point) => Point, size: FrameSize) => ReactNode;
  readonly onDraw?: (at: Point, stroke: Stroke) => void;
  readonly onDrawPlan?: (at: Point, stroke: Stroke) => void;
  readonly range: { darkest: number; lightest: number };
  /** true while the flat is on top of a blink */
  readonly showFlat: boolean;
  /** leader lines to numerals in the margin; on unless said otherwise */
  readonly leaders?: boolean;
  /** there is no reference, so no plan will come */
  readonly planless?: boolean;
  /** drawn on the plan alone */
  readonly onPlan?: (toPx: (at: Point) => Point, size: FrameSize) => ReactNode;
  /** drawn on the flat, under the findings */
  readonly under?: (toPx: (at: Point) => Point) => ReactNode;
  /** name of what hangs in the plan's place */
  readonly leftName?: string;
}

const BACK = 0.32; // the picture's size from across the room, as a share

/** All but the spot covered with neutral grey. */
function CoverSheet({ at, size }: { at: Point | null; size: FrameSize }) {
  const hole = at ? `M${at[0] - 22} ${at[1]}a22 22 0 1 0 44 0a22 22 0 1 0 -44 0Z` : '';
  return <path d={`M0 0H${size.width}V${size.height}H0Z${hole}`} fillRule="evenodd" fill="#7d7d7d" />;
}

/** Reference as planned and painting: side by side or one over the other, under one pan and zoom. */
export function Pictures(props: Props) {
  const {
    painting,
    plan,
    flat,
    names,
    aids,
    onView,
    laid,
    spot,
    onSpot,
    onPick,
    findings,
    chosen,
    extra,
    onDraw,
    range,
    showFlat,
  } = props;
  const { settings } = useSettings();
  const wanted = useMemo(() => aidsOf(aids, range), [aids, range]);
  const planShown = useThroughAids(plan, wanted);
  const flatShown = useThroughAids(flat, wanted);
  const [plumb, setPlumb] = useState(0.5);
  const proportion = painting.widthMm / painting.heightMm;
  const view = aids.stepBack
    ? { ...WHOLE, mirror: props.view.mirror, turned: props.view.turned, zoom: BACK }
    : props.view;
  const over = (withFindings: boolean) => (toPx: (at: Point) => Point, size: FrameSize) => (
    <>
      {!aids.cover && (
        <svg width={size.width} height={size.height} style={{ overflow: 'hidden' }}>
          <FrameWindow painting={painting} toPx={toPx} />
          {!withFindings && props.onPlan?.(toPx, size)}
          {withFindings && props.under?.(toPx)}
        </svg>
      )}
      {aids.cover && <CoverSheet at={spot && toPx(spot)} size={size} />}
      {withFindings && !aids.cover && (
        <FindingMarks
          findings={findings}
          chosen={chosen}
          canvas={painting}
          toPx={toPx}
          size={size}
          leaders={laid === 'side' && props.leaders !== false}
        />
      )}
      {withFindings && extra?.(toPx, size)}
      {spot && !aids.cover && !onDraw && <SpotCross at={toPx(spot)} />}
    </>
  );
  useEffect(() => {
    if (laid !== 'plumb') return;
    const onKey = (e: KeyboardEvent) => {
      if (e.key === 'ArrowLeft' || e.key === 'ArrowRight')
        setPlumb((p) => Math.min(1, Math.max(0, p + (e.key === 'ArrowLeft' ? -0.01 : 0.01))));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [laid]);
  const common = { proportion, view, onView, onSpot };
  const pick = (side: 'plan' | 'flat') => onPick && ((at: Point) => onPick(at, side));
  const ruler = <Ruler widthMm={painting.widthMm} view={view} units={settings.units} />;
  const wide = proportion >= 0.9;
  if (laid === 'side') {
    return (
      <div
        className="grid gap-x-4 gap-y-10"
        style={{
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(320px, 100%), 1fr))',
          maxWidth: wide ? undefined : `calc(2 * 62vh * ${proportion} + 16px)`,
        }}
      >
        <figure className="m-0 min-w-0">
          <PictureFrame
            {...common}
            onPick={pick('plan')}
            onDraw={props.onDrawPlan}
            bitmap={planShown}
            label="The plan"
            overlay={over(false)}
            empty={
              props.planless ? <span className="serif">{WALL_TEXT.withoutReference}</span> : WALL_TEXT.planBeingMade
            }
          />
          {ruler}
          <figcaption className="pt-1">{names.plan}</figcaption>
        </figure>
        <figure className="m-0 min-w-0">
          <PictureFrame
            {...common}
            onPick={pick('flat')}
            bitmap={flatShown}
            onDraw={onDraw}
            label="The painting, flat"
            overlay={over(true)}
            empty={<span className="serif">{WALL_TEXT.nothingPhotographed}</span>}
          />
          {ruler}
          <figcaption className="pt-1">{names.flat}</figcaption>
        </figure>
      </div>
    );
  }
  const under = (toPx: (at: Point) => Point, size: FrameSize) => (
    <>
      {laid !== 'blink' && (
        <g>
          {[
            ['#fff', 4],
            ['#000', 1.6],
          ].map(([colour, w]) => (
            <path
              key={colour}
              d={`M${plumb * size.width} -10V${size.height + 8}`}
              stroke={String(colour)}
              strokeWidth={Number(w)}
            />
          ))}
          <path
            d={`M${plumb * size.width - 6} ${size.height + 6}h12v8l-6 12l-6 -12Z`}
            fill="#000"
            stroke="#fff"
            strokeWidth="1.5"
          />
        </g>
      )}
      {over(laid !== 'blink' || showFlat)(toPx, size)}
    </>
  );
  const top = laid === 'blink' && !showFlat ? planShown : flatShown;
  return (
    <figure className="m-0" style={{ maxWidth: `calc(66vh * ${proportion})` }}>
      <div className="relative">
        <PictureFrame
          {...common}
          onPick={pick('flat')}
          bitmap={top}
          label={showFlat ? 'The painting, flat' : 'The plan'}
          overlay={under}
          empty={WALL_TEXT.nothingPhotographed}
        />
        {laid !== 'blink' && planShown && <PlanBeside bitmap={planShown} view={view} share={plumb} />}
      </div>
      {ruler}
      <figcaption className="flex flex-wrap items-center gap-4 pt-1">
        {laid === 'blink' ? (
          showFlat ? (
            names.flat
          ) : (
            names.plan
          )
        ) : (
          <>
            <b className="first-letter:uppercase">{props.leftName ?? 'plan'}</b>
            <input
              type="range"
              min={0}
              max={1}
              step={0.005}
              value={plumb}
              onChange={(e) => setPlumb(Number(e.target.value))}
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
