export { AMOUNT_WORDS, colourAmount, placeInWords, stepsInWords } from './amounts';
export { inputInWords, type InputFault } from './inputWords';
export { driftInWords, poseInWords, shiftInWords } from './shiftWords';
