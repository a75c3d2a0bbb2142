export { untouchedSince } from './touched';
export { uniformChange, withoutChange, type UniformChange } from './uniformChange';
