export { driftOf, type Drift } from './drift';
export {
  fieldOfGlobal,
  middleOf,
  NO_DRIFT,
  shiftAt,
  shiftPlanes,
  shiftRows,
  type Field,
  type GlobalDrift,
} from './field';
export { type Landmark } from './landmarks';
