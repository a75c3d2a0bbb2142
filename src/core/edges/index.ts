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
export { blurBy } from './byColour';
export { changeAt, softerBy, type EdgeChange } from './edgeChange';
export { readEdges, type Closely, type EdgeLine, type EdgePlace, type EdgesAsk } from './edgeReading';
export { EVERY_MM, readPlan, type PlanLine, type PlanLook, type PlanPlace } from './soughtEdges';
export { edgePlanOf, type EdgePlan, type EdgePlanLine } from './edgePlan';
export { lookOf, mostlyAtMost, piecesOf, type EdgeLook, type EdgePiece, type Shares } from './edgeLook';
export {
  AS_PLANNED,
  CROSSES_MM,
  EDGE_ROOM,
  lineNear,
  wishAt,
  type Closeness,
  type EdgeWanted,
  type EdgeWish,
} from './edgeWish';
export { edgesInFocus, type HardShares } from './edgesInFocus';
export {
  paintedShares,
  tellEdges,
  type EdgeRun,
  type EdgesTold,
  type ReversedRun,
  type Judging,
  type WishedLine,
} from './edgesTold';
export { lapsingOf, type Lapsing } from './lapses';
export { classesAlong, type ClassStretch } from './sameAlong';
export { RISE, risen } from './rise';
export { valuesOf } from './stretch';
