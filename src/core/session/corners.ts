import {
  CORNERS_SURE,
  findCanvas,
  findCard,
  isCovered,
  lookOf,
  UNCOVERED,
  visiblePart,
  visibleSize,
  type CanvasSize,
  type Covered,
  type GreyPatch,
} from '../photo';
import type { Corners, Picture, Raster } from '../raster';

/** What is found in a photograph before it is read. */
export interface FoundShot {
  readonly found: { readonly corners: Corners; readonly confidence: number; readonly sure: boolean } | null;
  /** the printed card's rings, and its greys with their values */
  readonly card: { readonly rings: Corners; readonly greys: readonly GreyPatch[] } | null;
}

const OWN_DOUBT = 0.05; // steps a value the painter has measured may be off

/**
 * The printed card in a photograph.
 * @param values of its greys where the painter has measured them; null = as it is printed
 */
export function cardIn(photo: Picture, values: readonly number[] | null = null): FoundShot['card'] {
  const card = findCard(photo);
  if (!card || !values) return card;
  return {
    rings: card.rings,
    greys: card.greys.map((grey, k) => ({ ...grey, value: values[k], doubt: OWN_DOUBT })),
  };
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
    cardValues,
  }: { canvas: CanvasSize; covered?: Covered; plan: Raster | null; cardValues: readonly number[] | null },
): FoundShot {
  const look = plan ? lookOf(visiblePart(plan, canvas, covered)) : undefined;
  const { widthMm, heightMm } = visibleSize(canvas, covered);
  const found = findCanvas(photo, { proportion: widthMm / heightMm, look, framed: isCovered(covered) });
  return {
    card: cardIn(photo, cardValues),
    found: found && {
      corners: found.corners,
      confidence: found.confidence,
      sure: found.confidence >= CORNERS_SURE,
    },
  };
}
