/** What is wrong with something that was sent, as facts. */
export interface InputFault {
  readonly code: string;
  /** keys and places in lists from the outside in */
  readonly path: readonly (string | number)[];
  readonly missing: boolean;
  /** what it should have been: number, string, boolean, array, object ... */
  readonly expected?: string;
  /** what a bound is a bound of: number, string, array */
  readonly origin?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  /** whether the bound itself is allowed */
  readonly inclusive?: boolean;
  readonly format?: string;
  readonly values?: readonly unknown[];
}

const NAMES: Record<string, string> = {
  widthMm: 'the width',
  heightMm: 'the height',
  drewMe: 'what drew you',
  setUp: 'the set-up',
  viewingM: 'the viewing distance',
  lightFrom: 'where the light is known from',
  lamp: 'the lamp',
  surface: 'the state of the paint',
  greys: 'the greys',
  corners: 'the corners',
  outlines: 'the outline',
  marks: 'the masses',
  masses: 'how many masses there are',
  edits: 'the changes of masses',
  knots: 'the knots of the key',
  white: 'the lightest mixture',
  darkest: 'the darkest mixture',
  edges: 'the edge plan',
  path: "the eye's path",
  focal: 'the focal area',
  pins: 'the drawing',
  palette: 'the palette notes',
  paintingId: 'the painting',
  photoId: 'the photograph',
  referenceId: 'the reference',
  where: 'the place',
  id: 'the name',
  index: 'the number of the finding',
  why: 'the reason',
  scaleSteps: 'the steps of the value scale',
  cardValues: 'the values of your card',
};
/** Two numbers that stand for one thing. */
const POINTS = new Set(['at', 'from', 'to', 'by', 'plan', 'painted', 'on']);

const nameOf = (key: string): string => {
  if (POINTS.has(key)) return 'the point';
  return NAMES[key] ?? `the ${key.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)}`;
};

/** "Number 2 of the masses: the name" */
function subjectOf(path: InputFault['path']): string {
  const last = path.findLastIndex((step) => typeof step === 'string');
  if (last < 0) return 'what was sent';
  const key = String(path[last]);
  const after = path[last + 1];
  const before = path.slice(0, last);
  const place = before.findLastIndex((step, i) => typeof step === 'number' && typeof before[i - 1] === 'string');
  const home = place < 0 ? '' : `number ${Number(before[place]) + 1} of ${nameOf(String(before[place - 1]))}: `;
  const own = typeof after === 'number' && !POINTS.has(key) ? `number ${after + 1} of ${nameOf(key)}` : nameOf(key);
  return home + own;
}

const KINDS: Record<string, string> = {
  number: 'must be a number',
  int: 'must be a whole number',
  string: 'must be text',
  boolean: 'must be yes or no',
  array: 'must be a list',
  tuple: 'must be a list',
};
const FORMATS: Record<string, string> = {
  date: 'is no day, like 2026-03-14',
  datetime: 'is no time, like 2026-03-14T10:00:00Z',
  uuid: 'names nothing that is kept here',
};
const MOST_NAMED = 10; // choices that are named one by one

const entries = (n: number) => (n === 1 ? '1 entry' : `${n} entries`);
const letters = (n: number) => (n === 1 ? '1 letter' : `${n} letters`);

function tooSmall({ origin, minimum = 0, inclusive = true }: InputFault): string {
  if (origin === 'string') return minimum <= 1 ? 'must not be empty' : `needs at least ${letters(minimum)}`;
  if (origin === 'array') return `must have at least ${entries(minimum)}`;
  return inclusive ? `must be at least ${minimum}` : `must be more than ${minimum}`;
}

function tooBig({ origin, maximum = 0, inclusive = true }: InputFault): string {
  if (origin === 'string') return `may have at most ${letters(maximum)}`;
  if (origin === 'array') return `may have at most ${entries(maximum)}`;
  return inclusive ? `must be at most ${maximum}` : `must be less than ${maximum}`;
}

const UNKNOWN = 'is not in a form that is understood';

function verdictOn(fault: InputFault): string {
  const { code, missing, expected = '', format = '', values = [] } = fault;
  if (missing) return 'is missing';
  if (code === 'invalid_type') return KINDS[expected] ?? UNKNOWN;
  if (code === 'too_small') return tooSmall(fault);
  if (code === 'too_big') return tooBig(fault);
  if (code === 'invalid_format') return FORMATS[format] ?? UNKNOWN;
  if (code === 'invalid_value' && values.length > 0 && values.length <= MOST_NAMED)
    return `must be one of: ${values.map((value) => (value === '' ? 'nothing' : String(value))).join(', ')}`;
  return UNKNOWN;
}

/** What is wrong with something that was sent, in a sentence a painter can read. */
export function inputInWords(fault: InputFault): string {
  const subject = subjectOf(fault.path);
  return `${subject.charAt(0).toUpperCase()}${subject.slice(1)} ${verdictOn(fault)}.`;
}
