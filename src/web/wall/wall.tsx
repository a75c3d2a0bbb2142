import { useParams } from 'react-router';
import type { PaintingDetail } from '../../contract';
import { noSessionInWords } from '../../core/words';
import { ReadingTables } from '../faces/subjectViews';
import { NotHere } from '../painting/notHere';
import { useDetail } from '../painting/paintingLayout';
import { SessionRail } from '../painting/sessionRail';
import { SurroundChoice } from '../ui/surround';
import { EdgeChoice } from './edgeChoice';
import { useWallKeys } from './useWallKeys';
import { WallAside } from './wallAside';
import { WallHeader } from './wallHeader';
import { useWallModel, WallProvider } from './wallModel';
import { WallPictures } from './wallPictures';
import { WallTools } from './wallTools';

/** The pictures alone, as large as the window lets them be; the keys go on working. */
function Alone({ title, onBack }: { title: string; onBack: () => void }) {
  return (
    <div className="alone">
      <h1 className="sr-only">{title}</h1>
      <WallPictures />
      <button className="line small mt-2" onClick={onBack}>
        Show everything <kbd>E</kbd>
      </button>
    </div>
  );
}

/** Reference and painting on the grey studio wall; as session 0, and before the first, the plan hangs alone. */
export function Wall() {
  const detail = useDetail();
  const number = Number(useParams().session);
  const { sessions } = detail;
  if (number !== 0 && sessions.length > 0 && !sessions.some((one) => one.number === number))
    return <NotHere detail={detail} why={noSessionInWords(number)} />;
  return <Hung detail={detail} session={number} />;
}

function Hung({ detail, session }: { detail: PaintingDetail; session: number }) {
  const wall = useWallModel(detail, session);
  useWallKeys(wall);
  const { reading, subject, state, moves, number } = wall;
  if (state.alone)
    return (
      <WallProvider value={wall}>
        <Alone title={detail.painting.title} onBack={() => moves.switch('alone')} />
      </WallProvider>
    );
  return (
    <WallProvider value={wall}>
      {/* Where it is narrow, what is said stands right under the pictures. */}
      <div className="grid flex-1 gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,1fr)_auto] lg:grid-rows-[auto_1fr]">
        <div className="min-w-0">
          <WallHeader />
          <WallPictures />
        </div>
        <WallAside />
        <div className="min-w-0">
          <WallTools />
          {reading?.account && subject === 'edges' && <EdgeChoice />}
          {reading?.account && (
            <ReadingTables
              reading={reading}
              subject={subject}
              chosen={state.mass}
              onChoose={moves.chooseMass}
              edges={wall.edges}
              thin={wall.thin}
              thinChosen={state.thin}
              onThin={moves.chooseThin}
            />
          )}
          <SessionRail detail={detail} shown={number} room="wall" />
          <div className="pt-3">
            <SurroundChoice />
          </div>
        </div>
      </div>
    </WallProvider>
  );
}
