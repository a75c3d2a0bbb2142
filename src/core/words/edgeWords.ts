import { LOST_UNDER, type EdgeClass, type EdgeRun, type Shares } from '../edges';
import type { Line, Names } from './accountWords';
import { figure } from './figures';
import { percent } from './listed';

/** How wide an edge is, as it is read aloud: "2.4 mm wide", "at most 0.6 mm wide". */
export const edgeWidthInWords = ({ widthMm, atMost = false }: { widthMm: number; atMost?: boolean }): string =>
  `${atMost ? 'at most ' : ''}${figure(widthMm, widthMm < 10 ? 1 : 0)} mm wide`;

/** A contrast: "0.3 of a step", "1.8 steps". @param per how many of the painter's steps make one of a scale of ten */
function contrastInWords(contrast: number, per = 1): string {
  const steps = figure(Math.abs(contrast) * per, 1);
  return Number(steps) < 1 ? `${steps} of a step` : `${steps} steps`;
}

/** An edge as it was seen: "soft, 6.1 mm wide, over 1.2 steps"; "lost, over 0.1 of a step". */
export function seenEdgeInWords({ widthMm, atMost, contrast, class: is }: Omit<Crossed, 'doubtMm'>, per = 1): string {
  const over = `over ${contrastInWords(contrast, per)}`;
  // What hardly differs has no width worth telling.
  return widthMm === null || Math.abs(contrast) < LOST_UNDER
    ? `${is}, ${over}`
    : `${is}, ${edgeWidthInWords({ widthMm, atMost })}, ${over}`;
}

interface Crossed {
  readonly widthMm: number | null;
  readonly atMost: boolean;
  readonly contrast: number;
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
}: Record<'planned' | 'painted', Pick<Crossed, 'widthMm' | 'atMost'>>): string => {
  const side = ({ widthMm, atMost }: Pick<Crossed, 'widthMm' | 'atMost'>) =>
    widthMm === null ? 'no edge' : edgeWidthInWords({ widthMm, atMost });
  return `Values across the edge: planned ${side(planned)}, painted ${side(painted)}`;
};

const REQUEST = { harder: 'Harden', softer: 'Soften', lose: 'Lose', find: 'Bring out' } as const;

const ALL_ALONG = 0.8; // of an edge, from which it is so all along

/** Where along its edge a stretch runs: all along it, or how far of it. */
const stretchInWords = ({ lengthMm, ofMm }: EdgeRun): string =>
  lengthMm >= ALL_ALONG * ofMm ? 'all along' : `along ${Math.round(lengthMm)} of its ${Math.round(ofMm)} mm`;

const mm = (widthMm: number) => `${figure(widthMm, widthMm < 10 ? 1 : 0)} mm`;

/** What an edge is, and what it should be. */
function reasonInWords({ wanted, wished, change, planned, painted }: EdgeRun, per: number): string {
  const steps = (contrast: number) => contrastInWords(contrast, per);
  const meant = wished
    ? `you want it ${wanted}`
    : wanted === 'lost' || planned.widthMm === null
      ? 'planned lost'
      : `planned ${wanted}, ${mm(planned.widthMm)} wide`;
  if (change === 'find') return `hardly there, ${steps(painted.contrast)}; ${meant}`;
  const width = painted.widthMm === null ? '' : `${mm(painted.widthMm)} wide`;
  return change === 'lose' ? `${width}, ${steps(painted.contrast)}; ${meant}` : `${width}; ${meant}`;
}

/** What should change along one stretch: "Soften pot against wall, all along: 1.0 mm wide; planned soft, 8.0 mm." */
export function edgeRunInWords(run: EdgeRun, names: Names, per = 1): Line {
  const mass = (id: number) => ({ mass: id, words: names.mass(id) });
  return [
    { strong: REQUEST[run.change] },
    ' ',
    mass(run.between[0]),
    ' against ',
    mass(run.between[1]),
    `, ${stretchInWords(run)}: ${reasonInWords(run, per)}.`,
  ];
}

/** How many stretches should change. */
export const edgesDifferInWords = (runs: number): string =>
  runs === 0
    ? 'Edges are as planned, as far as they can be told.'
    : `${runs === 1 ? 'One stretch of edge differs' : `${runs} stretches of edge differ`} from the plan.`;

const ALIKE = { share: 0.45, more: 0.15 };
const OF_ALL: Record<EdgeClass, string> = {
  hard: 'hard: the picture looks cut out',
  firm: 'firm',
  soft: 'soft: the picture looks vague',
  lost: 'lost: the picture looks vague',
};

/** Whether edges are too much alike; null = they are not. */
export function edgesAlikeInWords({ planned, painted }: { planned: Shares; painted: Shares }): string | null {
  const classes = Object.keys(painted) as EdgeClass[];
  const is = classes.find((one) => painted[one] >= ALIKE.share && painted[one] - planned[one] >= ALIKE.more);
  return is
    ? `Too much alike: ${percent(painted[is])} of all edges are ${OF_ALL[is]}. The plan has ${percent(planned[is])}.`
    : null;
}

const MOST_TOLD = 5; // stretches, that a hand remembers

/**
 * What holds of the edges, a line each.
 * @param read whether the reading was made with edges; @param shares null = no edge can be read
 */
export function edgesInWords(
  {
    read,
    runs,
    shares,
  }: { read: boolean; runs: readonly EdgeRun[]; shares: { planned: Shares; painted: Shares } | null },
  { names, per = 1 }: { names: Names; per?: number },
): Line[] {
  if (!read) return [['This reading was made before edges were read. Read the photograph again to see them.']];
  if (!shares) return [['No edge can be read: where the plan has one, the painting is bare, left out or under glare.']];
  const alike = edgesAlikeInWords(shares);
  const more = runs.length - MOST_TOLD;
  return [
    ...(alike ? [[alike]] : []),
    ...runs.slice(0, MOST_TOLD).map((run) => edgeRunInWords(run, names, per)),
    ...(more > 0
      ? [[`${more === 1 ? 'One more stretch is' : `${more} more stretches are`} drawn on the pictures.`]]
      : []),
  ];
}

/** How sure edges are read, and from where. */
export const edgesReadInWords = (viewingM: number, blurMm: number | null): string =>
  `As seen from ${figure(viewingM, Number.isInteger(viewingM) ? 0 : 1)} m.${blurMm === null ? '' : ` What is narrower than the photograph’s own blur, ${figure(blurMm, 1)} mm, is told as at most so wide.`}`;

export const EDGE_TEXT = {
  which: 'Which edges are drawn',
  change: 'Only what should change',
  all: 'All edges',
  faintest: 'Faintest edge counted',
  across:
    'mm from the middle of the edge; bars are the plan, dots the painting, the grey band the photograph’s own blur.',
  shares: 'Share of each kind of edge',
  planned: 'planned',
  painted: 'painted',
} as const;

/** A contrast from which edges are counted. */
export const faintestInWords = (steps: number, per = 1): string => contrastInWords(steps, per);

/** All of them in one line, where there is no room under the marks. */
export const sharesOfEdgesInWords = (shares: Shares, held: readonly EdgeClass[]): string =>
  held.map((is) => shareInWords(is, shares[is])).join(', ');

/** A share of edges under its mark: "hard 13 %". */
export const shareInWords = (is: EdgeClass, share: number): string =>
  `${is} ${percent(share)}`.replace(/ (?=%)/, '\u00a0');
