import type { Account, Unsettled } from '../read';
import type { Point } from '../raster';
import { stepsInWords } from './amounts';
import { figure } from './figures';
import { percent, plural } from './listed';
import { clippedInWords, endsInWords } from './rangeWords';
import { driftInWords } from './shiftWords';

/** A part of a line: words, words that carry it, or the name of a mass, by which it can be shown. */
export type Piece = string | { readonly strong: string } | { readonly mass: number; readonly words: string };
export type Line = readonly Piece[];

/** The same as plain text. */
export const plainLine = (line: Line): string =>
  line.map((piece) => (typeof piece === 'string' ? piece : 'strong' in piece ? piece.strong : piece.words)).join('');

/** How masses, and things of several masses, are called. */
export interface Names {
  readonly mass: (id: number) => string;
  readonly thing: (ids: readonly number[]) => string;
  /** the mass that stands for a thing: its largest; null where it has none */
  readonly largest: (ids: readonly number[]) => number | null;
}

const FEW = 5; // names in one list

/**
 * The drawing as a whole, and how much of it could be found.
 * @param lengthened times the arrows are drawn as long as they are
 */
export function drawingInWords({ drawing }: Pick<Account, 'drawing'>, lengthened: number): string {
  const whole = wholeDrawingInWords(drawing.global, drawing.points);
  const share = drawing.points.filter(isFound).length / drawing.points.length;
  return share > 0
    ? `${whole} Its places were found surely at ${percent(share)} of the canvas; between contours there is nothing to tell it by. The arrows are drawn ${lengthened} times as long as they are.`
    : whole;
}

type Found = Pick<Account['drawing']['points'][number], 'confidence'>;
const isFound = ({ confidence }: Found): boolean => confidence >= 0.5;

/** Where the whole drawing sits; nothing is said of it where none of its places was found. */
export function wholeDrawingInWords(global: Account['drawing']['global'], places: readonly Found[]): string {
  if (!places.some(isFound))
    return 'Where the drawing sits cannot be told yet: its places cannot be found in the painting, too little of them is drawn.';
  const off = driftInWords(global);
  return off ? `The whole drawing sits ${off}.` : 'The whole drawing sits where it is planned.';
}

/** Whether a thing's light and shadow fall otherwise than planned, as far as it has both. */
const offPattern = ({ dark, overlap }: Account['things'][number]): boolean =>
  dark.planned > 0.03 && dark.planned < 0.97 && (Math.abs(dark.painted - dark.planned) >= 0.05 || overlap < 0.75);

/** Names in a row, each to be shown. */
function row(ids: readonly number[], { mass }: Names): Piece[] {
  const names = ids.slice(0, FEW).map(mass);
  const between = names.some((name) => name.includes(',')) ? '; ' : ', ';
  return names.flatMap((words, i): Piece[] => [...(i > 0 ? [between] : []), { mass: ids[i] ?? -1, words }]);
}

/** Masses and things of an account as pieces of a sentence. */
function piecesOf(names: Names, per = 1) {
  return {
    /** the painter's steps in one of ten */
    per,
    mass: (id: number): Piece => ({ mass: id, words: names.mass(id) }),
    thing: (ids: readonly number[]): Piece => {
      const mass = names.largest(ids);
      return mass === null ? names.thing(ids) : { mass, words: names.thing(ids) };
    },
    /** a line that names some masses; none where there are none */
    those: (words: string, ids: readonly number[]): Line[] =>
      ids.length > 0 ? [[`${words} `, ...row(ids, names), '.']] : [],
  };
}
type Pieces = ReturnType<typeof piecesOf>;

