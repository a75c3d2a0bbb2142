export {
  flatFromPhoto,
  flatSize,
  lookOf,
  CanvasNotFound,
  FLAT_PX,
  LIGHT_FROM,
  type LightFrom,
  READING_SHRINK,
  type Flat,
  type FlatRequest,
  type SurfaceColour,
} from './flat';
export { combineFlats } from './combine';
export { edgeBeside, type EdgeBeside } from './edgeBeside';
export { findCanvas, CORNERS_SURE, type FoundCanvas } from './findCanvas';
export { sagitta } from './lens';
export {
  isCovered,
  UNCOVERED,
  visibleBox,
  visiblePart,
  visibleSize,
  wholeCorners,
  type CanvasSize,
  type Covered,
} from './covered';
export { cardScale, fieldsOf, findCard, type FoundCard } from './card';
export { measurePaint, showsPaint, surerPaint, type Paint } from './paints';
export { KNOWN_COLOURS } from './vivid';
export { tellCameras } from './vividByPaints';
export { CARD, CARD_VALUES } from './cardLayout';
export { closeUp, type CloseUpRequest } from './closeUp';
export { straighten, CornersRefused } from './straighten';
export type { GreyPatch } from './patches';
export { LIGHT_METHODS, type Light, type LightMethod } from './light';
export { valuePlane, type GlareMask } from './glare';
export { coloursOf, type Colours } from './colours';
export { wordsForFault, type QualityWords } from './faultWords';
export { doubtOfUnlike, UNLIKE, type PhotoFault, type PhotoQuality, type Unlike } from './quality';
export { NO_RIVALRY, rivalryOver, widened, type Rivalry } from './rivals';
