export { applyAids, evenThresholds, rangeOfPixels, stepValues, NO_AIDS, type Aids } from './aids';
export { readSpot, type Spot } from './spot';
export { profileOf, type Profile } from './profile';
export { repainted, type Taken } from './whatIf';
export { finder, shifter } from './shifter';
export {
  angleBetween,
  compareLines,
  leansBy,
  snapToContour,
  type ComparedLine,
  type MeasuredLine,
  type Pointed,
} from './compare';
export { readArea, type Area } from './area';
export { displacedBy, unitBetween, widestSpan, type Displaced, type Feature, type Unit } from './likeness';
export { residualOf, type Residual } from './residual';
export { warmAgainst } from './warmAgainst';
