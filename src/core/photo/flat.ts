import type { Rivalry } from './rivals';
import { lightnessFromLuminance, linearFromLab, luminanceFromValue } from '../colour';
import {
  channelsOf,
  type CloseLight,
  homographyBetween,
  isConvexClockwise,
  makeRaster,
  rectangle,
  type Corners,
  type Lens,
  type Picture,
  type Raster,
  shrinkRaster,
} from '../raster';
import { boardField } from './board';
import { cardScale } from './card';
import {
  isCovered,
  UNCOVERED,
  visibleBox,
  visiblePart,
  visibleSize,
  wholeCorners,
  type CanvasSize,
  type Covered,
} from './covered';
import { opponentPlanes } from './edgeField';
import { CORNERS_SURE, findCanvas, tiltDegrees } from './findCanvas';
import { closeFlat } from './closeFlat';
import { coloursOf } from './colours';
import { findGlare, type GlareMask } from './glare';
import { glareIn, leaveCovered, leaveOutside } from './hidden';
import { lensFrom } from './lens';
import { makeLook, type Look } from './likeness';
import { lightOf, type Light } from './light';
import type { LightEvidence } from './lightUnder';
import { withoutMarked } from './lightCells';
import { parted, readPatch, steadied, type GreyPatch } from './patches';
import { blownShare, grainOf, judgePhoto, type PhotoQuality } from './quality';
import { blurOnSides } from './sides';
import { CornersRefused, straighten } from './straighten';

/** Long side of the flat, px; measurement.md, chapter 0. */
export const FLAT_PX = 1600;
/** The reading looks at the flat shrunk by this factor: half a millimetre a pixel on a 400 mm canvas. */
export const READING_SHRINK = 2;

/**
 * The painting cut out of the photo: squared, with the light taken out, and everything known about how far to trust it.
 */
export interface Flat {
  /** the flat at reading size; the mask belongs to this size */
  readonly small: Raster;
  /** the flat at its full working size, made when it is asked for: readings do not need it */
  readonly picture: () => Raster;
  /** the same with its light as photographed; of several shots the first's */
  readonly squared: () => Raster;
  /** the photo as closely as it has pixels, its light taken out; of several shots the surest */
  readonly close: () => CloseLight;
  /** 1 = not read closely: the mask of the shot that is; reading size */
  readonly closeMask: GlareMask;
  readonly mask: GlareMask;
  /**
   * of the mask, what is not there to be read: under a frame, beyond the photo's border, left out by hand; the rest is
   * glare
   */
  readonly hidden: Uint8Array;
  readonly canvas: CanvasSize;
  /** of the rectangle that is seen, photo px */
  readonly corners: Corners;
  /** of the whole canvas, photo px: the same unless a frame or tape covers its edges */
  readonly whole: Corners;
  /** what bent the photo's straight lines; taken out */
  readonly lens: Lens;
  readonly cornersFrom: 'found' | 'given';
  /** 0..1 that the corners are right; 1 when given */
  readonly confidence: number;
  readonly light: Light;
  /** how far other explanations of the light would have put each place */
  readonly rivalry: Rivalry;
  /** by how much everything is less sure than so, as was told of lamp, room, hour and paint; left out = as it is */
  readonly wider?: { readonly value: number; readonly warmth: number };
  readonly glareShare: number;
  /** the photo's own blur as 10-90 % rise, mm on the canvas; NaN = could not be measured */
  readonly blurMm: number;
  readonly quality: PhotoQuality;
}

/** No canvas was found surely enough; the painter must show the corners. */
export class CanvasNotFound extends Error {
  override name = 'CanvasNotFound';
}

/** Munsell value and CIELAB a*, b* of a surface. */
export interface SurfaceColour {
  readonly value: number;
  readonly a: number;
  readonly b: number;
}

/** auto: from whatever is known best; last-session: the plan is not asked; as-photographed: nothing is taken out */
export const LIGHT_FROM = ['auto', 'last-session', 'as-photographed'] as const;
export type LightFrom = (typeof LIGHT_FROM)[number];

export interface FlatRequest {
  readonly canvas: CanvasSize;
  readonly corners?: Corners;
  /** what a frame or tape hides: corners are then those of the rectangle that is seen */
  readonly covered?: Covered;
  readonly greys?: readonly GreyPatch[];
  /** centres of the printed card's rings, photo px, where it was found */
  readonly card?: Corners | null;
  /** the plan at reading size (any will do); null = nothing to compare with */
  readonly plan: Raster | null;
  /** 1 = here the plan departs from the reference, so it says nothing about the light; the plan's size */
  readonly departed?: Uint8Array;
  /**
   * a photograph of a plain white board in the canvas's place, same camera, same light; its corners where it was moved
   */
  readonly board?: { readonly photo: Picture; readonly corners?: Corners } | null;
  /** the last session's flat at reading size, its light taken out */
  readonly before?: Raster | null;
  /** the last session's flat where it was known how strong its colours are, and one sigma of that share */
  readonly colourWitness?: LightEvidence['colourWitness'];
  /** the bare surface's colour, where it is known */
  readonly ground?: SurfaceColour | null;
  readonly lightFrom?: LightFrom;
  /** accept corners however unsure: for showing them to the painter, never for a reading unasked */
  readonly acceptUnsure?: boolean;
}

/**
 * Size of the flat in px for a canvas: {@link FLAT_PX} on its long side, both sides even so that it shrinks exactly.
 */
export function flatSize({ widthMm, heightMm }: CanvasSize): { width: number; height: number } {
  const scale = FLAT_PX / Math.max(widthMm, heightMm);
  const even = (mm: number) => Math.max(READING_SHRINK * 4, READING_SHRINK * Math.round((mm * scale) / READING_SHRINK));
  return { width: even(widthMm), height: even(heightMm) };
}

