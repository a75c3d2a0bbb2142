import type { Numbering } from '../../core/colour';
import type { CanvasSize, Covered, Light, LightMethod, Paint, PhotoFault, QualityWords } from '../../core/photo';
import type { EdgeAcross, EdgeLine, Judging, PlanLine } from '../../core/edges';
import type { InFront } from '../../core/thin';
import type { FindingKind } from '../../core/kinds';
import type { Audit, Crop, PlanRequest, PlanSaid, ValueRange } from '../../core/plan';
import type { UniformChange } from '../../core/change';
import type { Account, Ground, MassReading, Traced } from '../../core/read';
import type { Box, Corners, Place, Point } from '../../core/raster';
import type {
  Covering,
  FoundShot,
  LastFlat,
  LostLight,
  OpenCorrection,
  OwnCard,
  PlanMass,
  SaidFinding,
  Seen,
  SessionKnown,
  SessionReading,
  Shot,
} from '../../core/session';
import type { Taken } from '../images/takenAt';

/** A file on disk with the name the painter knows it by. */
export interface StoredPicture {
  readonly path: string;
  readonly name: string;
}

/** The plan as a worker needs it. */
export interface PlanTask extends PlanRequest, PlanSaid {
  readonly reference: StoredPicture;
  /** how its edges are judged */
  readonly judging: Judging;
  /** pictures of added things, by reference */
  readonly added: readonly { readonly id: string; readonly picture: StoredPicture }[];
  /** the bare surface's colour; null = not known */
  readonly ground: Ground | null;
}

/** What worker threads can be asked to do; each answer beside it. */
export interface Tasks {
  check: { ask: { picture: StoredPicture }; answer: { width: number; height: number; format: string } };
  /** when a photograph was taken, by its own clock */
  taken: { ask: { picture: StoredPicture }; answer: Taken };
  preview: { ask: { picture: StoredPicture; longSide: number }; answer: { jpeg: Uint8Array } };
  /** a part of the canvas with every pixel its source has; corners in the source, px, its lens by its one term */
  closeUp: {
    ask: { source: StoredPicture; shown: StoredPicture; corners: Corners; bend: number; box: Box };
    answer: { jpeg: Uint8Array };
  };
  planned: { ask: { plan: PlanTask }; answer: { jpeg: Uint8Array } };
  masses: {
    /** points (canvas mm) whose masses are wanted */
    ask: { plan: PlanTask; points: readonly Point[] };
    answer: { masses: readonly PlanMass[] };
  };
  /** the plan's edges, each as it is planned */
  edges: { ask: { plan: PlanTask }; answer: { edges: readonly PlanLine[] } };
  /** the reference under its crop at reading size, lossless: what masses are found in */
  base: { ask: Pick<PlanTask, 'reference' | 'crop' | 'canvas'>; answer: { png: Uint8Array } };
  sheet: {
    ask: { plan: PlanTask };
    answer: {
      reference: Uint8Array;
      two: Uint8Array;
      tones: Uint8Array;
      planned: Uint8Array;
      split: number;
      range: ValueRange;
      shares: { dark: number; middle: number; light: number };
    };
  };
  /** a drawing's places; it is cropped where it is no flat; traced null = too little of the plan is in it */
  trace: {
    ask: { plan: PlanTask; drawing: StoredPicture; crop: Crop | null };
    answer: { traced: Traced | null };
  };
  audit: { ask: Pick<PlanTask, 'reference' | 'crop' | 'canvas'>; answer: { audit: Audit } };
  corners: {
    ask: {
      photo: StoredPicture;
      canvas: CanvasSize;
      covered: Covered;
      plan: PlanTask | null;
      card: OwnCard;
    };
    answer: FoundShot;
  };
  read: { ask: { task: ReadTask; corrections: readonly OpenCorrection[] }; answer: ReadAnswer };
  /** the same photographs, but only what single places show */
  see: {
    ask: { task: ReadTask; places: readonly Place[]; kind: FindingKind | null };
    answer: { places: readonly Seen[] };
  };
  /** the edge that a line (canvas mm) crosses; null = nothing can be read there */
  cross: {
    ask: { task: ReadTask; line: readonly [Point, Point] };
    answer: { edge: (EdgeAcross & { readonly blurMm: number | null }) | null };
  };
  /** the bare surface's colour from a flat; place null = all of it is bare */
  ground: { ask: { task: ReadTask; place: Place | null }; answer: { ground: Ground | null } };
  /** the painter's own paints on the card's fields; null = a field without one */
  paints: { ask: { task: ReadTask; rings: Corners }; answer: { paints: readonly (Paint | null)[] } };
  judge: {
    ask: { task: ReadTask; numbering: Numbering };
    answer: {
      method: LightMethod;
      uncertainty: { value: number; warmth: number };
      glareShare: number;
      blurMm: number | null;
      pixelsPerMm: number;
      lines: QualityWords[];
    };
  };
}

