export { valueFromLuminance, luminanceFromValue, valueFast } from './value';
export { linearFromCode, codeFromLinear, byteFromLinear, LUMINANCE } from './srgb';
export {
  labFromLinear,
  linearFromLab,
  colourPlanes,
  lightnessFromLuminance,
  valueOfLightness,
  chroma,
  hue,
  UNITS_PER_STEP,
  type Lab,
} from './lab';
export { warmth, warmthAlong } from './warmth';
export { alongWithValue } from './alongWithValue';
export { ciede2000 } from './ciede2000';
export { readMatrixProfile, SRGB_PROFILE, type ColourProfile } from './iccProfile';
export { hueTowards } from './hueTowards';
export { MEASURED, valueScale, type Numbering, type ValueScale } from './valueScale';
