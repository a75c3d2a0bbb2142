import { calledInWords } from '../words';
import type { Instruction } from './kind';
import { kindOf } from './kinds';

/** What a finding asks the hand for, without its place. */
export const instructionOf = (finding: Instruction, per = 1): string => kindOf(finding.kind).instruction(finding, per);

/**
 * The whole sentence: "Make the shadow side of the pot three quarters of a step darker."
 * @param name as the painter named the place
 * @param per how many of the painter's steps make one of a scale of ten
 */
export function sentenceFor(finding: Instruction, name: string, per = 1): string {
  const request = kindOf(finding.kind).request(finding, calledInWords(name), per);
  return `${request.charAt(0).toUpperCase()}${request.slice(1)}.`;
}
