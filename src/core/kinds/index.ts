export { LEAST_SHIFT } from './drawing';
export { FINDING_KINDS, type Finding, type FindingKind, type PaintKind } from './finding';
export { type Kind, type PaintKindRecord, type Said, type SeenPlace, type Sighted, type Subject } from './kind';
export { KINDS, PAINT_KINDS } from './kinds';
export { hueWanted, limitOf, matchedDifference } from './paint';
export { instructionOf, sentenceFor } from './sentence';
export { VERDICTS, verdictOf, type Sighting, type Verdict } from './verdict';
