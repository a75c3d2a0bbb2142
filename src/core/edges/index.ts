export { EDGE_CLASSES, EDGE_NAMES, edgeClass, LOST_UNDER, type EdgeClass } from './edgeClass';
export {
  edgeAcross,
  pixelBlur,
  SHORTEST_LINE_MM,
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
  piecesOf,
  tellEdges,
  wishAt,
  type EdgePiece,
  type EdgeRun,
  type EdgesTold,
  type Judging,
  type Shares,
} from './edgesTold';
