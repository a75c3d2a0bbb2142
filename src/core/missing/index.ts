export { missingIn, standingIn, type Missing } from './missing';
export { type Standing } from './standing';
