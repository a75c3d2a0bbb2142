/** "one, two and three"; where one has a comma of its own, "one, left; two; and three"; '' = nothing to list. */
export function listed(words: readonly string[]): string {
  if (words.length < 2) return words.join('');
  const own = words.some((word) => word.includes(','));
  return `${words.slice(0, -1).join(own ? '; ' : ', ')}${own ? ';' : ''} and ${words[words.length - 1]}`;
}

/** "1 finding", "2 findings". */
export const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** A share 0..1 as "12 %". */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;
