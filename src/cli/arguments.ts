import { SHORTEST_LINE_MM } from '../core/edges';
import { parseArgs } from 'node:util';
import type { Covered, GreyPatch, CanvasSize } from '../core/photo';
import type { Departure } from '../core/plan';
import { placeOfBox, type Box, type Corners, type Point } from '../core/raster';
import { InputError } from '../server/images/inputError';
import {
  boxIn,
  numbers,
  pointIn,
  pointsIn,
  readBox,
  readColour,
  readCorners,
  readGrey,
  readSize,
  refuse,
} from './reading';

/** What `revlin read` was asked to measure. */
export interface ReadRequest {
  readonly reference: string;
  readonly photos: readonly string[];
  readonly canvas: CanvasSize;
  readonly corners?: Corners;
  /** mm of the canvas a frame or tape hides on each side; the corners are then those of what is seen */
  readonly covered?: Covered;
  readonly crop?: Box;
  readonly greys: readonly GreyPatch[];
  readonly key: 'absolute' | 'range';
  /** where the plan differs from the reference */
  readonly departures: readonly Departure[];
  readonly regions: readonly Box[];
  readonly edges: readonly (readonly [Point, Point])[];
  /** also tell through how many steps the forms turn */
  readonly forms: boolean;
  /** also tell how every thin shape runs, planned and painted */
  readonly thin: boolean;
  /** also tell how every edge is, planned and painted */
  readonly allEdges: boolean;
  /** read the photo although its shapes are not the reference's */
  readonly insist: boolean;
  readonly json: boolean;
}

export const USAGE =
  'revlin read --reference FILE --photo FILE --size 400x300 [--corners "x,y x,y x,y x,y"] [--covered "top,right,bottom,left"] [--crop "x,y,w,h"] [--grey "x,y,w,h=V"]... [--colour "x,y,w,h=L,a,b"]... [--key absolute|range] [--departure "x,y,w,h=STEPS"|"x,y=STEPS"]... [--region "x,y,w,h"]... [--edge "x1,y1 x2,y2"]... [--forms] [--thin] [--all-edges] [--insist] [--json]';

function readEdge(text: string): readonly [Point, Point] {
  const [from, to, ...more] = pointsIn(text);
  if (!from || !to || more.length > 0) throw refuse('--edge', text, 'two points "x1,y1 x2,y2" in canvas millimetres');
  if (Math.hypot(to[0] - from[0], to[1] - from[1]) < SHORTEST_LINE_MM)
    throw refuse('--edge', text, `a line across the edge, at least ${SHORTEST_LINE_MM} mm long`);
  return [from, to];
}

/** A box, or the mass at a point, that the plan has so many steps lighter than the reference. */
function readDeparture(text: string): Departure {
  const [where = '', amount, ...rest] = text.split('=');
  const steps = amount === undefined || amount.trim() === '' ? NaN : Number(amount);
  const [box, point] = [boxIn(where), pointIn(where)];
  const place = point ? { mass: point } : box && { place: placeOfBox(box) };
  if (rest.length || !(Math.abs(steps) <= 9) || !place)
    throw refuse(
      '--departure',
      text,
      'a box or a point on a mass in canvas millimetres and how many steps lighter (negative: darker), like "100,80,60,40=1" or "120,90=-0.5"',
    );
  return { where: place, change: { kind: 'value', steps } };
}

function readCovered(text: string, { widthMm, heightMm }: CanvasSize): Covered {
  const mm = numbers(text, 4);
  if (!mm || mm.some((v) => v < 0))
    throw refuse('--covered', text, 'four numbers "top,right,bottom,left" in millimetres, none below 0');
  const [top, right, bottom, left] = mm;
  if (left + right > widthMm / 2 || top + bottom > heightMm / 2)
    throw refuse('--covered', text, `less than half of the canvas of ${widthMm} x ${heightMm} mm`);
  return { top, right, bottom, left };
}

function parse(args: string[]) {
  try {
    return parseArgs({
      args,
      allowPositionals: false,
      options: {
        reference: { type: 'string' },
        photo: { type: 'string', multiple: true, default: [] },
        size: { type: 'string' },
        corners: { type: 'string' },
        covered: { type: 'string' },
        crop: { type: 'string' },
        grey: { type: 'string', multiple: true, default: [] },
        colour: { type: 'string', multiple: true, default: [] },
        key: { type: 'string', default: 'absolute' },
        departure: { type: 'string', multiple: true, default: [] },
        region: { type: 'string', multiple: true, default: [] },
        edge: { type: 'string', multiple: true, default: [] },
        forms: { type: 'boolean', default: false },
        thin: { type: 'boolean', default: false },
        'all-edges': { type: 'boolean', default: false },
        insist: { type: 'boolean', default: false },
        json: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    }).values;
  } catch (cause) {
    throw new InputError('arguments', `${(cause as Error).message.replace(/\.*(\n[\s\S]*)?$/, '.')} Usage: ${USAGE}`);
  }
}

/** Reads the command line. @throws InputError naming the option, what came and what would be right */
export function readArguments(args: string[]): ReadRequest | 'help' {
  const values = parse(args);
  if (values.help) return 'help';
  if (!values.reference)
    throw new InputError('arguments', `--reference is missing: name the reference picture. Usage: ${USAGE}`);
  if (values.photo.length === 0)
    throw new InputError('arguments', `--photo is missing: name the photograph of the canvas. Usage: ${USAGE}`);
  if (!values.size)
    throw new InputError('arguments', '--size is missing: give the canvas in millimetres, like 400x300.');
  if (values.key !== 'absolute' && values.key !== 'range') throw refuse('--key', values.key, 'absolute or range');
  const canvas = readSize(values.size);
  return {
    reference: values.reference,
    photos: values.photo,
    canvas,
    corners: values.corners === undefined ? undefined : readCorners(values.corners),
    covered: values.covered === undefined ? undefined : readCovered(values.covered, canvas),
    crop: values.crop === undefined ? undefined : readBox('--crop', values.crop, 'reference pixels'),
    greys: [...values.grey.map((text) => readGrey(text)), ...values.colour.map(readColour)],
    key: values.key,
    departures: values.departure.map(readDeparture),
    regions: values.region.map((text) => readBox('--region', text, 'canvas millimetres')),
    edges: values.edge.map(readEdge),
    forms: values.forms,
    thin: values.thin,
    allEdges: values['all-edges'],
    insist: values.insist,
    json: values.json,
  };
}
