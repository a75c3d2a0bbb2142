/** The items of a list by a name each has, in their order. */
export function groupedBy<T, K>(list: readonly T[], nameOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of list) {
    const group = groups.get(nameOf(item));
    if (group) group.push(item);
    else groups.set(nameOf(item), [item]);
  }
  return groups;
}
