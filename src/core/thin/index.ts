export { standsOut } from './stands';
export { thinLines, thinPlane, UNITS_PER_STEP, type Channel, type ThinLine, type ThinPlace } from './thinLines';
