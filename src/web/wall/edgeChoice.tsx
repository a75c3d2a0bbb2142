import { EDGE_TEXT, faintestInWords } from '../../core/words';
import { useScale } from '../settings';
import { WordChoice } from '../ui/words';
import { useWall } from './wallModel';

/** Under the pictures, while edges are read: which of them are drawn. */
export function EdgeChoice() {
  const { state, moves } = useWall();
  const { per } = useScale();
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1">
      <WordChoice
        label={EDGE_TEXT.which}
        options={[
          [true, EDGE_TEXT.change],
          [false, EDGE_TEXT.all],
        ]}
        value={state.edges.only}
        onChoose={moves.onlyEdges}
      />
      <label className="flex min-h-11 items-center gap-3">
        {EDGE_TEXT.faintest}
        <input
          type="range"
          min={0}
          max={2}
          step={0.1}
          value={state.edges.faintest}
          aria-valuetext={faintestInWords(state.edges.faintest, per)}
          onChange={(event) => moves.faintestEdge(Number(event.target.value))}
        />
        <span className="small">{faintestInWords(state.edges.faintest, per)}</span>
      </label>
    </div>
  );
}
