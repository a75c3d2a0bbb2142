import { poseInWords, shiftInWords } from '../words';
import { still, type Kind } from './kind';

/** mm a place may be drawn off at a medium tolerance: an honest hand. */
export const LEAST_SHIFT = 3;
const MOVED = 2; // mm from which a place has been worked on
const WHOLE_DOUBT = 0.5; // mm, one sigma of how far the whole drawing is off
const UNTOLD = { difference: 0, uncertainty: 2 }; // mm, where a place's shift cannot be told

const degrees = (radians: number) => (radians * 180) / Math.PI;

export const DRAWING: Kind = {
  name: 'drawing',
  least: LEAST_SHIFT,
  settledWithin: 1.5,
  always: true,
  doubt: ({ shift, uncertainty }) => shift?.doubt ?? uncertainty.warmth,
  towards: ({ shift, whole }) => (shift && !whole ? degrees(Math.atan2(shift.by[1], shift.by[0])) : null),
  instruction: ({ shift, pose, whole }) =>
    [
      ...shiftInWords(whole ? whole.offset : (shift?.by ?? [0, 0])),
      ...poseInWords(whole ? { tilt: whole.rotationDegrees, scale: whole.scale } : (pose ?? { tilt: 0, scale: 1 })),
    ].join(', ') || 'as planned',
  departure: ({ shift }) => (shift ? { kind: 'moved', by: shift.by, scale: 1 } : null),
  sameWay: () => true,
  untouched: (now, then) => {
    if (!now.shift || !then.shift) return false;
    const [dx, dy] = [now.shift.by[0] - then.shift.by[0], now.shift.by[1] - then.shift.by[1]];
    return still(Math.hypot(dx, dy), MOVED, now.shift.doubt, then.shift.doubt);
  },
  sighting: ({ towards, whole = false }, { shift, wholeMm }) => {
    if (whole) return { difference: wholeMm, uncertainty: WHOLE_DOUBT, towards: null };
    if (!shift) return { ...UNTOLD, towards };
    const [x, y] = shift.by;
    const along = towards ?? degrees(Math.atan2(y, x));
    const [c, s] = [Math.cos((along * Math.PI) / 180), Math.sin((along * Math.PI) / 180)];
    return { difference: x * c + y * s, uncertainty: shift.doubt, towards: along };
  },
};
