/**
 * The members of a union that are told by a word; a member may be told by several (which Extract would leave out).
 * @example Told<{ of: 'a' | 'b'; n: number } | { of: 'c' }, 'of', 'a'> is { of: 'a' | 'b'; n: number }
 */
export type Told<Union, Key extends PropertyKey, Word> =
  Union extends Readonly<Record<Key, infer Words>> ? (Word extends Words ? Union : never) : never;
