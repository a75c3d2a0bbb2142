import { AidBar, anyFoldedOn, MoreAids } from './aidBar';
import { OverPictures } from './hanging';
import { ToolBar } from './tools/toolBar';
import { useWall } from './wallModel';

/** A word that folds out more words under it. */
function FoldWord({ words, open, of, onFold }: { words: string; open: boolean; of: string; onFold: () => void }) {
  return (
    <button className="word" aria-expanded={open} aria-controls={of} onClick={onFold}>
      {words} <span aria-hidden="true">{open ? '−' : '+'}</span>
    </button>
  );
}

/** What is drawn over the pictures, and which map of differences. */
function Drawn() {
  const { state, moves, tied, maps, map } = useWall();
  return (
    <OverPictures
      marks={state.marks}
      onMarks={() => moves.switch('marks')}
      details={tied.length > 0 ? state.details : null}
      onDetails={() => moves.switch('details')}
      onAlone={() => moves.switch('alone')}
      zoomed={state.view.zoom !== 1}
      onWhole={moves.seeWhole}
    >
      {maps.length > 1 &&
        maps.map(({ of, words }) => (
          <button key={of} className="word" aria-pressed={map === of} onClick={() => moves.map(of)}>
            {words}
          </button>
        ))}
    </OverPictures>
  );
}

/** Under the pictures: looking aids, what is drawn over them, and what a hand can measure. */
export function WallTools() {
  const wall = useWall();
  const { state, moves, reading, photo, inquiry } = wall;
  const ways = state.ways || anyFoldedOn(wall);
  const measures = reading && photo && (state.measures || inquiry.tool !== null);
  return (
    <>
      <div className="mt-3 flex flex-wrap items-baseline gap-x-6">
        <AidBar>
          <FoldWord words="More" open={ways} of="more-aids" onFold={() => moves.fold('ways', ways)} />
          {reading && photo && (
            <FoldWord
              words="Measure"
              open={Boolean(measures)}
              of="measures"
              onFold={() => {
                moves.fold('measures', Boolean(measures));
                if (inquiry.tool) inquiry.choose(null);
              }}
            />
          )}
        </AidBar>
        <Drawn />
      </div>
      <div id="more-aids">{ways && <MoreAids />}</div>
      <div id="measures">{measures && <ToolBar inquiry={inquiry} planless={!reading.account} />}</div>
    </>
  );
}
