import {
  EVERY_MM,
  LOST_UNDER,
  PER_CLASS,
  type EdgeBy,
  type ClassStretch,
  type EdgeClass,
  type EdgeLook,
  type EdgeRun,
  type HardShares,
  type Lapsing,
  type ReversedRun,
  type Shares,
} from '../edges';
import { UNITS_PER_STEP } from '../colour';
import { calledInWords } from './calledWords';
import { figure } from './figures';
import { percent } from './listed';

/** How wide an edge is, as it is read aloud: "2.4 mm wide", "at most 0.6 mm wide". */
export const edgeWidthInWords = ({ widthMm, atMost = false }: { widthMm: number; atMost?: boolean }): string =>
  `${atMost ? 'at most ' : ''}${figure(widthMm, widthMm < 10 ? 1 : 0)} mm wide`;

/** How far two sides of an edge differ. */
interface Contrast {
  readonly contrast: number;
  readonly by: EdgeBy;
}

/**
 * A contrast: "0.3 of a step", "1.8 steps", "14 units of colour".
 * @param per how many of the painter's steps make one of a scale of ten
 */
function contrastInWords({ contrast, by }: Contrast, per = 1): string {
  if (by === 'colour') return `${Math.round(Math.abs(contrast) * UNITS_PER_STEP)} units of colour`;
  const steps = figure(Math.abs(contrast) * per, 1);
  return Number(steps) < 1 ? `${steps} of a step` : `${steps} steps`;
}

const byValue = (contrast: number): Contrast => ({ contrast, by: 'value' });

/** An edge as it was seen: "soft, 6.1 mm wide, over 1.2 steps"; "lost, over 0.1 of a step". */
export function seenEdgeInWords(edge: Omit<Crossed, 'doubtMm'>, per = 1): string {
  const { widthMm, atMost, contrast, class: is } = edge;
  const over = `over ${contrastInWords(edge, per)}`;
  // What hardly differs has no width worth telling.
  return widthMm === null || Math.abs(contrast) < LOST_UNDER
    ? `${is}, ${over}`
    : `${is}, ${edgeWidthInWords({ widthMm, atMost })}, ${over}`;
}

interface Crossed extends Contrast {
  readonly widthMm: number | null;
  readonly atMost: boolean;
  readonly class: EdgeClass;
  readonly doubtMm: number;
}

/** The edge a line crosses, planned and painted. @param wish the class the painter wishes there; null = none */
export function crossedInWords(
  {
    planned,
    painted,
    reversed,
    wish,
  }: { planned: Crossed; painted: Crossed; reversed: boolean; wish: EdgeClass | null },
  per = 1,
): string {
  const told = painted.widthMm !== null && Math.abs(painted.contrast) >= LOST_UNDER;
  return [
    `Planned ${seenEdgeInWords(planned, per)}${wish ? `; you want it ${wish}` : ''}.`,
    `Painted ${seenEdgeInWords(painted, per)}${told ? `, give or take ${figure(painted.doubtMm, 1)} mm` : ''}.`,
    ...(reversed ? ['It is lighter on the side that is planned darker.'] : []),
  ].join(' ');
}

/** What the chart across an edge shows, for who cannot see it. */
export const crossedChartInWords = ({
  planned,
  painted,
}: Record<'planned' | 'painted', Pick<Crossed, 'widthMm' | 'atMost' | 'by'>>): string => {
  const side = ({ widthMm, atMost }: Pick<Crossed, 'widthMm' | 'atMost'>) =>
    widthMm === null ? 'no edge' : edgeWidthInWords({ widthMm, atMost });
  return `${planned.by === 'colour' ? 'Colour' : 'Values'} across the edge: planned ${side(planned)}, painted ${side(painted)}`;
};

const REQUEST = { harder: 'Harden', softer: 'Soften', lose: 'Lose', find: 'Bring out' } as const;
/** What is said of an edge: of its heaviest stretch, and how many more it runs into. */
type EdgeSaid = Omit<EdgeRun, 'between' | 'places' | 'room'> & { readonly into: number };

