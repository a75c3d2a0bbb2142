const LEAST_HOME = 0.3; // of a place that must lie on one mass for it to be called by that mass's name

/**
 * The mass most of a place lies on, for its name; -1 where it lies on many.
 * @param places indices of its pixels or cells; @param massOf the index of the mass each of them lies in
 */
export function homeOf(places: ArrayLike<number>, massOf: Int32Array, ids: readonly number[]): number {
  const counts = new Float64Array(ids.length);
  for (let k = 0; k < places.length; k++) counts[massOf[places[k]]]++;
  const most = counts.indexOf(Math.max(...counts));
  return counts[most] >= LEAST_HOME * places.length ? ids[most] : -1;
}
