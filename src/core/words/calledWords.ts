const CALLED_ALREADY = /^(the|a|an|my|his|her|its|our|their|most of|all of|inside)\b/i;

/**
 * A place inside a sentence: "the ledge", "the ledge, at the right,", "Anna’s sleeve".
 * @param name as the painter gave it; one that begins with a capital letter is left as it is
 */
export function calledInWords(name: string): string {
  const plain = CALLED_ALREADY.test(name) || /^\p{Lu}/u.test(name) ? name : `the ${name}`;
  return /, \D/.test(name) ? `${plain},` : plain;
}
