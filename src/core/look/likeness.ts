import type { Point } from '../raster';

/** A point the painter showed on both pictures, canvas mm. */
export interface Feature {
  /** '' = by its number */
  readonly name: string;
  readonly plan: Point;
  readonly painted: Point;
}

/** The planned length that displacements are counted in. */
export interface Unit {
  readonly from: string;
  readonly to: string;
  readonly mm: number;
}

/** How far a feature is off, and was before. */
export interface Displaced {
  /** among the features given */
  readonly index: number;
  readonly name: string;
  /** painting less plan, mm */
  readonly by: Point;
  readonly mm: number;
  /** of the unit, 0..1 */
  readonly share: number;
  /** in the photograph before, by its name; null = it was not shown there */
  readonly before: { readonly mm: number; readonly share: number } | null;
}

const apart = ([x, y]: Point, [u, v]: Point) => Math.hypot(x - u, y - v);

/** A feature's name; its number where it has none. */
const named = (features: readonly Feature[]) => features.map((one, i) => ({ ...one, name: one.name || String(i + 1) }));

/** The span between two features as planned; null where either is not among them, or they are one. */
export function unitBetween(features: readonly Feature[], from: string, to: string): Unit | null {
  const all = named(features);
  const [a, b] = [from, to].map((name) => all.find((one) => one.name === name));
  const mm = a && b ? apart(a.plan, b.plan) : 0;
  return mm > 0 ? { from, to, mm } : null;
}

/** The two features planned furthest from each other; null with fewer than two. */
export function widestSpan(features: readonly Feature[]): Unit | null {
  const all = named(features);
  const spans = all.flatMap((a, i) =>
    all.slice(i + 1).map((b) => ({ from: a.name, to: b.name, mm: apart(a.plan, b.plan) })),
  );
  return spans.sort((p, q) => q.mm - p.mm).find(({ mm }) => mm > 0) ?? null;
}

/**
 * How far every feature is off, the furthest first.
 * @param before the features of an earlier photograph; the same name is the same feature
 */
export function displacedBy(features: readonly Feature[], unit: Unit, before: readonly Feature[] = []): Displaced[] {
  const off = ({ plan, painted }: Feature) => {
    const mm = apart(plan, painted);
    return { mm, share: mm / unit.mm };
  };
  return named(features)
    .map((one, i) => {
      const was = features[i].name ? before.find(({ name }) => name === one.name) : undefined;
      const by: Point = [one.painted[0] - one.plan[0], one.painted[1] - one.plan[1]];
      return { index: i, name: one.name, by, ...off(one), before: was ? off(was) : null };
    })
    .sort((a, b) => b.share - a.share);
}
