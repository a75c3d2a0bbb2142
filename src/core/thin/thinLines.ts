import { UNITS_PER_STEP } from '../colour';
import type { Colours } from '../photo';
import { shrinkPlane, type Grid, type Plane, type Point } from '../raster';
import { connected, lengthOf, ridgesOf, type Ridge } from './ridges';
import { standsOut, widthOf } from './stands';

const CHANNELS = ['value', 'a', 'b'] as const;
/** What a thin shape is seen by. */
export type Channel = (typeof CHANNELS)[number];

/** A place on a thin shape of the plan. */
export interface ThinPlace {
  /** canvas mm */
  readonly at: Point;
  readonly ridge: Ridge;
  /** steps by which it stands out from both its sides, the weaker of them */
  readonly stands: number;
}

/** A thin shape of the plan: its places about a millimetre apart, in no order. */
export interface ThinLine {
  readonly by: Channel;
  readonly lengthMm: number;
  readonly places: readonly ThinPlace[];
}

const LEAST_MM = 8; // a piece of a thin shape is long
const LEAST_STEPS = 0.8; // a line stands out by
const LEAST_WIDE_MM = 0.9; // what is narrower no brush is asked for
const REACH = 2; // pixels over which a line goes on
const EVERY_MM = 1;
const COLOUR_MM = 1; // a photograph's colour is no finer

/** One channel of a picture as thin shapes are looked for on it, in steps. */
export interface ThinPlane {
  readonly plane: Plane;
  readonly mmPerPixel: number;
}

/** A channel of plan or painting in steps, colour as coarse as photographs have it. */
export function thinPlane(colours: Colours, by: Channel, { width, height, mmPerPixel }: Grid): ThinPlane {
  const plane = { width, height, data: colours[by] };
  if (by === 'value') return { plane, mmPerPixel };
  const coarser = Math.max(1, Math.round(COLOUR_MM / mmPerPixel));
  const small = shrinkPlane(plane, coarser);
  return {
    plane: { ...small, data: small.data.map((v) => v / UNITS_PER_STEP) },
    mmPerPixel: coarser * mmPerPixel,
  };
}

function linesOn({ plane, mmPerPixel }: ThinPlane, by: Channel): ThinLine[] {
  const step = Math.max(1, Math.round(EVERY_MM / mmPerPixel));
  return connected(ridgesOf(plane, mmPerPixel), plane.width, { reach: REACH }).flatMap((group): ThinLine[] => {
    const lengthMm = lengthOf(group, mmPerPixel);
    if (lengthMm < LEAST_MM) return [];
    const places = group.flatMap((ridge, k): ThinPlace[] => {
      if (k % step !== 0) return [];
      const stands = standsOut(plane, ridge, mmPerPixel);
      if (stands < LEAST_STEPS || widthOf(plane, ridge, stands, mmPerPixel) < LEAST_WIDE_MM) return [];
      return [{ at: [(ridge.x + 0.5) * mmPerPixel, (ridge.y + 0.5) * mmPerPixel], ridge, stands }];
    });
    return places.length > 0 ? [{ by, lengthMm, places }] : [];
  });
}

const SAME_MM = 4; // within which a line of colour is the line of value

/** Remembers where lines run, in cells, to tell quickly what runs along them. */
function runsAlong(): { note: (line: ThinLine) => void; follows: (line: ThinLine) => boolean } {
  const cells = new Set<string>();
  const around = [-1, 0, 1].flatMap((v) => [-1, 0, 1].map((u) => [u, v] as const));
  const cellOf = ([x, y]: Point): [number, number] => [Math.floor(x / SAME_MM), Math.floor(y / SAME_MM)];
  return {
    note: ({ places }) => places.forEach(({ at }) => cells.add(cellOf(at).join())),
    follows: ({ places }) => {
      const beside = places.filter(({ at }) => {
        const [x, y] = cellOf(at);
        return around.some(([u, v]) => cells.has(`${x + u},${y + v}`));
      });
      return beside.length > places.length / 2;
    },
  };
}

/** Lines of value, and those of colour that value does not show. */
function toldOnce(lines: readonly ThinLine[]): ThinLine[] {
  const { note, follows } = runsAlong();
  return lines.filter((line) => {
    const fresh = line.by === 'value' || !follows(line);
    if (fresh) note(line);
    return fresh;
  });
}

// A plan is read against many photographs: its thin shapes are looked for once and go when it goes.
const known = new WeakMap<Colours, readonly ThinLine[]>();

/** Thin shapes of a plan, some 1 to 4 mm wide: in value, and those that value does not show in a* and b*. */
export function thinLines(planned: Colours, grid: Grid): readonly ThinLine[] {
  const before = known.get(planned);
  if (before) return before;
  const lines = toldOnce(CHANNELS.flatMap((by) => linesOn(thinPlane(planned, by, grid), by)));
  known.set(planned, lines);
  return lines;
}
