import { AMOUNT_WORDS, colourAmount, stepsInWords } from './words';
import { hueTowards } from '../colour';
import type { Finding } from './finding';

/** What a finding asks for, without its place: "three quarters of a step darker". */
export const instruction: { [K in Finding['kind']]: (finding: Pick<Finding, 'amount' | 'towards'>) => string } = {
  value: ({ amount }) =>
    Math.abs(amount) < 0.125 ? 'as planned' : `${stepsInWords(amount)} ${amount > 0 ? 'darker' : 'lighter'}`,
  temperature: ({ amount, towards }) =>
    `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'cooler' : 'warmer'}${towards === null ? '' : `, towards ${hueTowards(towards)}`}`,
  chroma: ({ amount }) => `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'greyer' : 'stronger'}`,
};

/** The whole sentence: "Shadow side of the pot: three quarters of a step darker." @param name as the painter named the place */
export function sentenceFor(finding: Pick<Finding, 'kind' | 'amount' | 'towards'>, name: string): string {
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${instruction[finding.kind](finding)}.`;
}