/** Light against shadow: how much of each, where, in which order, and how far the range reaches. */
function patternInWords(
  { patterns, range, relations, things }: Account,
  { mass, thing, per }: Pieces,
  show: (value: number) => string,
): Line[] {
  const { two, tones } = patterns;
  const whole = `Light and shadow fall as planned over ${percent(two.share)} of the picture; in ${tones.tones} values it is ${percent(tones.share)}. Shadow covers ${percent(two.dark.painted)}, planned ${percent(two.dark.planned)}.`;
  return [
    [whole],
    ...things
      .filter(offPattern)
      .map(({ ids, dark, overlap }): Line => [
        'In ',
        thing(ids),
        ` shadow covers ${percent(dark.painted)}, planned ${percent(dark.planned)}; the two shapes share ${percent(overlap)}.`,
      ]),
    ...relations
      .filter(({ reversed }) => reversed)
      .map(({ ids }): Line => [
        { strong: 'Order reversed:' },
        ' ',
        mass(ids[0]),
        ' should be lighter than ',
        mass(ids[1]),
        ' and is darker.',
      ]),
    ...endsInWords(range, show, per).map((words): Line => [words]),
  ];
}

/** What the values do inside masses: which side of the light they lie on, and whether they turn, vary or wobble. */
function insideInWords({ families, forms, turnings, things }: Account, { mass, thing, those, per }: Pieces): Line[] {
  const idsOf = (flag: 'flat' | 'dull' | 'wobbles') => forms.filter((form) => form[flag]).map(({ id }) => id);
  const overlap = families !== null && families.gap.planned > 0.1 && families.gap.painted < 0;
  return [
    ...(overlap ? [['The two families overlap: the darkest light is darker than the lightest shadow.']] : []),
    ...those('On the wrong side of the light-shadow threshold:', families?.crossed ?? []),
    ...those('Reads flat where it should turn:', idsOf('flat')),
    ...turnings
      .filter(({ flat }) => flat)
      .map(({ ids, span }): Line => {
        const one = things.some((other) => ids.every((id) => other.ids.includes(id)));
        const [from, to] = ids.map(mass);
        const where: Piece[] = one || !from || !to ? ['Over ', thing(ids)] : ['From ', from, ' to ', to];
        return [
          ...where,
          ` it should turn through ${(span.planned * per).toFixed(1)} steps, and turns through ${(span.painted * per).toFixed(1)}.`,
        ];
      }),
    ...those('Meant to vary and is one flat colour:', idsOf('dull')),
    ...those('Its value wobbles inside:', idsOf('wobbles')),
  ];
}

const TOLD = 0.4; // steps from which a gap's value is told

/** A gap that is closed, or of another value than what it shows. */
function gapInWords({ id, open, filled, painted, planned }: Account['gaps'][number], { mass, per }: Pieces): Line[] {
  if (!filled && Math.abs(painted - planned) <= TOLD) return [];
  const off = filled
    ? ' is painted like what surrounds it'
    : ` is ${stepsInWords(painted - planned, per)} too ${painted > planned ? 'light' : 'dark'}`;
  return [['The open background at ', mass(id), `${off} against `, mass(open), '.']];
}

const ENOUGH = 0.5; // of the ground covered, from which the whole is spoken of

/**
 * Said in place of what holds of the whole picture while too little of it is painted.
 * @param covered share of the ground that is covered, 0..1; null = not known
 * @returns null from half on
 */
export const tooBareInWords = (covered: number | null): string | null =>
  covered === null || covered >= ENOUGH
    ? null
    : `Only ${percent(covered)} of the ground is covered: what holds of the whole picture is told from half on.`;

/**
 * What holds of the values over the whole picture, a line each.
 * @param show a value on the painter's scale; @param per how many of its steps make one of a scale of ten
 */
export function valuesInWords(
  account: Account,
  {
    names,
    recheck,
    show,
    per = 1,
  }: { names: Names; recheck: readonly Unsettled[]; show: (value: number) => string; per?: number },
): Line[] {
  const pieces = piecesOf(names, per);
  return [
    ...patternInWords(account, pieces, show),
    ...insideInWords(account, pieces),
    ...account.gaps.flatMap((gap) => gapInWords(gap, pieces)),
    ...recheck.map(({ id, neighbour, steps }): Line => [
      'Look again: ',
      pieces.mass(id),
      ' stayed while ',
      pieces.mass(neighbour),
      ` beside it became ${stepsInWords(steps, per)} ${steps > 0 ? 'lighter' : 'darker'}.`,
    ]),
  ];
}

