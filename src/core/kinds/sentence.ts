import type { Instruction } from './kind';
import { kindOf } from './kinds';

/** What a finding asks the hand for, without its place. */
export const instructionOf = (finding: Instruction): string => kindOf(finding.kind).instruction(finding);

/**
 * The whole sentence: "Shadow side of the pot: three quarters of a step darker."
 * @param name as the painter named the place
 */
export const sentenceFor = (finding: Instruction, name: string): string =>
  `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${instructionOf(finding)}.`;
