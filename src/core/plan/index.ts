export { makeKey, rangeKey, ABSOLUTE, PAINT_RANGE, type Knot } from './key';
export {
  plannedPicture,
  throughKey,
  knotsFor,
  middleCrop,
  CropRefused,
  CROP_TOLERANCE,
  type KeyChoice,
} from './plannedPicture';
export { massTree, cutTree, resizeMasses, type MassTree, type MassMap } from './masses';
export { massShapes, type MassShape } from './massShapes';
