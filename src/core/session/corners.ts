import {
  CORNERS_SURE,
  findCanvas,
  findCard,
  isCovered,
  lookOf,
  showsPaint,
  UNCOVERED,
  visiblePart,
  visibleSize,
  type CanvasSize,
  type Covered,
  type GreyPatch,
  type Paint,
} from '../photo';
import type { Corners, Picture, Raster } from '../raster';

/** What is found in a photograph before it is read. */
export interface FoundShot {
  readonly found: { readonly corners: Corners; readonly confidence: number; readonly sure: boolean } | null;
  /** the printed card's rings, and its greys with their values */
  readonly card: { readonly rings: Corners; readonly greys: readonly GreyPatch[] } | null;
}

const OWN_DOUBT = 0.05; // steps a value the painter has measured may be off

/** What the painter has measured of the card; null = as it is printed, a field without a known paint. */
export interface OwnCard {
  /** of its greys, lightest first */
  readonly values: readonly number[] | null;
  /** of its fields, from the left */
  readonly paints: readonly (Paint | null)[] | null;
}
const PRINTED: OwnCard = { values: null, paints: null };

/** The printed card in a photograph, with what the painter knows of its own. */
export function cardIn(photo: Picture, { values, paints }: OwnCard = PRINTED): FoundShot['card'] {
  const card = findCard(photo);
  if (!card) return null;
  const greys = values ? card.greys.map((grey, k) => ({ ...grey, value: values[k], doubt: OWN_DOUBT })) : card.greys;
  const known = card.fields.flatMap((box, k) => {
    const paint = paints?.[k];
    return paint && showsPaint(photo, box, { paint, greys }) ? [{ box, ...paint }] : [];
  });
  return { rings: card.rings, greys: [...greys, ...known] };
}

/**
 * Looks for the canvas and the printed card.
 * @param plan what the canvas is recognised by, at any size; null = by its shape alone
 */
export function lookFor(
  photo: Picture,
  {
    canvas,
    covered = UNCOVERED,
    plan,
    card,
  }: { canvas: CanvasSize; covered?: Covered; plan: Raster | null; card?: OwnCard },
): FoundShot {
  const look = plan ? lookOf(visiblePart(plan, canvas, covered)) : undefined;
  const { widthMm, heightMm } = visibleSize(canvas, covered);
  const found = findCanvas(photo, { proportion: widthMm / heightMm, look, framed: isCovered(covered) });
  return {
    card: cardIn(photo, card),
    found: found && {
      corners: found.corners,
      confidence: found.confidence,
      sure: found.confidence >= CORNERS_SURE,
    },
  };
}
