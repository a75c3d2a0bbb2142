export { standsOut } from './stands';
export { thinLines, thinPlane, UNITS_PER_STEP, type Channel, type ThinLine, type ThinPlace } from './thinLines';
export { APART_MM, readStrips, type Strip, type StripLook, type StripPlace, type StripsAsk } from './strips';
export { evenStrips, type Course, type EvenStrip } from './evenness';
