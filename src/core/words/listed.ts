/** "one, two and three"; '' = nothing to list. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** "1 finding", "2 findings". */
export const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** A share 0..1 as "12 %". */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;
