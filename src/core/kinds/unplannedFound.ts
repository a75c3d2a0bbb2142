import { standsOutBy, unplannedIn, type Unplanned } from '../missing';
import { boxOf, halfWidth, pixelsIn } from '../raster';
import { compare } from '../read';
import type { UnplannedFinding } from './finding';
import { homeOf } from './home';
import type { Evidence } from './kind';

/** Steps from which a thing that no plan has is told, surely so. */
export const LEAST_STANDING_OUT = 0.8;

const PLAIN = 2; // steps from which a thing stands out as much as any

function findingFrom({ of, count, place, lengthMm, there }: Unplanned, evidence: Evidence): UnplannedFinding[] {
  const { reading, uncertainty, massOf, ids } = evidence;
  const { aligned } = reading;
  const box = boxOf(place);
  const pixels = pixelsIn(place, aligned);
  const seen = box && compare(aligned, pixels, uncertainty);
  const stands = standsOutBy(aligned, place);
  if (!box || !seen || !stands || stands.steps - halfWidth(stands.doubt) < LEAST_STANDING_OUT) return [];
  const share = pixels.length / (aligned.width * aligned.height);
  return [
    {
      ...{ kind: 'unplanned', massId: homeOf(pixels, massOf, ids), place, region: { box }, share },
      ...{ target: seen.target, painted: seen.painted, difference: seen.difference, uncertainty: seen.uncertainty },
      weight: 2 * Math.min(1, stands.steps / PLAIN) * Math.sqrt(share),
      amount: stands.steps,
      unplanned: { of, count, lengthMm, there, doubt: stands.doubt },
    },
  ];
}

/** What the painting has and the plan has not. */
export const unplannedFound = (evidence: Evidence): UnplannedFinding[] =>
  unplannedIn(evidence.reading.aligned).flatMap((one) => findingFrom(one, evidence));
