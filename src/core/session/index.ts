export {
  askOf,
  type LastFlat,
  type LightAsk,
  type OpenCorrection,
  type Seen,
  type SessionAsk,
  type SessionKnown,
  type SessionPlan,
  type Shot,
} from './ask';
export { edgesPlanned } from './edges';
export { flatOf } from './flat';
export { cardIn, lookFor, type FoundShot, type OwnCard } from './corners';
export { type LostLight, type SaidFinding } from './judging';
export { sessionPlan } from './sessionPlan';
export { planMasses, type PlanMass } from './planMasses';
export {
  AnotherPicture,
  crossEdge,
  groundOf,
  paintsOn,
  readSession,
  seePlaces,
  type Against,
  type OnStep,
  type SessionReading,
  type Step,
} from './session';
export { type Covering } from './unjudged';
