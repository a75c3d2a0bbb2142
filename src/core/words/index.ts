export { AMOUNT_WORDS, colourAmount, measuredInWords, placeInWords, stepsInWords } from './amounts';
export { deedInWords, doneInWords, lastInWords, type Decided, type Deed, type Whence } from './deedWords';
export { areaInWords, figure, signed } from './figures';
export { inputInWords, type InputFault } from './inputWords';
export { listed } from './listed';
export { meanwhileInWords, PLAN_PARTS, type Meanwhile, type PhotoHistory, type PlanPart } from './meanwhileWords';
export { driftInWords, poseInWords, shiftInWords } from './shiftWords';
