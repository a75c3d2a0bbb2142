export {
  makeRaster,
  channelsOf,
  mapCorners,
  type Raster,
  type Plane,
  type Point,
  type Box,
  type Corners,
} from './raster';
export { lightOfPicture, linearTables, pictureFromRgba, sumCells, applyMatrix, type Picture } from './picture';
export {
  homographyBetween,
  project,
  rectangle,
  invert,
  isConvexClockwise,
  solveLinear,
  type Homography,
} from './homography';
export { bentBy, bentCorners, straightLens, unbent, unbentCorners, type Lens } from './lens';
export {
  boxBlur,
  boxColumns,
  boxRows,
  gaussianBlur,
  guidedBlur,
  shrinkPlane,
  shrinkRaster,
  sampleAt,
  resizePlane,
} from './filter';
export { connectedRegions, type Regions } from './regions';
export { median, quantile, robust, type Robust } from './statistics';
export {
  areaOf,
  boxOf,
  pixelsIn,
  placeHolds,
  placeOfBox,
  placeOfLabelled,
  placeOfPixels,
  simplify,
  type Grid,
  type Outline,
  type Place,
} from './place';
export { opened } from './opening';
export { gathered } from './gathered';
export { shareWithin } from './shareWithin';
export { placeAlong } from './strip';
export { ringsAround } from './rings';
export { closeLightOf, makeLightRun, type CloseLight, type LightRun } from './closeLight';
export { halfWidth } from './halfWidth';
