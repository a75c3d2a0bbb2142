export {
  ABSOLUTE,
  holdingKey,
  keepSpotAt,
  knotsInUse,
  makeKey,
  PAINT_RANGE,
  rangeKey,
  type Hold,
  type KeyChoice,
  type Knot,
  type PaintRange,
  type ValueRange,
} from './key';
export { aidScaleOf, type AidScale, type KnownLength } from './aidScale';
export {
  cropBase,
  cropCorners,
  cropFits,
  croppedLight,
  largestBox,
  plainCrop,
  printSize,
  proportionOf,
  wholePrint,
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
  type PlannedPicture,
  type PlanRequest,
  type RenderRequest,
} from './plannedPicture';
export { closePlan } from './closePlan';
export { askedValue, reachOf } from './ends';
export { auditReference, type Audit } from './audit';
export { auditWords } from './auditWords';
export { massTree, cutTree, resizeMasses, type MassTree, type MassMap } from './masses';
export { byMass, editedMasses, massAt, type MassEdit } from './massEdits';
export { massShapes, TOLERANCE_MM, type MassShape } from './massShapes';
export { partedBy, tonalShares, tonePattern, tonesPicture, toneSplits, twoValueSplit, type Parting } from './pattern';
export {
  EMPTY_CONTENT,
  keyChoiceOf,
  lieInUse,
  outlineInUse,
  planRequest,
  planSaid,
  renderRequest,
  type Focal,
  type PlanContent,
  type PlanSaid,
} from './content';
export { massBorders, type MassBorder } from './massBorders';
export { PASSAGE_LABELS, type Passage, type PassageLabel } from './passage';
export {
  pixelsOf,
  valueShifted,
  withDepartures,
  type Change,
  type Departure,
  type Supplies,
  type Where,
} from './departures';
export { heldPoints, warped, warpedFrom, warpedTo, warpOf, type Pin } from './warp';
export { asShown, lightOfBytes } from './asShown';
export {
  diagonalLines,
  gridLines,
  PAPERS,
  tilesFor,
  type GridKind,
  type Line,
  type Paper,
  type Tile,
} from './transfer';
