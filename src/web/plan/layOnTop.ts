import type { PlanContent } from '../../contract';

type Named = { readonly id: string };
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const isNamed = (list: unknown): list is readonly Named[] =>
  Array.isArray(list) && list.every((one) => typeof (one as Named | null)?.id === 'string');

/** Of a list of things with names, each is taken from whoever changed it; where both did, mine counts. */
function layList(base: readonly Named[], mine: readonly Named[], theirs: readonly Named[]): Named[] {
  const find = (list: readonly Named[], id: string) => list.find((one) => one.id === id);
  const kept = theirs.flatMap((one) => {
    const [was, own] = [find(base, one.id), find(mine, one.id)];
    if (was && !own) return []; // I took it away
    return [own && !same(own, was) ? own : one];
  });
  const added = mine.filter(({ id }) => !find(theirs, id));
  // What they took away and I left as it was stays away.
  return [...kept, ...added.filter((one) => !same(one, find(base, one.id)))];
}

/**
 * Lays my changes of a plan on top of another version: what I did not touch is theirs, what I changed is mine, and of
 * lists each thing by
 * itself.
 * @param base what mine was made from
 */
export function layOnTop(base: PlanContent, mine: PlanContent, theirs: PlanContent): PlanContent {
  const parts = Object.keys(mine) as (keyof PlanContent)[];
  const laid = parts.map((part) => {
    const [was, own, other] = [base[part], mine[part], theirs[part]];
    if (same(was, own)) return [part, other];
    const lists = isNamed(was) && isNamed(own) && isNamed(other);
    return [part, lists && !same(was, other) ? layList(was, own, other) : own];
  });
  return Object.fromEntries(laid) as PlanContent;
}

/** The parts of a plan that were changed. */
export const changedParts = (base: PlanContent, mine: PlanContent): Partial<PlanContent> =>
  Object.fromEntries(Object.entries(mine).filter(([part, own]) => !same(base[part as keyof PlanContent], own)));
