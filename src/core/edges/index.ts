export {
  EDGE_BY,
  EDGE_CLASSES,
  EDGE_NAMES,
  edgeClass,
  LOST_UNDER,
  PER_CLASS,
  type EdgeBy,
  type EdgeClass,
} from './edgeClass';
export {
  edgeAcross,
  pixelBlur,
  SHORTEST_LINE_MM,
  withoutBlur,
  type CrossedEdge,
  type EdgeAcross,
  type EdgeCourse,
  type EdgeSight,
  type SeenEdge,
} from './across';
export { changeAt, softerBy, type EdgeChange } from './edgeChange';
export { EVERY_MM, readEdges, type Closely, type EdgeLine, type EdgePlace, type EdgesAsk } from './edgeReading';
export { AS_PLANNED, CROSSES_MM, EDGE_ROOM, type Closeness, type EdgeWanted, type EdgeWish } from './edgeWish';
export { edgesInFocus, type HardShares } from './edgesInFocus';
export {
  paintedShares,
  piecesOf,
  tellEdges,
  wishAt,
  type EdgeLook,
  type EdgePiece,
  type EdgeRun,
  type EdgesTold,
  type ReversedRun,
  type Judging,
  type Shares,
  type WishedLine,
} from './edgesTold';
export { RISE, risen } from './rise';
export { valuesOf } from './stretch';
