export { UNITS_PER_STEP } from './cells';
export { missingIn, standingIn, type Missing } from './missing';
export { type Standing } from './standing';
