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
export { AnotherPicture } from './anotherPicture';
export {
  compareSights,
  sightOfShot,
  type AskedPlace,
  type ChangedPart,
  type Compared,
  type ComparedPlace,
} from './comparing';
export { edgesPlanned } from './edges';
export { flatOf } from './flat';
export { cardIn, lookFor, type FoundShot, type OwnCard } from './corners';
export { type LostLight, type SaidFinding } from './judging';
export { type Sight } from './seen';
export { sessionPlan } from './sessionPlan';
export { planMasses, type PlanMass } from './planMasses';
export {
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
