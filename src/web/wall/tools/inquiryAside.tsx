import type { Photo } from '../../../contract';
import { WALL_TEXT } from '../../../core/words';
import { JobProgress } from '../../ui/jobProgress';
import { ProblemNote } from '../../ui/problem';
import { useWall } from '../wallModel';
import { TOOLS, type Tool } from './inquiry';
import { InquiryResult } from './inquirySlip';
import { LandmarkSlip } from './landmarkSlip';
import { LandmarkTable } from './landmarkTable';

/** What to do where there is no plan to show anything on. */
const ALONE: Partial<Record<Tool, string>> = {
  line: WALL_TEXT.drawProfileAlone,
  string: WALL_TEXT.tapStringAlone,
  compare: WALL_TEXT.tapPainted,
  warm: WALL_TEXT.tapWarmPainted,
  outline: WALL_TEXT.outlineAlone,
};

/** The inquiry under way: what to do, and what it found. */
export function InquiryAside({ photo, tool }: { photo: Photo; tool: Tool }) {
  const { painting, planned, painted, moved, found, toPlan, inquiry, edges } = useWall();
  const [, name, todo] = TOOLS.find(([one]) => one === tool) ?? TOOLS[0];
  return (
    <>
      <h2>{name}</h2>
      {tool === 'landmarks' ? (
        <Landmarks />
      ) : (
        <>
          <p className="small">{planned ? todo : (ALONE[tool] ?? todo)}</p>
          {tool === 'compare' && <SnapChoice />}
          <InquiryResult
            inquiry={inquiry}
            photo={photo}
            edges={edges}
            painting={painting}
            plan={planned}
            flat={painted}
            moved={moved}
            found={found}
            toPlan={planned && toPlan}
          />
          {inquiry.points.length + inquiry.pointed.length > 0 && (
            <button className="line" onClick={inquiry.clear}>
              Begin again
            </button>
          )}
        </>
      )}
    </>
  );
}

/** Whether points go to the nearest contour. */
function SnapChoice() {
  const { snap } = useWall();
  return (
    <label className="small mt-1 flex items-center gap-2">
      <input type="checkbox" checked={snap.snap} onChange={(event) => snap.setSnap(event.target.checked)} />
      snap to the nearest contour
    </label>
  );
}

function Landmarks() {
  const { detail, number, photo, painting, planned, painted, inquiry, landmarks } = useWall();
  return (
    <>
      <LandmarkSlip
        landmarks={landmarks.landmarks}
        waiting={inquiry.waiting !== null}
        kept={landmarks.kept}
        painting={painting}
        plan={planned}
        flat={painted}
        snap={<SnapChoice />}
        onChange={inquiry.setLandmarks}
        onKeep={() => void landmarks.keepAll()}
      />
      {photo && <LandmarkTable detail={detail} number={number} photoId={photo.id} landmarks={landmarks.landmarks} />}
      <JobProgress job={landmarks.job} />
      <ProblemNote error={landmarks.error} />
    </>
  );
}
