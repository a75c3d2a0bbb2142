import { repaintedBetween } from '../../src/core/change';
import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import type { Mistake, Sheet } from '../../src/demo/studio/scene';
import type { Flat } from '../../src/core/photo';
import { pixelsIn, placeOfBox, type Box } from '../../src/core/raster';
import { askOf, flatOf } from '../../src/core/session';
import { inFrame } from './findings';
import { paintMotif, plainPlan, shoot, shotOf, type Motif } from './easel';

/** What is told between two photographs of what was painted over. */
export interface RepaintedCase {
  /** of what was painted over and what is told, together: the share that is both */
  readonly overlap: number;
  /** of what was not painted over, the share that is told */
  readonly untouchedTold: number;
  readonly areas: number;
}

/** Two passages wrong by half a step or six units and more, put right between the photographs. */
function wrongPassages({ widthMm, heightMm }: Motif, seed: number): { box: Box; mistake: Mistake }[] {
  const random = chance(seed * 577 + 3);
  const between = (low: number, high: number) => low + (high - low) * random();
  return [0, 1].map((k) => {
    const [w, h] = [widthMm * between(0.12, 0.3), heightMm * between(0.15, 0.35)];
    // One in each half, so that they lie apart.
    const box: Box = [k * 0.5 * widthMm + random() * (0.5 * widthMm - w), random() * (heightMm - h), w, h];
    const sign = random() < 0.5 ? -1 : 1;
    const where = { box };
    const mistake =
      random() < 0.7 ? { where, mixed: sign * between(0.5, 1.2) } : { where, warmer: sign * between(7, 13) };
    return { box, mistake };
  });
}

/** What is told between two flats. @param boxes mm, that were painted over */
function toldBetween(before: Flat, now: Flat, boxes: readonly Box[]): RepaintedCase {
  const { width, height } = now.small;
  const grid = { width, height, mmPerPixel: now.canvas.widthMm / width };
  const mask = now.mask.map((unread, i) => (unread || before.mask[i] ? 1 : 0));
  const { areas } = repaintedBetween({ now: now.small, before: before.small, mask }, grid);
  const [told, truth] = [new Uint8Array(mask.length), new Uint8Array(mask.length)];
  for (const { pixels } of areas) for (const i of pixels) told[i] = 1;
  for (const box of boxes) for (const i of pixelsIn(placeOfBox(box), grid)) truth[i] = 1;
  let [both, either, untouched, falsely] = [0, 0, 0, 0];
  for (let i = 0; i < mask.length; i++) {
    if (mask[i]) continue;
    if (truth[i] && told[i]) both++;
    if (truth[i] || told[i]) either++;
    if (!truth[i]) untouched++;
    if (!truth[i] && told[i]) falsely++;
  }
  return { overlap: either === 0 ? 1 : both / either, untouchedTold: falsely / untouched, areas: areas.length };
}

/**
 * Two passages are put right between two photographs; and the painting put right, photographed twice.
 * @param before how the first photograph is taken @param now the second, by which nothing else is as it was
 */
export async function repaintedCase(
  motif: Motif,
  { seed, before, now }: { seed: number; before: Setup; now: Setup },
): Promise<{ painted: RepaintedCase; still: RepaintedCase }> {
  const plan = await plainPlan(motif);
  const wrong = wrongPassages(motif, seed);
  const canvas = { widthMm: motif.widthMm, heightMm: motif.heightMm };
  const [first, second] = [wrong.map(({ mistake }) => mistake), []].map((mistakes) =>
    paintMotif(motif, { mistakes }, seed),
  );
  const flatAs = async (sheet: Sheet, setup: Setup) => {
    const shot = await shoot(sheet, motif, setup);
    return flatOf(askOf(canvas, [shotOf(shot, inFrame(shot))]), plan);
  };
  const after = await flatAs(second, now);
  const boxes = wrong.map(({ box }) => box);
  return {
    painted: toldBetween(await flatAs(first, before), after, boxes),
    still: toldBetween(await flatAs(second, before), after, []),
  };
}
