import {
  classesAlong,
  edgeClass,
  EVERY_MM,
  lapsingOf,
  lookOf,
  mostlyAtMost,
  type EdgeAcross,
  type SeenEdge,
} from '../core/edges';
import { kindOf, sentenceFor, type Finding } from '../core/kinds';
import { jumpInWords, placeInWords, plainLine, stepInWords, type FrontName } from '../core/words';
import { cardScale } from '../core/photo';
import { boxOf, halfWidth, median, type Box, type Point } from '../core/raster';
import { driftPoints, halfWidthsOf, lightAsTold } from '../core/read';
import type { Against, SessionReading, Shot } from '../core/session';
import {
  coursesOf,
  isEven,
  jumpsBehind,
  stepsBehind,
  stepsBesideBars,
  type BarLook,
  type Front,
  type Step,
} from '../core/thin';
import { InputError } from '../server/images/inputError';
import type { ReadRequest } from './arguments';

/** Points of the drift lie so far apart, as a share of the canvas's long side. */
const DRIFT_SHARE = 0.03;

const nameOf = (finding: Finding, { widthMm, heightMm }: ReadRequest['canvas']) => {
  const [x, y, w, h] = finding.region.box;
  return kindOf(finding.kind).named(finding) ?? placeInWords([(x + w / 2) / widthMm, (y + h / 2) / heightMm]);
};

/** What differs in a kind of finding that is not about paint. */
function ownDifference(finding: Finding) {
  if (finding.kind === 'drawing') return { shift: finding.shift.by };
  if (finding.kind === 'missing') return { there: 1 + finding.amount };
  if (finding.kind === 'unplanned') return { standsOut: finding.amount };
  if (finding.kind !== 'edge') return {};
  const { planned, painted } = finding.edge;
  const widthMm = planned.widthMm === null || painted.widthMm === null ? null : painted.widthMm - planned.widthMm;
  return { classes: finding.amount, widthMm };
}

/** How sure that is: half-widths. */
function ownUncertainty(finding: Finding) {
  if (finding.kind === 'edge') return { classes: halfWidth(finding.edge.doubt) };
  if (finding.kind === 'unplanned') return { standsOut: halfWidth(finding.unplanned.doubt) };
  return finding.kind === 'missing' ? { there: halfWidth(finding.missing.doubt) } : {};
}

/**
 * Every surface of the plan that turns, in one mass or several: their boxes, the lighter first, and the steps it turns
 * through.
 */
function formsIn({ reading, account: { forms, turnings } }: Against) {
  return [...forms.map(({ id, span, flat }) => ({ ids: [id], span, flat })), ...turnings].map(
    ({ ids, span, flat }) => ({
      boxes: ids.map((id) => {
        const mass = reading.masses.find((one) => one.id === id);
        return (mass && boxOf(mass.place)) ?? ([0, 0, 0, 0] as const);
      }),
      target: { steps: span.planned },
      painted: { steps: span.painted },
      readsFlat: flat,
    }),
  );
}

/** What does not carry on behind what stands in front: the values of its two sides, and edges that pass behind it. */
function behindIn<F extends Front>(one: F, front: FrontName, stepsOf: (all: readonly F[]) => Step[]) {
  const [step] = stepsOf([one]);
  const jumps = jumpsBehind([one]);
  return {
    steps: step ? { target: step.planned, painted: step.painted } : null,
    jumps: jumps.map(({ at, planned, painted }) => ({ at, target: { mm: planned }, painted: { mm: painted } })),
    words: [...(step ? [stepInWords(step, { front })] : []), ...jumps.map((jump) => jumpInWords(jump, { front }))].map(
      plainLine,
    ),
  };
}

/** Every thin shape: how it runs, planned and painted, whether too evenly, and what lies behind it. */
const thinIn = ({ strips, edges: { viewingM } }: Against) =>
  coursesOf(strips, viewingM).map((one) => ({
    region: { box: boxAbout(one.strip.places.map(({ at }) => at)) },
    lengthMm: one.lengthMm,
    target: one.planned,
    painted: one.painted,
    tooEven: isEven(one),
    behind: behindIn(one.strip, 'thin shape', stepsBehind),
  }));

const middleWidth = (looks: readonly BarLook[]): number | null =>
  looks.length > 0 ? median(looks.map(({ widthMm }) => widthMm)) : null;

/** Every bar: how wide it is, planned and painted (null = nowhere there), and what lies behind it. */
const barsIn = ({ bars }: Against) =>
  bars
    .filter(({ places }) => places.length > 0)
    .map((bar) => ({
      region: { box: boxAbout(bar.places.map(({ at }) => at)) },
      lengthMm: bar.lengthMm,
      target: { widthMm: middleWidth(bar.places.map(({ planned }) => planned)) },
      painted: { widthMm: middleWidth(bar.places.flatMap(({ painted }) => painted ?? [])) },
      behind: behindIn(bar, 'bar', stepsBesideBars),
    }));