/** What the canvas is recognised by in the photo. */
export function lookOf(plan: Raster): Look {
  const factor = Math.max(1, Math.floor(Math.max(plan.width, plan.height) / 200));
  return makeLook(opponentPlanes(shrinkRaster(plan, factor)));
}

function locate(photo: Picture, request: FlatRequest) {
  const { canvas, corners, covered = UNCOVERED } = request;
  if (corners) {
    if (!isConvexClockwise(corners)) throw new CornersRefused('The corners cross or run the wrong way round.');
    const { lens } = lensFrom(photo, corners);
    return { corners, lens, confidence: 1, cornersFrom: 'given' as const, risePx: blurOnSides(photo, corners) };
  }
  const { widthMm, heightMm } = visibleSize(canvas, covered);
  const found = findCanvas(photo, {
    proportion: widthMm / heightMm,
    framed: isCovered(covered),
    look: request.plan ? lookOf(visiblePart(request.plan, canvas, covered)) : undefined,
  });
  if (!found || (found.confidence < CORNERS_SURE && !request.acceptUnsure)) {
    throw new CanvasNotFound(
      found ? `sure to only ${Math.round(found.confidence * 100)} %` : 'no four straight sides of these proportions',
    );
  }
  return { ...found, cornersFrom: 'found' as const };
}

/**
 * From photo to flat: corners, squaring, light, glare, quality (measurement.md, chapter 1).
 * @throws CornersRefused for corners no camera could see; CanvasNotFound when they are left out and cannot be found
 * surely
 */
export function flatFromPhoto(photo: Picture, request: FlatRequest): Flat {
  const place = locate(photo, request);
  const { lens } = place;
  const { covered = UNCOVERED, canvas } = request;
  const full = flatSize(canvas);
  const size = { width: full.width / READING_SHRINK, height: full.height / READING_SHRINK };
  const whole = wholeCorners(place.corners, canvas, covered);
  const toPhoto = whole && homographyBetween(rectangle(1, 1), whole);
  const fromPhoto = whole && homographyBetween(whole, rectangle(1, 1));
  if (!toPhoto || !fromPhoto) throw new CornersRefused('Three of the four corners lie on one line.');
  const squared = straighten(photo, whole, size, lens);
  const seen = (request.greys ?? []).map((grey) => readPatch(photo, grey)).filter((p) => p !== null);
  const { tones, colours } = parted(steadied(seen));
  const { board, plan } = request;
  const { relight, light, rivalry } = lightOf(squared, {
    patches: tones,
    colours,
    toPhoto,
    fromPhoto,
    plan:
      request.lightFrom === 'last-session'
        ? null
        : plan && request.departed
          ? withoutMarked(plan, request.departed)
          : plan,
    before: request.before,
    colourWitness: request.colourWitness,
    ground: request.ground && evenSheet(request.ground),
    board: board && boardField(straighten(board.photo, board.corners ?? whole, size)),
    leave: request.lightFrom === 'as-photographed',
  });
  const small = relight(squared);
  const fits = plan && plan.width === small.width && plan.height === small.height;
  const mask = fits
    ? findGlare(squared, coloursOf(small).value, coloursOf(plan).value)
    : new Uint8Array(small.r.length);
  const hidden = new Uint8Array(mask.length);
  leaveCovered(
    hidden,
    size,
    visibleBox(canvas, covered).map((mm) => mm / canvas.widthMm),
  );
  const outsideShare = leaveOutside(hidden, size, { toPhoto, photo });
  const glareShare = glareIn(mask, hidden);
  hidden.forEach((gone, i) => gone && (mask[i] = 1));
  let straight: Raster | null = null;
  const squaredWhole = () => (straight ??= straighten(photo, whole, full, lens));
  return {
    small,
    picture: () => relight(squaredWhole()),
    squared: squaredWhole,
    close: () => closeFlat({ photo, whole, lens, canvas, squared, lit: small }),
    closeMask: mask,
    mask,
    hidden,
    canvas,
    light,
    rivalry,
    whole,
    ...place,
    ...qualityOf(photo, { ...place, whole, glareShare, outsideShare, light, request }),
  };
}

/** A sheet of one colour, as small as the light's fit can use. */
function evenSheet({ value, a, b }: SurfaceColour): Raster {
  const sheet = makeRaster(24, 18);
  const light = linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value)), a, b });
  channelsOf(sheet).forEach((channel, c) => channel.fill(light[c]));
  return sheet;
}

function qualityOf(
  photo: Picture,
  facts: {
    corners: Corners;
    whole: Corners;
    risePx: number;
    glareShare: number;
    outsideShare: number;
    light: Light;
    request: FlatRequest;
  },
) {
  const { corners, whole, risePx, glareShare, outsideShare, light, request } = facts;
  const { widthMm, heightMm } = visibleSize(request.canvas, request.covered ?? UNCOVERED);
  const [tl, tr] = corners;
  const pixelsPerMm = Math.hypot(tr[0] - tl[0], tr[1] - tl[1]) / widthMm;
  const xs = corners.map((c) => c[0]);
  const ys = corners.map((c) => c[1]);
  const box = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
  ] as const;
  const blurMm = risePx / pixelsPerMm;
  const quality = judgePhoto({
    light,
    glareShare,
    outsideShare,
    blurMm,
    pixelsPerMm,
    tiltDegrees: tiltDegrees(corners, widthMm / heightMm),
    clippedShare: blownShare(photo, box),
    noise: grainOf(photo, box),
    saidShare: request.card ? cardScale(request.card, whole, request.canvas) : 1,
    canvas: request.canvas,
  });
  return { glareShare, blurMm, quality };
}
