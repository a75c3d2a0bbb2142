import { AMOUNT_WORDS, colourAmount, stepsInWords } from './words';
import { hueTowards } from '../colour';
import type { Finding } from './finding';
import { poseInWords, shiftInWords } from './shiftWords';

/** What a finding asks for, without its place: "three quarters of a step darker". */
type Said = Pick<Finding, 'amount' | 'towards' | 'shift' | 'pose' | 'whole'>;

export const instruction: { [K in Finding['kind']]: (finding: Said) => string } = {
  drawing: ({ shift, pose, whole }) =>
    [
      ...shiftInWords(whole ? whole.offset : (shift?.by ?? [0, 0])),
      ...poseInWords(whole ? { tilt: whole.rotationDegrees, scale: whole.scale } : (pose ?? { tilt: 0, scale: 1 })),
    ].join(', ') || 'as planned',
  value: ({ amount }) =>
    Math.abs(amount) < 0.125 ? 'as planned' : `${stepsInWords(amount)} ${amount > 0 ? 'darker' : 'lighter'}`,
  temperature: ({ amount, towards }) =>
    `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'cooler' : 'warmer'}${towards === null ? '' : `, towards ${hueTowards(towards)}`}`,
  chroma: ({ amount }) => `${AMOUNT_WORDS[colourAmount(amount)]} ${amount > 0 ? 'greyer' : 'stronger'}`,
};

/** The whole sentence: "Shadow side of the pot: three quarters of a step darker." @param name as the painter named the place */
export function sentenceFor(finding: Pick<Finding, 'kind'> & Said, name: string): string {
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${instruction[finding.kind](finding)}.`;
}
