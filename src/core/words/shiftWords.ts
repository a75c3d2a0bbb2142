import { listed } from './listed';
import type { Point } from '../raster';
import type { GlobalDrift } from '../read';

const LEAST_MM = 0.75;
const LEAST_DEGREES = 0.5;
const LEAST_SIZE = 0.0075;

const whole = (v: number) => Math.max(1, Math.round(Math.abs(v)));
const half = (v: number) => (Math.round(Math.abs(v) * 2) / 2).toString();
const percent = (scale: number) => `${half(100 * (scale - 1))} %`;

/**
 * Where the hand should bring something that was painted so far off: "6 mm to the left", "2 mm down".
 * @param by mm, painting minus plan
 */
export function shiftInWords([x, y]: Point): string[] {
  const out: string[] = [];
  if (Math.abs(x) >= LEAST_MM) out.push(`${whole(x)} mm to the ${x > 0 ? 'left' : 'right'}`);
  if (Math.abs(y) >= LEAST_MM) out.push(`${whole(y)} mm ${y > 0 ? 'up' : 'down'}`);
  return out;
}

/**
 * How the hand should turn and size something: "turned 3 degrees anticlockwise", "2 % smaller".
 * @param tilt degrees clockwise it is turned
 */
export function poseInWords({ tilt, scale }: { tilt: number; scale: number }): string[] {
  const out: string[] = [];
  if (Math.abs(scale - 1) >= LEAST_SIZE) out.push(`${percent(scale)} ${scale > 1 ? 'smaller' : 'larger'}`);
  if (Math.abs(tilt) >= LEAST_DEGREES)
    out.push(`turned ${half(tilt)} degrees ${tilt > 0 ? 'anticlockwise' : 'clockwise'}`);
  return out;
}

/**
 * The whole of it for the hand: "Move the spout 6 mm to the left and 2 mm up, and make it 2 % smaller".
 * @param name of what is to be moved, as it stands in a sentence
 */
export function moveInWords(name: string, { by, tilt, scale }: { by: Point; tilt: number; scale: number }): string {
  const ways = shiftInWords(by);
  const it = () => (deeds.length === 0 ? name : 'it');
  const deeds: string[] = [];
  if (ways.length > 0) deeds.push(`move ${name} ${listed(ways)}`);
  if (Math.abs(scale - 1) >= LEAST_SIZE)
    deeds.push(`make ${it()} ${percent(scale)} ${scale > 1 ? 'smaller' : 'larger'}`);
  if (Math.abs(tilt) >= LEAST_DEGREES)
    deeds.push(`turn ${it()} ${half(tilt)} degrees ${tilt > 0 ? 'anticlockwise' : 'clockwise'}`);
  return listed(deeds) || `leave ${name} where it is`;
}

/** What is, not what should be: "4 mm low and 2 % large"; '' = as planned. */
export function driftInWords({ offset: [x, y], scale, rotationDegrees: tilt }: Omit<GlobalDrift, 'doubt'>): string {
  const out: string[] = [];
  if (Math.abs(x) >= LEAST_MM) out.push(`${whole(x)} mm too far ${x > 0 ? 'right' : 'left'}`);
  if (Math.abs(y) >= LEAST_MM) out.push(`${whole(y)} mm ${y > 0 ? 'low' : 'high'}`);
  if (Math.abs(scale - 1) >= LEAST_SIZE) out.push(`${percent(scale)} ${scale > 1 ? 'large' : 'small'}`);
  if (Math.abs(tilt) >= LEAST_DEGREES)
    out.push(`turned ${half(tilt)} degrees ${tilt > 0 ? 'clockwise' : 'anticlockwise'}`);
  return listed(out);
}
