import { EDGE_ROOM, type Closeness, type EdgeClass, type EdgePlanLine, type Shares } from '../../core/edges';
import {
  EDGE_TEXT,
  edgesSeenInWords,
  edgeWantedInWords,
  PLAN_TEXT,
  chosenEdgeInWords,
  plannedEdgeInWords,
} from '../../core/words';
import { Mark } from '../marks/mark';
import { useScale } from '../settings';
import { ProblemNote } from '../ui/problem';
import { WordChoice, WordSwitch } from '../ui/words';
import { EdgeStage } from './edgeStage';
import type { PartProps } from './part';
import { Pair, PlanStage } from './planStage';
import { DRAWINGS, useEdges, type Edging } from './useEdges';

const CLASSES: readonly EdgeClass[] = ['hard', 'firm', 'soft', 'lost'];
const CLOSENESS = [null, ...(Object.keys(EDGE_ROOM) as Closeness[])];
const KEYS: Record<EdgeClass, string> = { hard: 'H', firm: 'F', soft: 'S', lost: 'L' };

interface Props {
  readonly edging: Edging;
}

function ClassWords({ is }: { is: EdgeClass }) {
  return (
    <>
      {is} <kbd>{KEYS[is]}</kbd>
    </>
  );
}

/** How the edges are shared among the classes. */
function Shared({ edging: { edgePlan, draft }, shares }: Props & { shares: Shares }) {
  return (
    <>
      <ul aria-label={EDGE_TEXT.shares}>
        {CLASSES.map((is) => (
          <li key={is} className="grid grid-cols-[36px_1fr_auto] items-center gap-2">
            <Mark name={`edge-${is}`} label="" />
            <span>{is}</span>
            <span>{Math.round(100 * shares[is])} %</span>
          </li>
        ))}
      </ul>
      <p className="small mt-1">
        of {Math.round(edgePlan.lengthMm / 10)} cm of edge
        {draft.edges.length > 0 ? `, ${draft.edges.length} changed by you` : ''}
      </p>
    </>
  );
}

/** The chosen edge: as it is in the reference, and as it should be. */
function Chosen({ edging: { want, marks }, edge }: Props & { edge: EdgePlanLine }) {
  const { per } = useScale();
  const { wanted } = edge;
  const nameOf = (id: number) => marks.get(id)?.name ?? '';
  const [one, two] = edge.between;
  const name = chosenEdgeInWords(one === two ? [nameOf(one)] : [nameOf(one), nameOf(two)]);
  return (
    <section aria-label="The chosen edge" className="mt-3">
      <hr className="rule mb-3" />
      {name && <h3 className="mb-1">{name}</h3>}
      <p className="serif">{plannedEdgeInWords(edge, per)}</p>
      <WordChoice
        label="This edge should be"
        className="words mt-1"
        options={CLASSES.map((is) => [is, <ClassWords key={is} is={is} />] as const)}
        value={wanted.is ?? edge.class}
        onChoose={(is) => want({ is })}
      />
      {wanted.is && (
        <button className="line" onClick={() => want({ is: null })}>
          as in the reference
        </button>
      )}
      <WordChoice
        label={PLAN_TEXT.edgeKept}
        lead={<span className="small w-full">{PLAN_TEXT.edgeKept}</span>}
        className="words mt-2"
        options={CLOSENESS.map((one) => [one, one ?? PLAN_TEXT.asTheRest] as const)}
        value={wanted.tolerance}
        onChoose={(tolerance) => want({ tolerance })}
      />
      <WordSwitch on={wanted.mayCross} onSwitch={(mayCross) => want({ mayCross })}>
        {PLAN_TEXT.mayCross}
      </WordSwitch>
      <p className="small mt-1" role="status">
        {edgeWantedInWords(wanted)}
      </p>
    </section>
  );
}

function Slip({ edging }: Props) {
  const { viewingM, edgePlan, error, reading, focus, masses, marks, draft, change } = edging;
  const quiet = masses.filter(({ id }) => marks.get(id)?.quiet);
  return (
    <aside className="slip ml-auto w-full self-start lg:w-[18.25rem]">
      <h2>Edge plan</h2>
      <p className="small mt-1 mb-2">{edgesSeenInWords(viewingM)}</p>
      <p className="small" role="status">
        {reading && PLAN_TEXT.readingEdges}
      </p>
      <ProblemNote error={error} />
      {edgePlan.shares && <Shared edging={edging} shares={edgePlan.shares} />}
      {focus && <Chosen edging={edging} edge={focus} />}
      <hr className="rule my-3" />
      <h3>Must stay quiet</h3>
      <p className="serif">
        {quiet.map(({ id }) => marks.get(id)?.name || 'an unnamed mass').join(', ') || 'Nothing yet.'}
      </p>
      <div className="mt-2 flex flex-wrap gap-x-4">
        {draft.focal && (
          <button className="line" onClick={() => change({ focal: null })}>
            No focal area
          </button>
        )}
        {draft.path.length > 0 && (
          <button className="line" onClick={() => change({ path: draft.path.slice(0, -1) })}>
            Shorten the eye path
          </button>
        )}
      </div>
    </aside>
  );
}

/** The picture that is drawn on, and what a hand draws. */
function Drawn({ edging }: Props) {
  const { drawing, setDrawing } = edging;
  return (
    <>
      <EdgeStage edging={edging} />
      <div className="under-ledge">
        <WordChoice
          label="What is drawn"
          options={DRAWINGS.map(([one, words]) => [one, words] as const)}
          value={drawing}
          onChoose={setDrawing}
        />
        <p className="small">{DRAWINGS.find(([one]) => one === drawing)?.[2]}</p>
      </div>
    </>
  );
}

/** The edge plan along the masses' borders, the focal area, what stays quiet, and the way the eye should go. */
export function EdgesPart(props: PartProps) {
  const edging = useEdges(props);
  const { painting, picture } = edging;
  // An upright picture leaves room for the plain one beside it.
  const upright = painting.widthMm < painting.heightMm;
  const widest = `calc((100vh - 280px) * ${painting.widthMm / painting.heightMm})`;
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)', maxWidth: upright ? undefined : widest }}>
        {upright ? (
          <Pair canvas={painting}>
            <figure>
              <PlanStage bitmap={picture} label="The planned picture, plain" painting={painting} />
              <div className="under-ledge">
                <b>Plan</b>
              </div>
            </figure>
            <figure>
              <Drawn edging={edging} />
            </figure>
          </Pair>
        ) : (
          <Drawn edging={edging} />
        )}
      </div>
      <Slip edging={edging} />
    </div>
  );
}
