import { missingIn, type Missing } from '../missing';
import { boxOf, pixelsIn } from '../raster';
import { compare } from '../read';
import type { MissingFinding } from './finding';
import { homeOf } from './home';
import type { Evidence } from './kind';

/** Share of what a thing stands out by that must be gone for it to be missing. */
export const LEAST_GONE = 0.7;

const HALF = 0.5;
const PLAIN = 2; // steps from which a thing stands out as much as any

function findingFrom(
  { of, count, place, lengthMm, planned, there, doubt }: Missing,
  evidence: Evidence,
): MissingFinding[] {
  const { reading, uncertainty, massOf, ids, repainted } = evidence;
  const { aligned } = reading;
  const box = boxOf(place);
  const pixels = pixelsIn(place, aligned);
  const seen = box && compare(aligned, pixels, uncertainty);
  if (!box || !seen) return [];
  // Where the painter wants other paint than the reference has, it is paint that differs.
  if (repainted && pixels.filter((i) => repainted[i]).length > HALF * pixels.length) return [];
  const share = pixels.length / (aligned.width * aligned.height);
  return [
    {
      ...{ kind: 'missing', massId: homeOf(pixels, massOf, ids), place, region: { box }, share },
      ...{ target: seen.target, painted: seen.painted, difference: seen.difference, uncertainty: seen.uncertainty },
      weight: 2 * Math.min(1, planned / PLAIN) * Math.sqrt(share),
      amount: there - 1,
      missing: { of, count, lengthMm, planned, doubt },
    },
  ];
}

/** What the plan has and the painting has not. */
export const missingFound = (evidence: Evidence): MissingFinding[] =>
  missingIn(evidence.reading.aligned).flatMap((one) => findingFrom(one, evidence));
