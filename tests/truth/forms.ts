import { chance } from '../../src/demo/studio/chance';
import { luminance, quickValue } from '../../src/demo/studio/colour';
import { pixel } from '../../src/demo/studio/scene';
import { anySetup, PLAIN_STAND } from './corners';
import { measure, paintMotif, shoot, type Motif } from './easel';
import { inFrame, overlapOf } from './findings';

type Box = readonly [number, number, number, number];

/** A thing of the scene that turns gradually: how far its values go from tenth to tenth, and the box (mm) round it. */
export interface Turning {
  readonly object: number;
  readonly span: number;
  readonly box: Box;
}

const LEAST_SHARE = 0.02; // of the canvas
const LEAST_SPAN = 1; // steps

const OVER_MM = 3;
const NO_PART = 255; // pixels of no thing

/**
 * The rounded things of a scene, large enough to turn: their values change by degrees, not at an edge between two
 * planes.
 */
export function turningThings({ subject, widthMm }: Motif): Turning[] {
  const { picture, objects } = subject;
  const mm = widthMm / picture.width;
  const valueAt = (i: number) => quickValue(luminance(pixel(picture, i)));
  const over = Math.round(OVER_MM / mm);
  const things = new Map<number, { values: number[]; jumps: number[]; box: [number, number, number, number] }>();
  for (let i = 0; i < objects.length; i += 3) {
    const [x, y] = [(i % picture.width) * mm, Math.floor(i / picture.width) * mm];
    const thing = things.get(objects[i]) ?? { values: [], jumps: [], box: [x, y, x, y] };
    things.set(objects[i], thing);
    const [x0, y0, x1, y1] = thing.box;
    thing.box = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
    thing.values.push(valueAt(i));
    for (const far of [i + over, i + over * picture.width])
      if (objects[far] === objects[i]) thing.jumps.push(Math.abs(valueAt(far) - valueAt(i)));
  }
  return [...things].flatMap(
    ([
      object,
      {
        values,
        jumps,
        box: [x0, y0, x1, y1],
      },
    ]): Turning[] => {
      const at = (list: number[], share: number) => list.sort((a, b) => a - b)[Math.floor(share * (list.length - 1))];
      const span = at(values, 0.9) - at(values, 0.1);
      const large = 3 * values.length >= LEAST_SHARE * objects.length;
      const rounded = at(jumps, 0.97) < 0.45 * span;
      return object > 0 && object !== NO_PART && large && rounded && span >= LEAST_SPAN
        ? [{ object, span, box: [x0, y0, x1 - x0, y1 - y0] }]
        : [];
    },
  );
}

/** Boxes of every surface that is told to read flat: a mass, or two masses together. */
async function toldFlat(motif: Motif, seed: number, flat: readonly number[]): Promise<(readonly Box[])[]> {
  const mistakes = flat.map((object) => ({ where: { objects: [object] }, flattened: 0.8 }));
  const sheet = paintMotif(motif, { mistakes }, seed);
  const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
  const { forms = [] } = await measure(motif, shot.path, { corners: shot.corners, greys: inFrame(shot), forms: true });
  return forms.filter(({ readsFlat }) => readsFlat).map(({ boxes }) => boxes);
}

/** One thing painted flat: whether it is told, whether by one mass alone, and how many surfaces elsewhere are. */
export async function flattened(motif: Motif, seed: number) {
  const things = turningThings(motif);
  const thing = things[Math.floor(chance(seed * 17 + 3)() * things.length)];
  const told = await toldFlat(motif, seed, [thing.object]);
  const own = told.filter((boxes) => boxes.every((box) => overlapOf(box, thing.box) >= 0.6));
  return {
    thing,
    found: own.length > 0,
    alone: own.some((boxes) => boxes.length === 1),
    elsewhere: told.length - own.length,
  };
}

/** Surfaces told to read flat on a faithful copy. */
export const flatOnFaithful = async (motif: Motif, seed: number): Promise<number> =>
  (await toldFlat(motif, seed, [])).length;
