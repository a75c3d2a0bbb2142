export { EDGE_CLASSES, EDGE_NAMES, edgeClass, LOST_UNDER, type EdgeClass } from './edgeClass';
export {
  edgeAcross,
  pixelBlur,
  type CrossedEdge,
  type EdgeAcross,
  type EdgeCourse,
  type EdgeSight,
  type SeenEdge,
} from './across';
export {
  changeAt,
  EVERY_MM,
  readEdges,
  type EdgeChange,
  type EdgeLine,
  type EdgePlace,
  type EdgesAsk,
} from './edgeReading';
export {
  edgeRuns,
  edgeShares,
  piecesOf,
  wishFor,
  type EdgePiece,
  type EdgeRun,
  type Judging,
  type Shares,
} from './edgesTold';
