import { figure, moveInWords, poseInWords, shiftInWords } from '../words';
import { drawingFound, LEAST_SHIFT } from './drawingFound';
import type { DrawingFinding } from './finding';
import { still, type Kind } from './kind';

const MOVED = 2; // mm from which a place has been worked on
const WHOLE_DOUBT = 0.5; // mm, one sigma of how far the whole drawing is off

const degrees = (radians: number) => (radians * 180) / Math.PI;

export const DRAWING: Kind<DrawingFinding> = {
  name: 'drawing',
  unit: 'mm',
  digits: 0,
  shows: 'value',
  restsOn: 'contours',
  least: LEAST_SHIFT,
  settledWithin: 1.5,
  always: true,
  calledWith: null,
  byLandmark: true,
  find: drawingFound,
  claim: () => null,
  explains: () => false,
  times: ({ amount }) => Math.abs(amount) / LEAST_SHIFT,
  waitsForLight: () => false,
  named: ({ whole }) => (whole ? 'whole drawing' : null),
  doubt: ({ shift }) => shift.doubt,
  towards: ({ shift, whole }) => (!whole ? degrees(Math.atan2(shift.by[1], shift.by[0])) : null),
  instruction: ({ shift, pose, whole }) =>
    [
      ...shiftInWords(whole ? whole.offset : shift.by),
      ...poseInWords(whole ? { tilt: whole.rotationDegrees, scale: whole.scale } : (pose ?? { tilt: 0, scale: 1 })),
    ].join(', ') || 'as planned',
  request: ({ shift, pose, whole }, place) =>
    whole
      ? moveInWords(place, { by: whole.offset, tilt: whole.rotationDegrees, scale: whole.scale })
      : moveInWords(place, { by: shift.by, ...(pose ?? { tilt: 0, scale: 1 }) }),
  evidence: ({ whole, amount, shift }) =>
    whole
      ? `Its places lie ${amount.toFixed(1)} mm off on the whole.`
      : `Painted ${amount.toFixed(1)} mm from its place, give or take ${shift.doubt.toFixed(1)} mm: contours of the plan found again in the painting.`,
  basis: ({ shift: { by, doubt } }) =>
    `Off by ${figure(by[0], 1)} mm to the right and ${figure(by[1], 1)} mm down, give or take ${doubt.toFixed(1)} mm: contours of the plan found again in the painting, whatever their values.`,
  departure: ({ shift }) => ({ kind: 'moved', by: shift.by, scale: 1 }),
  sameWay: (now, then) => Boolean(now.whole) === Boolean(then.whole),
  untouched: (now, then) => {
    const [dx, dy] = [now.shift.by[0] - then.shift.by[0], now.shift.by[1] - then.shift.by[1]];
    return still(Math.hypot(dx, dy), MOVED, now.shift.doubt, then.shift.doubt);
  },
  sighting: ({ towards, whole = false }, { shift, wholeMm }) => {
    if (whole) return { difference: wholeMm, uncertainty: WHOLE_DOUBT, towards: null };
    if (!shift) return null;
    const [x, y] = shift.by;
    const along = towards ?? degrees(Math.atan2(y, x));
    const [c, s] = [Math.cos((along * Math.PI) / 180), Math.sin((along * Math.PI) / 180)];
    return { difference: x * c + y * s, uncertainty: shift.doubt, towards: along };
  },
};