const ALL_ALONG = 0.8; // of an edge, from which it is so all along

/** Where along its edge a stretch runs: all along it, or how far of it. */
const stretchInWords = ({ lengthMm, ofMm, into }: EdgeSaid): string =>
  into > 0
    ? `${Math.round(lengthMm)} mm with the edges it runs into`
    : lengthMm >= ALL_ALONG * ofMm
      ? 'all along'
      : `along ${Math.round(lengthMm)} of its ${Math.round(ofMm)} mm`;

const mm = (widthMm: number) => `${figure(widthMm, widthMm < 10 ? 1 : 0)} mm`;

/** What an edge is, and what it should be. */
function reasonInWords({ wanted, shown, wished, change, planned, painted }: EdgeSaid, per: number): string {
  const steps = (edge: Contrast) => contrastInWords(edge, per);
  const meant = wished
    ? `you want it ${wanted}`
    : wanted === 'lost' || planned.widthMm === null
      ? 'planned lost'
      : `planned ${wanted}, ${mm(planned.widthMm)} wide`;
  if (change === 'find') {
    const is = Math.abs(painted.contrast);
    if (painted.widthMm !== null && is >= LOST_UNDER && shown === 'lost')
      return `spread over ${mm(painted.widthMm)}; ${meant}`;
    const left =
      planned.by === 'colour'
        ? `${Math.round(is * UNITS_PER_STEP)} of ${steps(planned)}`
        : `${figure(is * per, 1)} of ${steps(planned)}`;
    return `${is < 2 * LOST_UNDER ? 'hardly there' : 'no clear edge'}, ${left}; ${meant}`;
  }
  const width = painted.widthMm === null ? '' : `${mm(painted.widthMm)} wide`;
  return change === 'lose' ? `${width}, ${steps(painted)}; ${meant}` : `${width}; ${meant}`;
}

/** What a finding of an edge asks for, without its place: "harden 40 mm: planned hard". */
export const edgeAskedInWords = ({ change, lengthMm, wished, wanted }: EdgeSaid): string =>
  `${REQUEST[change].toLowerCase()} ${Math.round(lengthMm)} mm: ${wished ? 'you want it' : 'planned'} ${wanted}`;

/**
 * The same as a request: "soften the edge of the pot against the wall, along 40 of its 150 mm: ...".
 * @param place as in a sentence
 */
export function edgeRequestInWords(edge: EdgeSaid, place: string, per = 1): string {
  return `${REQUEST[edge.change].toLowerCase()} the edge ${whereInWords(place)}, ${stretchInWords(edge)}: ${reasonInWords(edge, per)}`;
}

const AGAINST = ' against ';
const INSIDE = 'inside ';
/** What the edge between two masses is called; between two of one name, or of one mass, it lies inside. */
export const edgeNameInWords = (one: string, two: string): string =>
  one === two ? `${INSIDE}${calledInWords(one).replace(/,$/, '')}` : againstInWords(one, two);

const againstInWords = (one: string, two: string): string =>
  `${one}${/, \D/.test(one) ? ',' : ''}${AGAINST}${calledInWords(two).replace(/,$/, '')}`;

/** Where an edge is. @param place as in a sentence */
function whereInWords(place: string): string {
  const plain = place.replace(/,$/, '');
  if (plain.startsWith(INSIDE)) return plain;
  return `${plain.includes(AGAINST) ? 'of' : 'at'} ${plain}`;
}

/**
 * What a planned edge is called where it is chosen; '' = neither side of it has a name.
 * @param names of the masses on its two sides, '' = none; one mass = it lies inside
 */
export function chosenEdgeInWords(names: readonly [one: string, two: string] | readonly [within: string]): string {
  const [one, two = one] = names;
  const called = one || two ? calledInWords(one || two).replace(/,$/, '') : '';
  if (names.length === 1 && !one) return `The edge ${INSIDE}a mass`;
  if (one === two) return called && `The edge ${INSIDE}${called}`;
  return one && two ? `The edge ${whereInWords(edgeNameInWords(called, two))}` : `The edge of ${called}`;
}

