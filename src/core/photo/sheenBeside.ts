import type { Raster } from '../raster';
import type { Bend } from './bend';
import { LEAST_TOLD, lightUnder, underVeil, type LightEvidence } from './lightUnder';
import type { SeenPatch } from './patches';
import { isVeiled } from './veil';
import { explained, NO_RIVALRY, rivalryOf, type Rivalry } from './rivals';

const SHEENS = [0.015, 0.03]; // reflectance: what varnish and wet paint throw back of a lamp
const WORTH_BESIDE = 0.01; // of the canvas that must agree more with the plan

/** A patch under a sheen is as light as a lighter one. */
const under = (patch: SeenPatch, sheen: number): SeenPatch => ({
  ...patch,
  known: patch.known.map((light) => light + sheen) as [number, number, number],
});

const evidenceUnder = (evidence: LightEvidence, sheen: number): LightEvidence => ({
  ...evidence,
  patches: evidence.patches.map((one) => under(one, sheen)),
  colours: evidence.colours?.map((one) => under(one, sheen)),
});

/**
 * A lamp's reflection does not end at the canvas's edge: where one is seen on the canvas and the plan agrees clearly
 * better if it lies over the card, too, the patches are taken to be under it. Else the card's dark patch, lifted by it,
 * would take as much light from every dark on the canvas. Over the card alone it could as well be darks that were all
 * painted too dark: that is left, and doubted.
 */
export function sheenBeside(
  small: Raster,
  evidence: LightEvidence,
  { curve, held }: { curve: Bend; held: boolean },
): { evidence: LightEvidence; rivalry: Rivalry } {
  if (!evidence.plan || !held) return { evidence, rivalry: NO_RIVALRY };
  const tried = [0, ...SHEENS].map((sheen) => {
    const asLit = sheen === 0 ? evidence : evidenceUnder(evidence, sheen);
    const lit = underVeil(lightUnder(small, asLit, curve), asLit);
    return { asLit, explanation: explained(lit, sheen === 0 ? 0 : WORTH_BESIDE) };
  });
  const [plain, ...sheens] = tried;
  const best = sheens
    .filter(({ explanation }) => isVeiled(explanation.veil))
    .reduce((one, two) => (two.explanation.worth > one.explanation.worth ? two : one), plain);
  if (best.explanation.fit.agreement < LEAST_TOLD) return { evidence, rivalry: NO_RIVALRY };
  const others = tried.filter((one) => one !== best).map(({ explanation }) => explanation);
  return { evidence: best.asLit, rivalry: rivalryOf(best.explanation, others) };
}
