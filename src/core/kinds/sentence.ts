import { calledInWords } from '../words';
import type { Instruction } from './kind';
import { kindOf } from './kinds';

/** What a finding asks the hand for, without its place. */
export const instructionOf = (finding: Instruction): string => kindOf(finding.kind).instruction(finding);

/**
 * The whole sentence: "Make the shadow side of the pot three quarters of a step darker."
 * @param name as the painter named the place
 */
export function sentenceFor(finding: Instruction, name: string): string {
  const request = kindOf(finding.kind).request(finding, calledInWords(name));
  return `${request.charAt(0).toUpperCase()}${request.slice(1)}.`;
}
