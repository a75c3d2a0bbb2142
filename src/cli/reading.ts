import { valueOfLightness } from '../core/colour';
import type { CanvasSize, GreyPatch } from '../core/photo';
import type { Box, Corners, Point } from '../core/raster';
import { InputError } from '../server/images/inputError';

export const refuse = (option: string, got: string, wanted: string) =>
  new InputError('arguments', `${option} "${got}" is not understood: give ${wanted}.`);

interface OfLength {
  2: [number, number];
  3: [number, number, number];
  4: [number, number, number, number];
}
/** So many numbers between commas; null for anything else. */
export function numbers<N extends keyof OfLength>(text: string, count: N): OfLength[N] | null {
  const parts = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
  return parts.length === count && parts.every(Number.isFinite) ? (parts as OfLength[N]) : null;
}

export const pointIn = (text: string): Point | null => numbers(text, 2);

export function boxIn(text: string): Box | null {
  const box = numbers(text, 4);
  return box && box[2] > 0 && box[3] > 0 ? box : null;
}

export function readBox(option: string, text: string, unit: string): Box {
  const box = boxIn(text);
  if (!box) throw refuse(option, text, `four numbers "x,y,w,h" in ${unit}, with w and h above 0`);
  return box;
}

export const pointsIn = (text: string) => text.trim().split(/\s+/).map(pointIn);

/** @param option as it is named on the command line */
export function readCorners(text: string, option = '--corners'): Corners {
  const [a, b, c, d, ...more] = pointsIn(text);
  if (!a || !b || !c || !d || more.length > 0)
    throw refuse(
      option,
      text,
      'four points "x,y x,y x,y x,y" in photo pixels, clockwise from the painting\'s top left',
    );
  return [a, b, c, d];
}

export function readSize(text: string): CanvasSize {
  const match = /^(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)$/.exec(text.trim());
  const [widthMm, heightMm] = match ? [Number(match[1]), Number(match[2])] : [0, 0];
  if (Math.min(widthMm, heightMm) < 20 || Math.max(widthMm, heightMm) > 5000)
    throw refuse('--size', text, 'the canvas in millimetres, width x height, like 400x300, each from 20 to 5000');
  if (Math.max(widthMm, heightMm) > 8 * Math.min(widthMm, heightMm))
    throw refuse('--size', text, 'a canvas no more than eight times as long as it is wide');
  return { widthMm, heightMm };
}

/** @param option as it is named on the command line */
export function readGrey(text: string, option = '--grey'): GreyPatch {
  const [place = '', value, ...rest] = text.split('=');
  const v = Number(value);
  if (value === undefined || value.trim() === '' || rest.length || !(v > 0 && v <= 10))
    throw refuse(option, text, 'a photo box and its Munsell value above 0 and up to 10, like "100,200,50,50=5"');
  return { box: readBox(option, place, 'photo pixels'), value: v };
}

export function readColour(text: string): GreyPatch {
  const [place = '', lab, ...rest] = text.split('=');
  const known = lab === undefined || rest.length ? null : numbers(lab, 3);
  if (!known || known[0] <= 0 || known[0] > 100 || Math.hypot(known[1], known[2]) > 150)
    throw refuse('--colour', text, 'a photo box and its CIELAB colour L,a,b (D65), like "100,200,50,50=42,51,29"');
  const [L, a, b] = known;
  return { box: readBox('--colour', place, 'photo pixels'), value: valueOfLightness(L), ab: [a, b] };
}
