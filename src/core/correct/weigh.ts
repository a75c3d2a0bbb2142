import type { Point } from '../raster';
import { FINDING_KINDS, kindOf, type Finding, type FindingKind } from '../kinds';

/** What a stage of an approach calls for: kinds that are loud, and how many times the usual difference raises one. */
export interface Calls {
  readonly loud: readonly FindingKind[];
  readonly coarse: number;
}

/** Whether a stage calls for a finding; without a stage every one is loud. */
export function isLoud(finding: Pick<Finding, 'kind' | 'amount' | 'share'>, stage: Calls | null): boolean {
  if (!stage) return true;
  const { kind } = finding;
  // Where things sit is asked first, whatever the stage is about.
  const { always, calledWith } = kindOf(kind);
  const called = always || stage.loud.some((one) => one === kind || one === calledWith);
  // Where a stage is not coarse, whatever was found is loud.
  return called && (stage.coarse <= 1 || kindOf(kind).times(finding) >= stage.coarse);
}

/** What of the plan makes a difference weigh more or less. */
export interface Emphasis {
  readonly focal: { readonly at: Point; readonly rx: number; readonly ry: number } | null;
  /** masses, by id, that are not to be finished as far as the rest */
  readonly loose: ReadonlySet<number>;
}

const IN_FOCUS = 1.6; // times the weight in the middle of the focal area, falling to 1 two radii away
const LOOSE = 1.8; // times the usual difference from which something loose is raised

/** How much more a place weighs for its nearness to the focal area. */
function focus(
  {
    region: {
      box: [x, y, w, h],
    },
  }: Finding,
  focal: Emphasis['focal'],
): number {
  if (!focal) return 1;
  const away = Math.hypot((x + w / 2 - focal.at[0]) / focal.rx, (y + h / 2 - focal.at[1]) / focal.ry);
  return 1 + (IN_FOCUS - 1) * Math.min(1, Math.max(0, 2 - away));
}

/** Findings in the order the plan makes of them; what is small on a loose mass is left unsaid. */
export function weighed(findings: readonly Finding[], { focal, loose }: Emphasis): Finding[] {
  const said = findings.filter(({ kind, amount, massId }) => {
    return !loose.has(massId) || Math.abs(amount) >= LOOSE * kindOf(kind).least;
  });
  return said.map((one) => ({ ...one, weight: one.weight * focus(one, focal) })).sort((a, b) => b.weight - a.weight);
}

/** Findings in the order painters correct, kind by kind, of each kind the largest amount first. */
export const inPaintersOrder = <F extends Pick<Finding, 'kind' | 'amount'>>(findings: readonly F[]): F[] =>
  [...findings].sort(
    (one, two) =>
      FINDING_KINDS.indexOf(one.kind) - FINDING_KINDS.indexOf(two.kind) || Math.abs(two.amount) - Math.abs(one.amount),
  );
