export { standsOutNear } from './stands';
export { thinLines, thinPlane, type Channel, type ThinLine, type ThinPlace } from './thinLines';
export { APART_MM, readStrips, type Strip, type StripLook, type StripPlace, type StripsAsk } from './strips';
export { coursesOf, evenStrips, isEven, type Course, type CoursedStrip } from './evenness';
export { readBars, type Bar, type BarLook, type BarPlace } from './bars';
export type { Front } from './front';
export { stepsBehind, type Step } from './behind';
export { jumpsBehind, type Jump } from './heights';
export { stepsBesideBars, tellStrips, type InFront, type StripsTold } from './told';
