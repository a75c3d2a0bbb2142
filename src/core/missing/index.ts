export { missingIn, standingIn, type Missing } from './missing';
export { type Standing } from './standing';
export { standsOutBy, unplannedIn, type Unplanned } from './unplanned';
