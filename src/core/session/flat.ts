import { combineFlats, doubtOfUnlike, flatFromPhoto, widened, type Flat } from '../photo';
import { pixelsIn, placeOfPixels, type Grid, type Place } from '../raster';
import type { Area, LightAsk, SessionPlan } from './ask';

/** A reading's grid: pixels of its reading size. */
export const gridOf = ({ small: { width, height }, canvas }: Pick<Flat, 'small' | 'canvas'>): Grid => ({
  width,
  height,
  mmPerPixel: canvas.widthMm / width,
});

/** Marked pixels of a flat as a place; null = there are none. */
export const shapeOf = (pixels: Uint8Array, flat: Flat): Place | null =>
  pixels.includes(1) ? placeOfPixels(pixels, gridOf(flat)) : null;

/** What the painter leaves out is read by nothing; what is read all the same is, though it shines. */
function leaveOut(flat: Flat, areas: readonly Area[]): void {
  const grid = gridOf(flat);
  for (const { place, read } of areas)
    for (const i of pixelsIn(place, grid)) flat.mask[i] = flat.hidden[i] = read ? 0 : 1;
}

/** What was told about lamp and paint makes the reading claim less. */
function doubted(flat: Flat, unlike: LightAsk['unlike']): Flat {
  const { uncertainty } = flat.light;
  const wider = doubtOfUnlike(unlike);
  const faults = [...flat.quality.faults, ...unlike.map((what) => ({ code: 'unlike', what }) as const)];
  return {
    ...flat,
    wider,
    light: {
      ...flat.light,
      uncertainty: { value: uncertainty.value * wider.value, warmth: uncertainty.warmth * wider.warmth },
    },
    rivalry: widened(flat.rivalry, wider),
    quality: { ...flat.quality, faults },
  };
}

/**
 * Every shot of a session as one flat, under what is known of the light.
 * @param onShot told before each shot is opened
 * @throws CornersRefused, CanvasNotFound; whatever opening a picture throws
 */
export async function flatOf(
  ask: LightAsk,
  plan: SessionPlan | null,
  onShot: (index: number) => unknown = () => undefined,
): Promise<Flat> {
  const { canvas, shots, board, ground, lightFrom, colourWitness } = ask;
  const known = {
    canvas,
    lightFrom,
    plan: plan?.picture.picture ?? null,
    departed: plan?.picture.departed,
    before: ask.before && (await ask.before()),
    colourWitness: colourWitness && { flat: await colourWitness.flat(), doubt: colourWitness.doubt },
    board: board && { photo: await board.open(), corners: board.corners ?? undefined },
    ground: ground?.colour,
  };
  const flats: Flat[] = [];
  for (const [index, { open, corners, covered, greys, card, areas }] of shots.entries()) {
    await onShot(index);
    const flat = flatFromPhoto(await open(), { ...known, corners, covered, greys, card });
    leaveOut(flat, areas);
    flats.push(flat);
  }
  return doubted(combineFlats(flats), ask.unlike);
}
