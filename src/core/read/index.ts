export { align, type Aligned } from './aligned';
export {
  compare,
  differenceOf,
  measured,
  type Comparison,
  type Difference,
  type LightDoubt,
  type Measured,
  halfWidthsOf,
  type Uncertainty,
} from './measured';
export {
  doubtOf,
  readAligned,
  readFlat,
  readBox,
  lightAsTold,
  usualDoubt,
  readPlace,
  readShift,
  READING_VERSION,
  type Reading,
} from './reading';
export { type MassReading } from './massReading';
export { resemblanceOf, showsAnother, type Resemblance } from './resemblance';
export { type DifferenceMap } from './differenceMap';
export { mapOfPixels, pixelsOfMap, type CodedMap } from './mapCode';
export { coverageOf, groundFrom, type Coverage, type Ground } from './ground';
export { trace, type Traceable, type Traced } from './tracing';
export { unsettled, type Unsettled } from './unsettled';
export {
  driftPoints,
  doubtOfShift,
  ownShifts,
  wholeOff,
  type DriftPoint,
  type MassDrawing,
  type Shift,
} from './drawing';
export { NO_DRIFT, middleOf, shiftAt, type Drift, type GlobalDrift, type Landmark } from './drift';
export { accountOf, NOTHING_SAID, type Account, type AccountOptions } from './account';
export type { PatternAgreement } from './agreement';
export type { Relation } from './relations';
export { groupedMasses, seatsAsked, seatsOf, weakDark, type Seat, type SeatAsked, type SeatSign } from './seat';
