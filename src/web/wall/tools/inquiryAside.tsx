import type { Photo } from '../../../contract';
import { JobProgress } from '../../ui/jobProgress';
import { ProblemNote } from '../../ui/problem';
import { useWall } from '../wallModel';
import { TOOLS, type Tool } from './inquiry';
import { InquiryResult } from './inquirySlip';
import { LandmarkSlip } from './landmarkSlip';
import { LandmarkTable } from './landmarkTable';

/** The inquiry under way: what to do, and what it found. */
export function InquiryAside({ photo, tool }: { photo: Photo; tool: Tool }) {
  const { painting, planned, painted, moved, found, inquiry } = useWall();
  const [, name, todo] = TOOLS.find(([one]) => one === tool) ?? TOOLS[0];
  return (
    <>
      <h2>{name}</h2>
      {tool === 'landmarks' ? (
        <Landmarks />
      ) : (
        <>
          <p className="small">{todo}</p>
          <InquiryResult
            inquiry={inquiry}
            photo={photo}
            painting={painting}
            plan={planned}
            flat={painted}
            moved={moved}
            found={found}
          />
          {inquiry.points.length > 0 && (
            <button className="line" onClick={() => inquiry.setPoints([])}>
              Begin again
            </button>
          )}
        </>
      )}
    </>
  );
}

function Landmarks() {
  const { detail, number, painting, planned, painted, inquiry, landmarks } = useWall();
  return (
    <>
      <LandmarkSlip
        landmarks={landmarks.landmarks}
        waiting={inquiry.waiting !== null}
        kept={landmarks.kept}
        painting={painting}
        plan={planned}
        flat={painted}
        snap={landmarks.snap}
        onSnap={landmarks.setSnap}
        onChange={inquiry.setLandmarks}
        onKeep={() => void landmarks.keepAll()}
      />
      <LandmarkTable detail={detail} number={number} landmarks={landmarks.landmarks} />
      <JobProgress job={landmarks.job} />
      <ProblemNote error={landmarks.error} />
    </>
  );
}
