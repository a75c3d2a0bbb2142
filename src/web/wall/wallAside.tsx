import { Link } from 'react-router';
import { WALL_TEXT } from '../../core/words';
import { useSpot } from '../stage/spot';
import { nextOf } from '../words';
import { GuessForm } from './guess';
import { SpotSlip } from './tools/spotSlip';
import { useWall } from './wallModel';
import { WallSlip } from './wallSlip';

/** The spot under the pointer; it gives way to an inquiry. */
function SpotShown() {
  const { state, spot, inquiry, left, flat, painting, leftName } = useWall();
  const at = useSpot(spot, state.pinned);
  if (inquiry.tool) return null;
  return (
    <div
      className="-mx-[18px] mt-3 px-[18px] py-3 "
      style={{ background: 'var(--well)', minHeight: at ? 232 : undefined }}
    >
      <SpotSlip at={at} left={left} flat={flat} painting={painting} leftName={leftName} />
    </div>
  );
}

/** Beside the pictures: what the reading says, the spot, and the next thing to do. */
export function WallAside() {
  const { detail, painting, number, reading, photo, guessing, reveal } = useWall();
  const step = nextOf(detail, number);
  return (
    <aside className="slip flex w-full flex-col self-start lg:sticky lg:top-3 lg:col-start-2 lg:row-span-2 lg:row-start-1 lg:h-[calc(100vh-70px)] lg:min-h-[min(680px,86vh)] lg:w-[18.25rem]">
      <div
        className="-mx-[18px] min-h-24 flex-1 px-[18px] lg:overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Findings and verdicts"
      >
        {guessing && photo ? (
          <GuessForm paintingId={painting.id} photo={photo} onSkip={reveal} />
        ) : reading && photo ? (
          <WallSlip photo={photo} reading={reading} />
        ) : (
          <>
            <h2>The wall</h2>
            <p className="serif my-2">{photo ? WALL_TEXT.openingReading : WALL_TEXT.planHangs}</p>
          </>
        )}
      </div>
      <SpotShown />
      {!guessing && (
        <div className="pt-4">
          <Link className="btn act w-full" to={step.to}>
            {step.words} <kbd>{step.hotkey}</kbd>
          </Link>
        </div>
      )}
    </aside>
  );
}
