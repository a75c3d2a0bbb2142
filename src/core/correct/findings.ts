import { withoutCrossing } from './crossing';
import { everyKind, kindOf, type Finding, type Evidence } from '../kinds';

const SAME_PLACE = 0.4; // of the smaller box that lies in the other

function overlap({ region: { box: a } }: Finding, { region: { box: b } }: Finding): number {
  const w = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const h = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return w <= 0 || h <= 0 ? 0 : (w * h) / Math.min(a[2] * a[3], b[2] * b[3]);
}

/**
 * Of two kinds that claim one place the stronger is told: a difference that is mostly strength is chroma, mostly hue
 * temperature.
 */
function leading(found: readonly Finding[]): Finding[] {
  const claim = (one: Finding) => kindOf(one.kind).claim(one);
  return found.filter((one) => {
    const own = claim(one);
    if (own === null) return true;
    const rival = found.find((two) => two.kind !== one.kind && claim(two) !== null && overlap(one, two) > SAME_PLACE);
    // Both are measured against what the plan has where this one lies.
    return !rival || own >= (kindOf(rival.kind).claim({ ...rival, target: one.target }) ?? 0);
  });
}

/** Without what another finding is the reason of. */
const unexplained = (found: readonly Finding[]): Finding[] =>
  found.filter((one) => !found.some((two) => kindOf(two.kind).explains(two, one)));

/** What differs from the plan, heaviest first. None inside its uncertainty. */
export function findingsOf(reading: Evidence['reading'], ground: Omit<Evidence, 'reading'>): Finding[] {
  const evidence = { reading, ...ground };
  const found = withoutCrossing(
    everyKind().flatMap((kind) => kind.find(evidence)),
    evidence,
  );
  return leading(unexplained(found)).sort((a, b) => b.weight - a.weight);
}
