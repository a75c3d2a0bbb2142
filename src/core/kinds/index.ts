export { LEAST_SHIFT } from './drawingFound';
export {
  type DrawingFinding,
  type EdgeFinding,
  type Finding,
  type FindingKind,
  type MissingFinding,
  type PaintFinding,
  type PaintKind,
  type UnplannedFinding,
} from './finding';
export { type Evidence, type Kind, type Instruction, type SeenPlace, type Sighted, type Subject } from './kind';
export { everyKind, FINDING_KINDS, kindOf, KINDS, PAINT_KINDS } from './kinds';
export { hueWanted, limitOf, matchedDifference, matchedTarget } from './matched';
export { type PaintKindRecord } from './paint';
export { edgesIn } from './edgesIn';
export { instructionOf, sentenceFor } from './sentence';
export { VERDICTS, verdictOf, type Sighting, type Verdict } from './verdict';
