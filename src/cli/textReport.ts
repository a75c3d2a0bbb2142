import {
  courseInWords,
  barWidthsInWords,
  classesBriefInWords,
  lapsingBriefInWords,
  NOTHING_TO_CORRECT,
  plural,
  seenEdgeInWords,
  wholeDrawingInWords,
} from '../core/words';
import type { ReadReport } from './report';

const signed = (v: number, digits: number) => `${v >= 0 ? '+' : '-'}${Math.abs(v).toFixed(digits)}`;

const LIGHT_WORDS = {
  card: 'taken out with patches of known grey',
  grey: 'set by one or two patches of known grey',
  board: 'taken out with a white board',
  before: 'taken from what has not changed since the last session',
  ground: 'taken from the ground that still shows',
  plan: 'guessed from the passages that agree with the plan',
  untouched: 'taken as it is',
} as const;

/** Thin shapes and bars, and under each what does not carry on behind it. */
const longLines = ({ thin = [], bars = [] }: ReadReport): string[] => [
  ...thin.flatMap(({ region: { box }, lengthMm, target, painted, tooEven, behind }) => [
    `${tooEven ? 'Too even' : 'Thin shape'} in ${box.map(Math.round).join(',')} mm, ${lengthMm.toFixed(0)} mm long: painted ${courseInWords(painted)}; planned ${courseInWords(target)}.`,
    ...behind.words.map((words) => `  ${words}`),
  ]),
  ...bars.flatMap(({ region: { box }, lengthMm, target, painted, behind }) => [
    `Bar in ${box.map(Math.round).join(',')} mm, ${lengthMm.toFixed(0)} mm long: ${barWidthsInWords(target, painted)}.`,
    ...behind.words.map((words) => `  ${words}`),
  ]),
];

/** The same report for people: values on the scale 0 black to 10 white, differences painted minus plan. */
export function textReport(report: ReadReport): string {
  const { photo, regions, edges, findings, drawing, forms = [], allEdges = [] } = report;
  const corners = photo.corners.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
  return [
    `${photo.cornersFrom === 'found' ? `All four corners found (confidence ${Math.round(photo.confidence * 100)} %)` : `Corners ${photo.cornersFrom}`}: ${corners}`,
    `Light ${LIGHT_WORDS[photo.light.method]}; fall-off ${photo.light.fallOffStops.toFixed(2)} stops. Values are told give or take ${photo.uncertainty.value.toFixed(2)} of a step, warmth give or take ${photo.uncertainty.warmth.toFixed(1)}.`,
    `Glare on ${(100 * photo.glareFraction).toFixed(1)} % of the canvas is not read.${photo.sharpnessMm === null ? '' : ` Blurred by ${photo.sharpnessMm.toFixed(2)} mm.`}`,
    ...regions.map(
      ({ box, target, painted, difference, uncertainty }) =>
        `Region ${box.join(',')} mm: planned ${target.value.toFixed(2)}, painted ${painted.value.toFixed(2)}, ${signed(difference.value, 2)} steps, give or take ${uncertainty.value.toFixed(2)}; warmth ${signed(difference.warmth, 1)}, chroma ${signed(difference.chroma, 1)}`,
    ),
    ...edges.map(
      ({ line, target, painted, uncertaintyMm }) =>
        `Edge ${line.map((at) => at.join(',')).join(' ')} mm: planned ${seenEdgeInWords(target)}; painted ${seenEdgeInWords(painted)}, give or take ${uncertaintyMm.toFixed(1)} mm`,
    ),
    wholeDrawingInWords(drawing.global, drawing.drift),
    ...forms
      .filter(({ readsFlat }) => readsFlat)
      .map(
        ({ boxes, target, painted }) =>
          `Reads flat in ${boxes.map((box) => box.map(Math.round).join(',')).join(' and ')} mm: should turn through ${target.steps.toFixed(1)} steps, turns through ${painted.steps.toFixed(1)}.`,
      ),
    ...longLines(report),
    ...allEdges.map(
      ({ region: { box }, lengthMm, target, painted, lapsing }) =>
        `Edge in ${box.map(Math.round).join(',')} mm, ${lengthMm} mm long: planned ${seenEdgeInWords(target)}${classesBriefInWords(target.stretches)}; painted ${seenEdgeInWords(painted)}${classesBriefInWords(painted.stretches)}${lapsingBriefInWords(lapsing)}.`,
    ),
    findings.length === 0
      ? NOTHING_TO_CORRECT
      : `${plural(findings.length, 'finding')}, the weightiest first (values run from 0 black to 10 white):`,
    ...findings.map(({ words }, i) => `${i + 1}. ${words}`),
    '',
  ].join('\n');
}
