import { Fragment, useMemo, type ReactNode } from 'react';
import { WALL_TEXT } from '../../core/words';
import type { Point } from '../../core/raster';
import { useSettings } from '../settings';
import { aidsOf } from './aidState';
import { FindingMarks } from './findingMarks';
import { FrameWindow } from './frameWindow';
import type { Layer } from './layer';
import type { HungProps, PicturesProps } from './hung';
import { OneOver, usePlumb } from './oneOver';
import { Panned } from './panned';
import { PictureFrame, type FrameSize } from './pictureFrame';
import { Ruler } from './ruler';
import { AtSpot } from './spot';
import { SpotCross } from './spotCross';
import { useThroughAids } from './usePicture';
import { WHOLE } from './view';

const BACK = 0.32; // the picture's size from across the room, as a share

/** All but the spot covered with neutral grey. */
function CoverSheet({ at, size }: { at: Point | null; size: FrameSize }) {
  const hole = at ? `M${at[0] - 22} ${at[1]}a22 22 0 1 0 44 0a22 22 0 1 0 -44 0Z` : '';
  return <path d={`M0 0H${size.width}V${size.height}H0Z${hole}`} fillRule="evenodd" fill="#7d7d7d" />;
}

const drawn = (layers: readonly Layer[] | undefined, ...[toPx, size]: Parameters<Layer>) =>
  layers?.map((layer, i) => <Fragment key={i}>{layer(toPx, size)}</Fragment>);

const atSpot = ({ spot, pinned = null }: PicturesProps, draw: (at: Point | null) => ReactNode) =>
  spot ? <AtSpot {...{ spot, pinned }}>{draw}</AtSpot> : draw(pinned);

/** What goes with the hand over one of the two pictures. */
const atHand =
  (side: 'plan' | 'flat', props: PicturesProps): Layer =>
  (toPx, size) => {
    const { aids, layers, onDraw } = props;
    return (
      <>
        {(side === 'flat' || !aids.cover) && drawn(layers?.hand?.[side], toPx, size)}
        {!aids.cover && !onDraw && atSpot(props, (at) => at && <SpotCross at={toPx(at)} />)}
      </>
    );
  };

/** All that lies still over one of the two pictures. */
const over =
  (side: 'plan' | 'flat', props: PicturesProps): Layer =>
  (toPx, size) => {
    const { painting, aids, layers } = props;
    return (
      <>
        {aids.cover ? (
          atSpot(props, (at) => <CoverSheet at={at && toPx(at)} size={size} />)
        ) : (
          <svg width={size.width} height={size.height} style={{ overflow: 'hidden' }}>
            <FrameWindow painting={painting} toPx={toPx} />
            <Panned toPx={toPx}>{(still) => drawn(layers?.[side], still, size)}</Panned>
          </svg>
        )}
        {side === 'flat' && !aids.cover && (
          <FindingMarks
            findings={props.findings}
            chosen={props.chosen}
            canvas={painting}
            toPx={toPx}
            size={size}
            leaders={props.laid === 'side' && props.leaders !== false}
          />
        )}
        {side === 'flat' && drawn(layers?.top, toPx, size)}
      </>
    );
  };

/** Reference as planned and painting: side by side or one over the other, under one pan and zoom. */
export function Pictures(props: PicturesProps) {
  const { painting, plan, flat, aids, fitted, laid, onPick } = props;
  const { settings } = useSettings();
  const wanted = useMemo(() => aidsOf(aids, fitted), [aids, fitted]);
  const shown = { plan: useThroughAids(plan, wanted), flat: useThroughAids(flat, wanted) };
  const plumb = usePlumb(laid === 'plumb');
  const { mirror, turned } = props.view;
  const view = aids.stepBack ? { ...WHOLE, mirror, turned, zoom: BACK } : props.view;
  const Hung = laid === 'side' ? SideBySide : OneOver;
  return (
    <Hung
      {...props}
      plumb={plumb}
      shown={shown}
      closeUps={wanted ? undefined : props.closeUps}
      over={{ plan: over('plan', props), flat: over('flat', props) }}
      atHand={{ plan: atHand('plan', props), flat: atHand('flat', props) }}
      ruler={<Ruler widthMm={painting.widthMm} view={view} units={settings.units} />}
      frame={{
        proportion: painting.widthMm / painting.heightMm,
        view,
        onView: props.onView,
        onSpot: props.spot?.move,
      }}
      pick={(side) => onPick && ((at) => onPick(at, side))}
    />
  );
}

function SideBySide(props: HungProps) {
  const { shown, over, atHand, ruler, frame, pick, names, alone, onDraw, onDrawPlan, tall, flatAwaited, closeUps } =
    props;
  const limited = tall || alone || frame.proportion < 0.9;
  const high = tall ? '(100vh - 150px)' : '62vh';
  return (
    <div
      className="grid gap-x-4 gap-y-10"
      style={{
        gridTemplateColumns: 'repeat(auto-fit, minmax(min(280px, 100%), 1fr))',
        maxWidth: limited ? `calc(${alone ? 1 : 2} * ${high} * ${frame.proportion} + 16px)` : undefined,
      }}
    >
      {!alone && (
        <figure className="m-0 min-w-0">
          <PictureFrame
            {...frame}
            onPick={pick('plan')}
            onDraw={onDrawPlan}
            bitmap={shown.plan}
            closeUp={closeUps?.plan}
            label="The plan"
            overlay={over.plan}
            atHand={atHand.plan}
            empty={WALL_TEXT.planBeingMade}
          />
          {ruler}
          <figcaption className="pt-1">{names.plan}</figcaption>
        </figure>
      )}
      <figure className="m-0 min-w-0">
        <PictureFrame
          {...frame}
          onPick={pick('flat')}
          bitmap={shown.flat}
          closeUp={closeUps?.flat}
          onDraw={onDraw}
          label="The painting, flat"
          overlay={over.flat}
          atHand={atHand.flat}
          empty={<span className="serif">{flatAwaited ?? WALL_TEXT.flatBeingOpened}</span>}
        />
        {ruler}
        <figcaption className="pt-1">{names.flat}</figcaption>
      </figure>
    </div>
  );
}
