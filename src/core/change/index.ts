export { repaintedBetween, type Repainted, type RepaintedArea, type TwoFlats } from './repainted';
export { untouchedSince } from './touched';
export { uniformChange, withoutChange, type UniformChange } from './uniformChange';