const comparedWarmth = (by: number) => (Math.abs(by) < 1 ? 'as warm as' : by > 0 ? 'warmer than' : 'cooler than');
type Warmths = { readonly planned: number; readonly painted: number };
const familiesInWords = ({ planned, painted }: Warmths): string => {
  const off = painted - planned;
  const which = off > 0 ? 'the lights too warm or the shadows too cool' : 'the lights too cool or the shadows too warm';
  return `The light family is planned ${comparedWarmth(planned)} the shadows (${figure(planned, 0)}) and painted ${comparedWarmth(painted)} them (${figure(painted, 0)})${Math.abs(off) >= 3 ? `: ${which}` : ''}.`;
};
const strengthInWords = ({ strength, clipped }: Account): string | null =>
  strength === null
    ? clipped.masses.length > 0
      ? null
      : 'The plan is nearly grey: strength is not compared.'
    : `Colour has ${percent(strength)} of the planned strength${strength < 0.85 ? ': timid' : strength > 1.15 ? ': too strong' : ''}.`;

/** What holds of temperature and strength over the whole picture, a line each. */
export function coloursInWords(account: Account, { names }: { names: Names }): Line[] {
  const { families, alike, accents } = account;
  const forms = account.forms.filter(({ id }) => !account.clipped.masses.includes(id));
  const lost = clippedInWords(account.clipped);
  const strength = strengthInWords(account);
  const mass = (id: number): Piece => ({ mass: id, words: names.mass(id) });
  const plays = forms.filter(({ play, wobbles }) => play.painted > 1.3 * play.planned + 1 && !wobbles);
  const drab = forms.filter(({ play }) => play.planned > 4 && play.painted < 0.5 * play.planned);
  const [meant] = accents;
  const [strongest] = [...accents].sort((a, b) => b.painted - a.painted);
  const accent = (): Piece[] => {
    if (!meant || !strongest) return [];
    if (strongest.id !== meant.id) return ['; painted, ', mass(strongest.id), ' is stronger.'];
    return [meant.painted < 0.7 * meant.planned ? '; it is painted weaker.' : ', and so it is painted.'];
  };
  const those = (list: readonly { readonly id: number }[]) =>
    row(
      list.slice(0, 4).map(({ id }) => id),
      names,
    );
  return [
    ...(families?.warmth ? [[familiesInWords(families.warmth)]] : []),
    ...(strength ? [[strength]] : []),
    ...(lost ? [[lost]] : []),
    ...alike
      .slice(0, FEW)
      .map(({ ids }): Line => [
        { strong: 'Too alike:' },
        ' ',
        mass(ids[0]),
        ' and ',
        mass(ids[1]),
        ' can hardly be told apart.',
      ]),
    ...(meant
      ? [['The accent planned strongest is ', mass(meant.id), ' against ', mass(meant.against), ...accent()]]
      : []),
    ...(plays.length > 0 ? [['Colour varies while value holds in ', ...those(plays), ': good.']] : []),
    ...(drab.length > 0 ? [['The plan’s variety of colour is missing in ', ...those(drab), '.']] : []),
  ];
}

/** Extremes of plan and painting, and where they lie. @param show a value on the painter's scale, called so */
export function rangeInWords(
  { range, relations }: Pick<Account, 'range' | 'relations'>,
  { show, scale, lies }: { show: (value: number) => string; scale: string; lies: (at: Point) => string },
): string {
  const { planned, painted } = range;
  const from = (one: { darkest: number; lightest: number }) =>
    `${show(one.darkest)} to ${show(Math.min(10, one.lightest))}`;
  const ends = [
    ['Darkest', planned.darkestAt, painted.darkestAt],
    ['Lightest', planned.lightestAt, painted.lightestAt],
  ] as const;
  return [
    `Values planned ${from(planned)}, painted ${from(painted)} (${scale}).`,
    ...ends.map(([end, meant, made]) => `${end} planned in: ${lies(meant)}, painted in: ${lies(made)}.`),
    `${plural(relations.length, 'relation')}.`,
  ].join(' ');
}
