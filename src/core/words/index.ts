export { BETWEEN_MASSES, beyondPaintInWords, endPlacesInWords } from './rangeWords';
export { FINDING_DOUBTS, LOW_CONFIDENCE } from './doubtWords';
export { partInWords } from './partWords';
export { AMOUNT_WORDS, colourAmount, measuredInWords, placeInWords, stepsFigure, stepsInWords } from './amounts';
export {
  deedInWords,
  deletedInWords,
  DELETIONS,
  doneInWords,
  lastInWords,
  type Decided,
  type Deed,
  type Whence,
} from './deedWords';
export { calledInWords } from './calledWords';
export { areaInWords, figure, signed } from './figures';
export { inputInWords, type InputFault } from './inputWords';
export { listed, percent, plural } from './listed';
export { meanwhileInWords, PLAN_PARTS, type Meanwhile, type PhotoHistory, type PlanPart } from './meanwhileWords';
export { driftInWords, moveInWords, poseInWords, shiftInWords } from './shiftWords';
export * from './accountWords';
export * from './comparedWords';
export * from './measuredWords';
export * from './photoWords';
export * from './edgeWords';
export * from './thinWords';
export * from './missingWords';
export * from './unplannedWords';
export * from './planningWords';
export * from './readingWords';
export * from './studioWords';
export * from './texts/decideText';
export * from './texts/photoText';
export * from './texts/planText';
export * from './texts/studioText';
export * from './texts/wallText';
export * from './texts/inputText';
export { nailInWords, pressedInWords, threadInWords, type ThreadFacts } from './keyWords';
