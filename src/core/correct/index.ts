export { APPROACHES, type ApproachRecord, type ApproachStage } from './approaches';
export { findingsOf } from './findings';
export { changeInWords, wholePicture } from './wholePicture';
export { inPaintersOrder, isLoud, weighed, type Calls, type Emphasis } from './weigh';
export { carriedInWords, type Carried } from './carriedWords';
export { departureInWords } from './departureWords';
export { saidAgain, sameSubject, threadsOf, type Earlier } from './again';
export { checkOf, sightingOf, type Checked } from './sighting';
export { seatInWords, SIGN_NAMES } from './seatWords';
