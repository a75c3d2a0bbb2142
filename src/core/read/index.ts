export { align, type Aligned } from './aligned';
export {
  compare,
  differenceOf,
  measured,
  type Comparison,
  type Difference,
  type LightDoubt,
  type Measured,
  type Uncertainty,
} from './measured';
export { doubtOf, readAligned, readFlat, readBox, readPlace, READING_VERSION, type Reading } from './reading';
export { type MassReading } from './massReading';
export { type DifferenceMap } from './differenceMap';
export { coverageOf, groundFrom, type Coverage, type Ground } from './ground';
export { uniformChange, withoutChange, type UniformChange } from './uniformChange';
