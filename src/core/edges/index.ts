export { EDGE_CLASSES, EDGE_NAMES, edgeClass, LOST_UNDER, type EdgeClass } from './edgeClass';
export { edgeAcross, pixelBlur, type EdgeAcross, type EdgeSight, type SeenEdge } from './across';
