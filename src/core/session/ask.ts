import type { Judging } from '../edges';
import type { Subject, SeenPlace, Sighting } from '../kinds';
import type { CanvasSize, Covered, GreyPatch, LightFrom, Unlike } from '../photo';
import type { PlannedPicture, PlanSaid } from '../plan';
import type { CloseLight, Corners, Picture, Place, Point, Raster } from '../raster';
import type { Ground, Landmark, Uncertainty } from '../read';

/** Opens a picture when it is needed: photographs are large, and few are held at once. */
export type Opens<T> = () => T | Promise<T>;

/** A part of the canvas (mm) that is left out, or read although it was taken for a reflection. */
export interface Area {
  readonly place: Place;
  readonly read: boolean;
}

/** One photograph of the canvas. */
export interface Shot {
  readonly open: Opens<Picture>;
  /** photo px; left out = looked for */
  readonly corners?: Corners;
  readonly covered?: Covered;
  readonly greys: readonly GreyPatch[];
  /** centres of the printed card's rings, photo px; null = there is none */
  readonly card: Corners | null;
  readonly areas: readonly Area[];
}

/** What is photographed, and what is known of its light. */
export interface LightAsk {
  readonly canvas: CanvasSize;
  /** at least one; the first is the one the reading belongs to */
  readonly shots: readonly Shot[];
  /** a plain white board in the canvas's place; corners null = where the canvas's are */
  readonly board: { readonly open: Opens<Picture>; readonly corners: Corners | null } | null;
  /** the last session's flat at reading size, its light taken out */
  readonly before: Opens<Raster> | null;
  /** the last session's flat where it was known how strong its colours are, and one sigma of that share */
  readonly colourWitness: { readonly flat: Opens<Raster>; readonly doubt: number } | null;
  /** the bare surface, and where it is meant to stay bare (canvas mm); null = not known */
  readonly ground: { readonly colour: Ground; readonly keep: readonly Place[] } | null;
  readonly lightFrom: LightFrom;
  /** in what the first shot is unlike the photograph before it, as was told about lamp, room and paint */
  readonly unlike: readonly Unlike[];
}

/** The last session's flat where its light was known by itself: by it a change over the whole picture is told. */
export interface LastFlat {
  readonly flat: Opens<Raster>;
  readonly uncertainty: Uncertainty;
  readonly notRead: Place | null;
}

/** The plan as a reading needs it: its picture at reading size, and what it says. */
export interface SessionPlan {
  readonly picture: PlannedPicture;
  readonly said: PlanSaid;
  /** the plan as closely as its reference has pixels */
  readonly close: Opens<CloseLight>;
  /** how its edges are judged */
  readonly judging: Judging;
}

/** A correction on the list: its place, what it is about, and how it stood when it was taken. */
export interface OpenCorrection extends Subject {
  readonly place: Place;
  readonly difference: number;
  readonly uncertainty: number;
  /** as the last session showed it against this plan; null = not known */
  readonly last: Sighting | null;
}

/** Photographs, plan, and what is known of the session before. */
export interface SessionKnown extends LightAsk {
  /** null = there is nothing to compare with */
  readonly plan: SessionPlan | null;
  readonly last: LastFlat | null;
  /** the last session's flat at reading size, whatever its light: what was not touched since is known by it */
  readonly earlier: Opens<Raster> | null;
  /** points shown on plan and painting */
  readonly landmarks: readonly Landmark[];
  /** read it although its shapes are not the plan's: the painter says it is this painting, and its corners are right */
  readonly insist: boolean;
}

/** Everything a reading follows from: the same ask gives the same reading. */
export interface SessionAsk extends SessionKnown {
  /** what was taken in earlier sessions */
  readonly corrections: readonly OpenCorrection[];
  /** single places asked about (canvas mm) */
  readonly places: readonly Place[];
  /** lines (canvas mm) across edges that are asked about */
  readonly lines: readonly (readonly [Point, Point])[];
}

/** null = nothing of it can be read */
export type Seen = SeenPlace | null;

/** An ask about some photographs of which nothing else is known. */
export const askOf = (canvas: CanvasSize, shots: readonly Shot[]): SessionAsk => ({
  canvas,
  shots,
  board: null,
  before: null,
  colourWitness: null,
  ground: null,
  lightFrom: 'auto',
  unlike: [],
  plan: null,
  last: null,
  earlier: null,
  landmarks: [],
  insist: false,
  corrections: [],
  places: [],
  lines: [],
});