/** Every edge that can be read, from junction to junction, by the middle of its places. */
const edgesAlong = ({ edges: { lines, viewingM } }: Against) =>
  lines.flatMap((line) => {
    const read = line.places.filter((place) => place !== null);
    if (read.length === 0) return [];
    const side = (of: 'planned' | 'painted') => {
      const seen = read.map((place) => place[of]);
      const look = lookOf(seen);
      return {
        ...{ ...look, atMost: mostlyAtMost(seen), class: edgeClass(look, viewingM) },
        stretches: classesAlong(
          line.places.map((place) => place && place[of]),
          viewingM,
        ),
      };
    };
    return {
      region: { box: boxAbout(read.map(({ at }) => at)) },
      lengthMm: line.places.length * EVERY_MM,
      target: side('planned'),
      painted: side('painted'),
      lapsing: lapsingOf(line, viewingM)?.side ?? null,
    };
  });

/** The box (x, y, w, h) about points. */
function boxAbout(points: readonly Point[]): Box {
  const [across, down] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [left, top] = [Math.min(...across), Math.min(...down)];
  return [left, top, Math.max(...across) - left, Math.max(...down) - top];
}

const VIEWING_M = 1; // edges are called as they are seen from here

/** @throws InputError for a line across nothing that can be read */
function edgeReport(line: readonly [Point, Point], edge: EdgeAcross | null) {
  if (!edge)
    throw new InputError(
      'edge',
      `--edge "${line.map((at) => at.join(',')).join(' ')}" cannot be read: the painting is bare there, or under glare. Draw the line across an edge that is painted.`,
    );
  const { planned, painted, reversed } = edge;
  const seen = (edge: SeenEdge) => {
    const { widthMm, atMost, contrast, by } = edge;
    return { widthMm, atMost, contrast, by, class: edgeClass(edge, VIEWING_M) };
  };
  return {
    line,
    target: seen(planned),
    painted: seen(painted),
    reversed,
    uncertaintyMm: Math.hypot(planned.doubtMm, painted.doubtMm),
  };
}

/**
 * What a session's photographs show, as the command line tells it.
 * @throws InputError for a region nothing of which can be read
 */
export function reportOf(request: ReadRequest, { flat, against, places, edges }: SessionReading, { card }: Shot) {
  const { light } = flat;
  if (!against) throw new Error('the command line always has a plan');
  const { drift } = against.reading.aligned;
  return {
    photo: {
      corners: flat.corners,
      cornersFrom: flat.cornersFrom,
      lensBend: flat.lens.bend,
      confidence: flat.confidence,
      glareFraction: flat.glareShare,
      sharpnessMm: Number.isFinite(flat.blurMm) ? flat.blurMm : null,
      light: {
        method: light.method,
        gainStops: light.gainStops,
        fallOffStops: light.fallOffStops,
        agreement: light.agreement,
        /** what the camera and a sheen did, as far as the plan told, and was taken out */
        camera: light.camera,
        sheen: light.sheen,
      },
      /**
       * the printed card, where it stands in the frame: its rings (photo px) and its size in the canvas's millimetres
       * as a share of its own
       */
      card: card && { rings: card, scale: cardScale(card, flat.whole, request.canvas) },
      uncertainty: halfWidthsOf(lightAsTold(flat).uncertainty),
    },
    regions: request.regions.map((box, i) => {
      const c = places[i]?.paint;
      if (!c)
        throw new InputError(
          'region',
          `--region "${box.join(',')}" cannot be read: it is under glare or smaller than a pixel. Give a larger box.`,
        );
      const plain = ({ value, lab, warmth, chroma, hue }: typeof c.target) => ({ value, lab, warmth, chroma, hue });
      return {
        box,
        target: plain(c.target),
        painted: plain(c.painted),
        difference: c.difference,
        uncertainty: halfWidthsOf(c.uncertainty),
      };
    }),
    edges: request.edges.map((line, i) => edgeReport(line, edges[i] ?? null)),
    drawing: {
      global: drift.global,
      drift: driftPoints(drift, DRIFT_SHARE * Math.max(request.canvas.widthMm, request.canvas.heightMm)),
    },
    // For scripts: what asks most for attention first, whatever painters correct first.
    findings: against.findings
      .toSorted((one, two) => two.weight - one.weight)
      .map((f) => ({
        kind: f.kind,
        region: f.region,
        difference: { ...f.difference, ...ownDifference(f) },
        uncertainty: { ...halfWidthsOf(f.uncertainty), ...ownUncertainty(f) },
        words: sentenceFor(f, nameOf(f, request.canvas)),
      })),
    ...(request.forms ? { forms: formsIn(against) } : {}),
    ...(request.thin ? { thin: thinIn(against), bars: barsIn(against) } : {}),
    ...(request.allEdges ? { allEdges: edgesAlong(against) } : {}),
  };
}

export type ReadReport = ReturnType<typeof reportOf>;
