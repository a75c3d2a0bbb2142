import type { Point } from '../raster';
import type { CanvasSize } from '../photo';
import type { Crop } from './crop';
import type { Departure } from './departures';
import { PAINT_RANGE, type KeyChoice, type Knot } from './key';
import type { MassEdit } from './massEdits';
import { TOLERANCE_MM } from './massShapes';
import type { Passage } from './passage';
import type { Parting } from './pattern';
import type { PlanRequest, RenderRequest } from './plannedPicture';
import type { Pin } from './warp';

/** What the painter says of the mass at a point. */
interface Mark {
  readonly at: Point;
  readonly group: string;
  readonly family: 'light' | 'shadow' | null;
  readonly loose: boolean;
  readonly variation: '' | 'even' | 'varied';
  readonly on: Point | null;
}

interface Cut {
  readonly masses: number;
  readonly edits: readonly MassEdit[];
}

/** A kept drawing: a version of the outline, or how a photographed drawing lies. */
interface KeptDrawing extends Cut {
  readonly id: string;
  /** where the plan's places lie in it; null = it is a version of the outline */
  readonly pins?: readonly Pin[] | null;
}

/** What a kept plan says that decides its picture or what is read against it. Points and places are canvas mm. */
export interface PlanContent extends Cut {
  readonly key: {
    readonly kind: 'absolute' | 'range' | 'curve';
    readonly knots: readonly Knot[];
    readonly darkest: number;
    readonly white: number;
  };
  readonly marks: readonly Mark[];
  readonly pattern: Parting;
  readonly focal: Focal | null;
  readonly departures: readonly Departure[];
  readonly passages: readonly Passage[];
  readonly pins: readonly Pin[];
  readonly drawings: readonly KeptDrawing[];
  /** id of the drawing that governs; null = the masses as they stand */
  readonly governing: string | null;
  readonly tolerance: keyof typeof TOLERANCE_MM;
}

/** A plan the painter has said nothing about. */
export const EMPTY_CONTENT: PlanContent = {
  key: { kind: 'absolute', knots: [], ...PAINT_RANGE },
  masses: 12,
  edits: [],
  marks: [],
  pattern: { split: null, tones: 5, splits: null },
  focal: null,
  departures: [],
  passages: [],
  pins: [],
  drawings: [],
  governing: null,
  tolerance: 'medium',
};

/** The focal area: an ellipse. */
export interface Focal {
  readonly at: Point;
  readonly rx: number;
  readonly ry: number;
}

/** What of a plan its reading needs beside its picture. */
export interface PlanSaid extends Parting {
  readonly passages: readonly Passage[];
  readonly focal: Focal | null;
  /** points on masses that are left loose */
  readonly loose: readonly Point[];
  /** how far a contour may wander before it counts */
  readonly toleranceMm: number;
  /** points on masses whose family the painter named */
  readonly families: readonly { readonly at: Point; readonly family: 'light' | 'shadow' }[];
  /** points on things that rest on something, and on what they rest on */
  readonly rests: readonly { readonly at: Point; readonly on: Point }[];
  /** points on masses that are meant to be even, or to vary */
  readonly variation: readonly { readonly at: Point; readonly is: 'even' | 'varied' }[];
  /** points on masses that belong together, by the group's name */
  readonly groups: readonly { readonly at: Point; readonly group: string }[];
}

/** What the core renders a kept key by. */
export const keyChoiceOf = ({ kind, knots }: Pick<PlanContent['key'], 'kind' | 'knots'>): KeyChoice =>
  kind === 'curve' ? knots : kind;

type Drawn = Pick<PlanContent, 'masses' | 'edits' | 'drawings' | 'governing'>;
const governingOf = ({ drawings, governing }: Pick<Drawn, 'drawings' | 'governing'>) =>
  drawings.find(({ id }) => id === governing);

/** The outline in use: that of the kept version that governs, else the plan's own. */
export function outlineInUse({ masses, edits, ...drawn }: Drawn): Cut {
  const kept = governingOf(drawn);
  return kept && !kept.pins ? { masses: kept.masses, edits: kept.edits } : { masses, edits };
}

/** Where the drawing that governs puts the plan's places; none = where the plan has them. */
export const lieInUse = (drawn: Pick<Drawn, 'drawings' | 'governing'>): readonly Pin[] =>
  governingOf(drawn)?.pins ?? [];

/** What a plan's picture is rendered from before a drawing lays it, where the reference is open. */
export function renderRequest(content: PlanContent, canvas: CanvasSize): RenderRequest {
  const { key, departures } = content;
  const { masses, edits } = outlineInUse(content);
  return {
    canvas,
    key: keyChoiceOf(key),
    paint: { darkest: key.darkest, white: key.white },
    count: masses,
    edits,
    departures: departures.map(({ where, change }) => ({ where, change })),
  };
}

/** What a plan's picture is made from. */
export const planRequest = (
  content: PlanContent,
  { crop, canvas }: { crop: Crop; canvas: CanvasSize },
): PlanRequest => ({ ...renderRequest(content, canvas), crop, pins: content.pins, lie: lieInUse(content) });

/** What a plan says beside its picture. */
export function planSaid({ marks, passages, pattern, focal, tolerance }: PlanContent): PlanSaid {
  return {
    ...pattern,
    passages: passages.map(({ where, label }) => ({ where, label })),
    focal,
    loose: marks.filter(({ loose }) => loose).map(({ at }) => at),
    toleranceMm: TOLERANCE_MM[tolerance],
    families: marks.flatMap(({ at, family }) => (family ? [{ at, family }] : [])),
    rests: marks.flatMap(({ at, on }) => (on ? [{ at, on }] : [])),
    variation: marks.flatMap(({ at, variation }) => (variation ? [{ at, is: variation }] : [])),
    groups: marks.flatMap(({ at, group }) => (group ? [{ at, group }] : [])),
  };
}