type OnDisk<T, K extends keyof T> = Omit<T, K> & { readonly photo: StoredPicture };

/** Everything a reading is made from, with its pictures on disk. */
export interface ReadTask extends Omit<
  SessionKnown,
  'shots' | 'board' | 'before' | 'last' | 'earlier' | 'colourWitness' | 'plan'
> {
  readonly shots: readonly (OnDisk<Shot, 'open'> & { readonly corners: Corners })[];
  readonly board: OnDisk<NonNullable<SessionKnown['board']>, 'open'> | null;
  readonly before: StoredPicture | null;
  readonly earlier: StoredPicture | null;
  readonly colourWitness: { readonly flat: StoredPicture; readonly doubt: number } | null;
  readonly last: (Omit<LastFlat, 'flat'> & { readonly flat: StoredPicture; readonly session: number }) | null;
  /** null = the painting has no reference */
  readonly plan: PlanTask | null;
}

export interface ReadAnswer {
  readonly flatJpeg: Uint8Array;
  /** the first shot squared, its light as photographed */
  readonly squaredJpeg: Uint8Array;
  readonly shots: number;
  /** the radial term, and how far it bent the most bent side (photo px) */
  readonly lens: { readonly bend: number; readonly px: number };
  readonly light: Light;
  readonly glareShare: number;
  readonly glare: Place | null;
  readonly blurMm: number | null;
  readonly quality: readonly PhotoFault[];
  readonly masses: readonly MassReading[];
  /** null = there is no plan */
  readonly account: (Account & InFront & { readonly edges: readonly EdgeLine[] }) | null;
  /** the map of differences as a picture, see differencesPng; null = there is no plan */
  readonly mapPng: Uint8Array | null;
  /** how much of the ground is covered, and where it is bare; null = the ground's colour is not known */
  readonly coverage: Covering | null;
  /** lights that were to be kept and are darker */
  readonly lostLights: readonly LostLight[];
  /** one change over the whole picture since the last session, and the number of that session; null = none */
  readonly change: (UniformChange & { readonly session: number }) | null;
  readonly findings: readonly SaidFinding[];
  /** one for each correction asked about; null where its place cannot be read */
  readonly checks: SessionReading['checks'];
}

export type TaskName = keyof Tasks;
export type Ask<N extends TaskName> = Tasks[N]['ask'];
export type Answer<N extends TaskName> = Promise<Tasks[N]['answer']>;
/** Tells how far a task has come, and what is known by now. */
export type Tell = (doing: string, share: number, part?: Part) => void;

/** What of a reading is known before it ends. */
export interface Part {
  readonly flatJpeg?: Uint8Array;
  readonly mapPng?: Uint8Array;
  readonly masses?: readonly MassReading[];
}

/** Progress in words and as a share 0..1, and what is known by now that was not before. */
export interface Progress {
  readonly doing: string;
  readonly share: number;
  readonly part?: Part;
}
