import { AidBar } from './aidBar';
import { OverPictures } from './hanging';
import { ToolBar } from './tools/toolBar';
import { useWall } from './wallModel';

/** Under the pictures: looking aids, what is drawn over them, and the lines of inquiry. */
export function WallTools() {
  const { aids, state, moves, tied, maps, map, reading, photo, inquiry } = useWall();
  return (
    <>
      <div className="mt-3 flex flex-wrap items-baseline gap-x-6">
        <AidBar aids={aids.aids} onAids={aids.change} view={state.view} moves={moves} />
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
      </div>
      {reading && photo && (
        <div className="mt-1">
          <ToolBar
            inquiry={inquiry}
            planless={!reading.account}
            plumb={state.plumb}
            onPlumb={() => moves.switch('plumb')}
            outlines={state.outlines}
            onOutlines={() => moves.switch('outlines')}
          />
        </div>
      )}
    </>
  );
}
