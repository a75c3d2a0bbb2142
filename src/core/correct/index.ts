export { findingsOf } from './findings';
export { matchedDifference, amountAlong } from './dimension';
export type { Finding, FindingKind } from './finding';
export { instruction, sentenceFor } from './sentence';
export { stepsInWords, placeInWords, colourAmount, AMOUNT_WORDS } from './words';
export { verdictOf, SETTLED_WITHIN, type Verdict, type Sighting } from './verdict';
export { changeInWords, wholePicture } from './wholePicture';
export { isLoud, weighed, type Calls, type Emphasis } from './weigh';
export { departureInWords } from './departureWords';
