/**
 * Things that lie beside one another, in groups: each lies beside some other of its group, and beside none of another.
 * @returns groups in the order of their first things
 */
export function gathered<T>(things: Iterable<T>, beside: (one: T, two: T) => boolean): T[][] {
  const left = new Set(things);
  const out: T[][] = [];
  for (const first of left) {
    left.delete(first);
    const group = [first];
    for (const one of group)
      for (const two of left)
        if (beside(one, two)) {
          left.delete(two);
          group.push(two);
        }
    out.push(group);
  }
  return out;
}
