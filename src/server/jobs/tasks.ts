import type { Finding } from '../../core/correct';
import type { CanvasSize, Covered, GreyPatch, Light, LightFrom, LightMethod, QualityWords } from '../../core/photo';
import type { Audit, Passage, PassageLabel, PlanRequest, ValueRange } from '../../core/plan';
import type { Account, Comparison, Ground, Landmark, MassReading, Measured, Shift } from '../../core/read';
import type { Place, Corners, Point } from '../../core/raster';
import type { Taken } from '../images/takenAt';

/** A file on disk with the name the painter knows it by. */
export interface StoredPicture {
  readonly path: string;
  readonly name: string;
}

/** The plan as a worker needs it. */
export interface PlanTask extends PlanRequest {
  readonly reference: StoredPicture;
  /** pictures of added things, by reference */
  readonly added: readonly { readonly id: string; readonly picture: StoredPicture }[];
  /** the bare surface's colour; null = not known */
  readonly ground: Ground | null;
  readonly passages: readonly Passage[];
  readonly focal: { readonly at: Point; readonly rx: number; readonly ry: number } | null;
  /** points on masses that are left loose */
  readonly loose: readonly Point[];
  readonly toleranceMm: number;
  /** value that parts light from shadow; null = found */
  readonly split: number | null;
  /** tones of the plan's pattern, and where they part; null = found */
  readonly tones: number;
  readonly splits: readonly number[] | null;
  /** points on masses whose family the painter named */
  readonly families: readonly { readonly at: Point; readonly family: 'light' | 'shadow' }[];
  /** points on things that rest on something, and on what they rest on */
  readonly rests: readonly { readonly at: Point; readonly on: Point }[];
  /** points on masses that are meant to be even, or to vary */
  readonly variation: readonly { readonly at: Point; readonly is: 'even' | 'varied' }[];
  /** points on masses that belong together, by the group's name */
  readonly groups: readonly { readonly at: Point; readonly group: string }[];
}

/** What worker threads can be asked to do; each answer beside it. */
export interface Tasks {
  check: { ask: { picture: StoredPicture }; answer: { width: number; height: number; format: string } };
  /** when a photograph was taken, by its own clock */
  taken: { ask: { picture: StoredPicture }; answer: Taken };
  preview: { ask: { picture: StoredPicture; longSide: number }; answer: { jpeg: Uint8Array } };
  planned: { ask: { plan: PlanTask }; answer: { jpeg: Uint8Array } };
  masses: {
    /** points (canvas mm) whose masses are wanted */
    ask: { plan: PlanTask; points: readonly Point[] };
    answer: {
      masses: {
        id: number;
        place: Place;
        share: number;
        centre: [number, number];
        at: Point;
        target: Measured;
        family: 'light' | 'shadow';
        /** which of the points lie on it, in their order */
        points: number[];
      }[];
    };
  };
  /** the reference under its crop at reading size, lossless: what masses are found in */
  base: { ask: Pick<PlanTask, 'reference' | 'crop' | 'canvas'>; answer: { png: Uint8Array } };
  sheet: {
    ask: { plan: PlanTask; tones: number; splits: readonly number[] | null };
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
  audit: { ask: Pick<PlanTask, 'reference' | 'crop' | 'canvas'>; answer: { audit: Audit } };
  corners: {
    ask: {
      photo: StoredPicture;
      canvas: CanvasSize;
      covered: Covered;
      plan: PlanTask | null;
      cardValues: readonly number[] | null;
    };
    answer: {
      found: { corners: Corners; confidence: number; sure: boolean } | null;
      /** the printed card, its greys with their values */
      card: { rings: Corners; greys: readonly GreyPatch[] } | null;
    };
  };
  read: {
    ask: {
      /** photographs of the canvas, the first is the one the reading belongs to */
      shots: readonly Shot[];
      /** a plain white board in the canvas's place; corners null = where the canvas's are */
      board: { photo: StoredPicture; corners: Corners | null } | null;
      /** the last session's flat, its light taken out */
      before: StoredPicture | null;
      /** the last session's flat where its light was known by itself, to tell a change over the whole picture by */
      last: LastFlat | null;
      /** the bare surface's colour, and where it may stay bare (canvas mm); null = not known */
      ground: { colour: Ground; keep: readonly Place[] } | null;
      lightFrom: LightFrom;
      /** factors on what the light leaves uncertain, for what was told about lamp and paint */
      doubt: { value: number; warmth: number };
      canvas: CanvasSize;
      /** null = the painting has no reference */
      plan: PlanTask | null;
      places: readonly Place[];
      /** points shown on plan and painting */
      landmarks: readonly Landmark[];
    };
    answer: ReadAnswer;
  };
  /** the same photographs, but only what single places show */
  see: { ask: Tasks['read']['ask']; answer: { places: readonly SeenPlace[] } };
  /** the bare surface's colour from a flat; place null = all of it is bare */
  ground: { ask: Tasks['read']['ask'] & { place: Place | null }; answer: { ground: Ground | null } };
  judge: {
    ask: Tasks['read']['ask'];
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

/** An earlier flat, and how far it is to be trusted. */
export interface LastFlat {
  readonly flat: StoredPicture;
  readonly session: number;
  readonly uncertainty: { readonly value: number; readonly warmth: number };
  readonly notRead: Place | null;
}

/** One photograph of the canvas, ready to be read. */
export interface Shot {
  readonly photo: StoredPicture;
  readonly corners: Corners;
  readonly greys: readonly GreyPatch[];
  readonly card: Corners | null;
  readonly covered: Covered;
  /** canvas mm: left out, or read although taken for a reflection */
  readonly areas: readonly { readonly place: Place; readonly read: boolean }[];
}

/** What one place shows: its paint, its drawing beyond the whole's, and the whole drawing's distance; null = cannot be told. */
export type SeenPlace = { readonly paint: Comparison; readonly shift: Shift | null; readonly wholeMm: number } | null;

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
  readonly quality: readonly QualityWords[];
  readonly masses: readonly MassReading[];
  /** null = there is no plan */
  readonly account: Account | null;
  /** the map of differences as a picture, see differencesPng; null = there is no plan */
  readonly mapPng: Uint8Array | null;
  /** how much of the ground is covered, and where it is bare; null = the ground's colour is not known */
  readonly coverage: { readonly covered: number; readonly alike: number; readonly bare: Place | null } | null;
  /** reserved lights that are darker than planned: a point on each (canvas mm), and by how many steps (negative) */
  readonly lostLights: readonly { readonly at: Point; readonly steps: number }[];
  /** one change over the whole picture since the last session, in words; null = none */
  readonly change: string | null;
  readonly findings: readonly (Finding & { readonly passage: PassageLabel | null })[];
  /** one for each place asked about; null where it cannot be read */
  readonly places: readonly SeenPlace[];
}

export type TaskName = keyof Tasks;
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
