import { matchedDifference, type FindingKind, type PaintKind } from '../../core/kinds';
import { colourAmount, measuredInWords } from '../../core/words';
import { MOST_QUARTERS } from './strokes';
import type { Face, ShownDrawing, ShownEdge, ShownMissing, ShownPaint, ShownUnplanned } from './face';

const WAYS = ['right', 'down-right', 'down', 'down-left', 'left', 'up-left', 'up', 'up-right'];

const DRAWING: Face<ShownDrawing> = {
  name: 'drawing',
  group: 'Drawing',
  subject: 'drawing',
  mark: ({ shift }) => {
    // Back to where the plan has it.
    const [x, y] = shift?.by ?? [0, 0];
    return `move-${WAYS[(Math.round(Math.atan2(-y, -x) / (Math.PI / 4)) + 8) % 8]}`;
  },
  figure: (amount) => `${Math.round(amount)} mm`,
  exactly: () => null,
  takenOut: () => null, // paint can be moved to its plan, a contour cannot
  traced: false,
};

const VALUE: Face<ShownPaint> = {
  name: 'value',
  group: 'Value',
  subject: 'values',
  mark: ({ amount }, per) =>
    `${amount > 0 ? 'darker' : 'lighter'}-${Math.min(MOST_QUARTERS, Math.max(1, Math.round(Math.abs(amount * per) * 4)))}`,
  figure: () => '',
  exactly: measuredInWords,
  takenOut: ({ amount }) => ({ value: -amount, a: 0, b: 0 }),
  traced: true,
};

const takenOut: Face<ShownPaint>['takenOut'] = (finding) => {
  const { a, b } = matchedDifference(finding);
  return { value: 0, a: -a, b: -b };
};
const colour = {
  group: 'Temperature and chroma',
  subject: 'temperature',
  figure: () => '',
  exactly: () => null,
  takenOut,
  traced: true,
} as const;

const TEMPERATURE: Face<ShownPaint> = {
  ...colour,
  name: 'temperature',
  mark: ({ amount }) => `${amount > 0 ? 'cooler' : 'warmer'}-${colourAmount(amount)}`,
};
const CHROMA: Face<ShownPaint> = {
  ...colour,
  name: 'chroma',
  mark: ({ amount }) => `${amount > 0 ? 'greyer' : 'stronger'}-${colourAmount(amount)}`,
};

const EDGE: Face<ShownEdge> = {
  name: 'edge',
  group: 'Edges',
  subject: 'edges',
  // What it should become; where only an amount is known, harder or softer.
  mark: ({ amount, edge }) => `edge-${edge?.wanted ?? (amount > 0 ? 'hard' : 'soft')}`,
  figure: () => '',
  exactly: () => null,
  takenOut: () => null, // paint can be moved to its plan, an edge cannot
  traced: false,
};

const MISSING: Face<ShownMissing> = {
  name: 'missing',
  group: 'Missing',
  subject: 'drawing',
  mark: () => 'missing',
  figure: () => '',
  exactly: () => null,
  takenOut: () => null, // paint that is there can be moved to its plan
  traced: false,
};

const UNPLANNED: Face<ShownUnplanned> = {
  name: 'unplanned',
  group: 'Unplanned',
  subject: 'drawing',
  mark: () => 'unplanned',
  figure: () => '',
  exactly: () => null,
  takenOut: () => null, // what lies under it nobody has painted
  traced: false,
};

/** What a screen has of a finding of one kind. */
type Shown<K extends FindingKind> = K extends PaintKind
  ? ShownPaint
  : Extract<ShownDrawing | ShownEdge | ShownMissing | ShownUnplanned, { readonly kind: K }>;

/** How each kind of finding is shown, in the order painters correct. */
export const FACES: { readonly [K in FindingKind]: Face<Shown<K>> } = {
  missing: MISSING,
  unplanned: UNPLANNED,
  drawing: DRAWING,
  value: VALUE,
  temperature: TEMPERATURE,
  chroma: CHROMA,
  edge: EDGE,
};

export const faceOf = (kind: FindingKind): Face => FACES[kind];