/** Both edges, as it is decided by. @param edge with the half-width of its doubt */
export function edgeEvidenceInWords({ planned, painted, ...edge }: EdgeSaid & { doubt: number }, per = 1): string {
  const seen = (edge: EdgeLook) =>
    edge.widthMm === null
      ? `no edge, ${contrastInWords(edge, per)}`
      : `${mm(edge.widthMm)} wide over ${contrastInWords(edge, per)}`;
  const meant = edge.wished ? `, you want it ${edge.wanted}` : '';
  return `Along ${Math.round(edge.lengthMm)} mm, on the whole: planned ${seen(planned)}${meant}; painted ${seen(painted)}. ${edgeDoubtInWords(edge.doubt)}`;
}

/** How far its softness may be off, as widths are told. */
const edgeDoubtInWords = (classes: number): string =>
  `Widths can be told apart from a factor of ${figure(PER_CLASS ** classes, 1)}.`;

const COLOURS_READ = 'Value has no edge there; colour has. Colours';
/** How it was measured and how sure that is. @param edge with the half-width of its doubt */
export const edgeBasisInWords = ({ doubt, by }: { doubt: number; by: EdgeBy }): string =>
  `${by === 'colour' ? COLOURS_READ : 'Values'} across the edge every ${EVERY_MM} mm, each laid on its own middle so that a wobbly edge is not a soft one; the photograph’s own blur is taken out. ${edgeDoubtInWords(doubt)}`;

const AWAY = 0.15; // of the edges, by which more are hard away from the focal area than in it, and than planned

/** Whether hard edges lie away from the focal area although the plan has them in it; null = they do not. */
export function edgesInFocusInWords({ planned, painted }: { planned: HardShares; painted: HardShares }): string | null {
  const away = ({ inside, outside }: HardShares) => outside - inside;
  const [meant, is] = [away(planned), away(painted)];
  if (is < AWAY || is - meant < AWAY) return null;
  return `Edges are harder away from the focal area than in it: ${percent(painted.outside)} of them are hard there, ${percent(painted.inside)} in it. The plan has ${percent(planned.outside)} and ${percent(planned.inside)}.`;
}

/** A stretch of edge that is the wrong way round. @param name of the edge, as {@link edgeNameInWords} calls it */
export const reversedInWords = (
  name: string,
  { lengthMm, planned, painted }: Pick<ReversedRun, 'lengthMm' | 'planned' | 'painted'>,
  per = 1,
): string =>
  `Reversed: the edge ${whereInWords(calledInWords(name))}, along ${Math.round(lengthMm)} mm, is lighter by ${contrastInWords(byValue(painted), per)} on the side that is planned darker by ${contrastInWords(byValue(planned), per)}.`;

/** The same in a list; '' = it does neither. @param side that comes and goes */
export const lapsingBriefInWords = (side: Lapsing['side'] | null): string =>
  side ? `, ${side === 'painted' ? 'comes and goes' : 'runs on where the plan comes and goes'}` : '';

/** The classes of an edge in turn, in a list; '' = it is of one all along. */
export const classesBriefInWords = (stretches: readonly Pick<ClassStretch, 'class' | 'lengthMm'>[]): string =>
  stretches.length > 1
    ? ` (${stretches.map(({ class: is, lengthMm }) => `${is} for ${Math.round(lengthMm)} mm`).join(', then ')})`
    : '';

/** An edge that comes and goes, or runs on, against the plan. @param name as {@link edgeNameInWords} calls it */
export function lapsingInWords(
  name: string,
  { side, times, lengthMm, ofMm, even }: Omit<Lapsing, 'between' | 'places'>,
): string {
  const edge = `the edge ${whereInWords(calledInWords(name))}`;
  const [part, whole] = [lengthMm, ofMm].map(Math.round);
  return side === 'painted'
    ? `Comes and goes: ${edge}; softer or lost at ${times} places, ${part} of its ${whole} mm. Planned ${even} all along.`
    : `Runs on: ${edge}; ${even} all along its ${whole} mm. Planned softer or lost at ${times} places, ${part} mm of it.`;
}

