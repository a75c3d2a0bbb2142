import { EDGE_NAMES, edgesInFocus, type EdgeClass, type Shares } from '../../core/edges';
import { placeHolds } from '../../core/raster';
import {
  EDGE_TEXT,
  edgeNameInWords,
  edgesInWords,
  edgesReadInWords,
  lapsingInWords,
  reversedInWords,
  shareInWords,
  sharesOfEdgesInWords,
  slightInWords,
  tooBareInWords,
} from '../../core/words';
import { Mark } from '../marks/mark';
import { ThinWords } from './thinViews';
import type { TableProps } from './readingTables';
import { faceOf } from './faces';
import { useScale } from '../settings';
import { namesOf, type WordsProps } from './subjectSlip';

const CLASSES: readonly EdgeClass[] = [...EDGE_NAMES].reverse();
// Of all edges, from which a piece of the bar has room: inside for its mark, under it for its words.
const [LEAST_MARKED, LEAST_WORDED] = [0.05, 0.07];

/** What holds of the edges over the whole picture. */
export function EdgeWords({ reading, edges, thin, focal, marks, onMass, along, onAlong }: WordsProps) {
  const { coverage, masses, edgesBefore } = reading;
  const { per } = useScale();
  const bare = tooBareInWords(coverage?.covered ?? null);
  if (bare) return <p className="serif mb-2">{bare}</p>;
  const { shares, lines } = edges;
  const { mass } = namesOf(masses, marks);
  const nameOf = ({ between: [one, two] }: { between: readonly [number, number] }) =>
    edgeNameInWords(mass(one), mass(two));
  // In the order of edgesAlong.
  const told = [
    ...edges.reversed.map((run) => reversedInWords(nameOf(run), run, per)),
    ...edges.lapsing.map((edge) => lapsingInWords(nameOf(edge), edge)),
  ];
  const focus = focal && edgesInFocus(edges, focal);
  return (
    <>
      {edgesInWords({ read: lines.length > 0, shares, focus, before: edgesBefore }).map((sentence) => (
        <p key={sentence} className="serif mb-2">
          {sentence}
        </p>
      ))}
      {told.map((sentence, k) => (
        <p key={sentence} className="serif mb-2">
          {sentence}{' '}
          <button
            className="line small"
            style={{ fontWeight: along === k ? 700 : undefined }}
            aria-pressed={along === k}
            onClick={() => onAlong(k)}
          >
            {EDGE_TEXT.one}
          </button>
        </p>
      ))}
      <ThinWords {...{ reading, thin, onMass }} />
    </>
  );
}

/** Under the findings: how much else differs, and how closely edges were read. */
export function EdgeNotes({ reading, edges }: Pick<WordsProps, 'reading' | 'edges'>) {
  const { runs, shares, viewingM } = edges;
  if (!shares || tooBareInWords(reading.coverage?.covered ?? null)) return null;
  const told = reading.findings.filter(({ kind }) => faceOf(kind).subject === 'edges');
  const slight = runs.filter(({ places }) => {
    const middle = places[Math.floor(places.length / 2)];
    return middle && !told.some(({ place }) => placeHolds(place, middle.at));
  });
  const notes = [slightInWords(slight.length), edgesReadInWords(viewingM, reading.blurMm)];
  return <p className="small pt-1">{notes.filter((note) => note !== '').join(' ')}</p>;
}

/** One bar: a piece for each class, as long as its share. */
function Bar({ name, shares }: { name: string; shares: Shares }) {
  const held = CLASSES.filter((is) => Math.round(100 * shares[is]) > 0);
  const roomy = held.every((is) => shares[is] >= LEAST_WORDED);
  return (
    <div className="mt-1 grid grid-cols-[4.25rem_minmax(0,1fr)] gap-x-2">
      <span className="small pt-1">{name}</span>
      <ul className="flex" aria-label={name}>
        {held.map((is) => (
          <li key={is} className="min-w-0" style={{ flexGrow: shares[is], flexBasis: 0 }}>
            <div
              className="-ml-px flex h-6 items-center justify-center overflow-hidden border"
              style={{ borderColor: 'var(--ink)' }}
              aria-hidden="true"
            >
              {shares[is] >= LEAST_MARKED && <Mark name={`edge-${is}`} label="" />}
            </div>
            <span
              className={roomy ? 'small block text-center leading-tight whitespace-nowrap max-sm:hidden' : 'sr-only'}
            >
              {shareInWords(is, shares[is])}
            </span>
          </li>
        ))}
      </ul>
      <p className={`small col-start-2 leading-tight${roomy ? ' sm:hidden' : ''}`} aria-hidden={!roomy}>
        {sharesOfEdgesInWords(shares, held)}
      </p>
    </div>
  );
}

/** How edges are shared among the classes, planned, painted and in the session before, one bar over the other. */
export function EdgeShares({ edges: { shares }, edgesBefore }: TableProps) {
  if (!shares) return null;
  return (
    <section aria-label={EDGE_TEXT.shares}>
      <h2 className="small-head">{EDGE_TEXT.shares}</h2>
      <Bar name={EDGE_TEXT.planned} shares={shares.planned} />
      <Bar name={EDGE_TEXT.painted} shares={shares.painted} />
      {edgesBefore && <Bar name={`session ${edgesBefore.session}`} shares={edgesBefore.painted} />}
    </section>
  );
}
