export { applyAids, evenThresholds, stepValues, NO_AIDS, type Aids } from './aids';
export { readSpot, type Spot } from './spot';