const ALIKE = { share: 0.45, more: 0.15 };
const OF_ALL: Record<EdgeClass, string> = {
  hard: 'hard: the picture looks cut out',
  firm: 'firm',
  soft: 'soft: the picture looks vague',
  lost: 'lost: the picture looks vague',
};

/** How a session before shared its edges. */
interface SharesBefore {
  readonly session: number;
  readonly painted: Shares;
}

/** Whether edges are too much alike; null = they are not. @param before null = there was none to compare with */
export function edgesAlikeInWords(
  { planned, painted }: { planned: Shares; painted: Shares },
  before: SharesBefore | null = null,
): string | null {
  const classes = Object.keys(painted) as EdgeClass[];
  const is = classes.find((one) => painted[one] >= ALIKE.share && painted[one] - planned[one] >= ALIKE.more);
  return is
    ? `Too much alike: ${percent(painted[is])} of all edges are ${OF_ALL[is]}. The plan has ${percent(planned[is])}${before ? `, session ${before.session} had ${percent(before.painted[is])}` : ''}.`
    : null;
}

/**
 * What holds of the edges beside their findings, a sentence each.
 * @param read whether the reading was made with edges
 * @param shares null = no edge can be read; @param focus null = there is no focal area, or too few edges lie in it
 */
export function edgesInWords({
  read,
  shares,
  focus,
  before = null,
}: {
  read: boolean;
  shares: { planned: Shares; painted: Shares } | null;
  focus: { planned: HardShares; painted: HardShares } | null;
  before?: SharesBefore | null;
}): string[] {
  if (!read) return ['This reading was made before edges were read. Read the photograph again to see them.'];
  if (!shares) return ['No edge can be read: where the plan has one, the painting is bare, left out or under glare.'];
  return [edgesAlikeInWords(shares, before), focus && edgesInFocusInWords(focus)].filter(
    (sentence) => typeof sentence === 'string',
  );
}

/** How many stretches differ by less than is told; '' = none. */
export const slightInWords = (slight: number): string => {
  if (slight === 0) return '';
  return slight === 1
    ? 'One more stretch differs by less, or is shorter: it is drawn on the pictures.'
    : `${slight} more stretches differ by less, or are shorter: they are drawn on the pictures.`;
};

/** How sure edges are read, and from where. */
export const edgesReadInWords = (viewingM: number, blurMm: number | null): string =>
  `As seen from ${figure(viewingM, Number.isInteger(viewingM) ? 0 : 1)} m.${blurMm === null ? '' : ` What is narrower than the photograph’s own blur, ${figure(blurMm, 1)} mm, is told as at most so wide.`}`;

export const EDGE_TEXT = {
  which: 'Which edges are drawn',
  change: 'Only what should change',
  all: 'All edges',
  one: 'Only this edge',
  faintest: 'Faintest edge counted',
  across:
    'mm from the middle of the edge; bars are the plan, dots the painting, the grey band the photograph’s own blur.',
  acrossColour:
    'Value has no edge here: these are units of colour, by mm from the middle of the edge; bars are the plan, dots the painting, the grey band as far as the photograph itself spreads colour.',
  shares: 'Share of each kind of edge',
  planned: 'planned',
  painted: 'painted',
} as const;

/** A contrast from which edges are counted. */
export const faintestInWords = (steps: number, per = 1): string => contrastInWords(byValue(steps), per);

/** All of them in one line, where there is no room under the marks. */
export const sharesOfEdgesInWords = (shares: Shares, held: readonly EdgeClass[]): string =>
  held.map((is) => shareInWords(is, shares[is])).join(', ');

/** A share of edges under its mark: "hard 13 %". */
export const shareInWords = (is: EdgeClass, share: number): string =>
  `${is} ${percent(share)}`.replace(/ (?=%)/, '\u00a0');
