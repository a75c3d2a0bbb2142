export {
  ABSOLUTE,
  dragKnot,
  holdingKey,
  keepSpotAt,
  makeKey,
  PAINT_RANGE,
  rangeKey,
  type Hold,
  type Knot,
  type PaintRange,
  type ValueRange,
} from './key';
export {
  cropBase,
  cropCorners,
  cropFits,
  croppedLight,
  largestBox,
  plainCrop,
  printSize,
  proportionOf,
  type Crop,
} from './crop';
export {
  baseOf,
  CROP_TOLERANCE,
  CropRefused,
  knotsFor,
  middleCrop,
  planFrom,
  plannedPicture,
  planOf,
  readingSize,
  throughKey,
  valueRangeOf,
  type KeyChoice,
  type PlannedPicture,
  type PlanRequest,
} from './plannedPicture';
export { auditReference, type Audit } from './audit';
export { auditWords } from './auditWords';
export { massTree, cutTree, resizeMasses, type MassTree, type MassMap } from './masses';
export { byMass, editedMasses, massAt, type MassEdit } from './massEdits';
export { massShapes, type MassShape } from './massShapes';
export { tonalShares, tonePattern, toneSplits, twoValueSplit } from './pattern';
export { EDGE_CLASSES, edgeClass, edgeSegments, type EdgeClass, type EdgeSegment } from './edgePlan';
export { valueShifted, withDepartures, type Change, type Departure, type Supplies, type Where } from './departures';
export { warped, warpOf, type Pin } from './warp';
