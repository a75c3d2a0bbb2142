import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { measure, PHONE, shoot, type Motif } from './easel';
import type { Sheet } from '../../src/demo/studio/scene';

/** An ordinary stand: an easel before plaster, a card beside the canvas, nothing over its edge. */
export const PLAIN_STAND: Place = { place: 'grey plaster, easel, card', easel: true };
type Place = Partial<Setup> & { readonly place: string };

/** Where canvases get photographed: walls, easels, clamps, ledges over the edge, lamps. */
const PLACES: readonly Place[] = [
  PLAIN_STAND,
  { place: 'white wall, nothing else', easel: false, card: false, wall: [0.78, 0.77, 0.74] },
  { place: 'dark wall, easel', card: false, wall: [0.03, 0.03, 0.035] },
  { place: 'bricks', easel: false, behind: 'bricks', wall: [0.3, 0.17, 0.12] },
  { place: 'panelling, easel, clamp', behind: 'panelling', clamp: true, wall: [0.45, 0.4, 0.33] },
  { place: 'shelves', easel: false, behind: 'shelves', card: false, wall: [0.3, 0.24, 0.18] },
  { place: 'ledge over the edge', ledgeOver: 4, clamp: true, wall: [0.5, 0.5, 0.48] },
  { place: 'in a frame, wall', easel: false, border: { kind: 'frame', over: 6, wide: 42 }, wall: [0.5, 0.49, 0.46] },
  {
    place: 'sheet taped to a board',
    easel: false,
    card: false,
    border: { kind: 'tape', over: 9, wide: 24 },
    wall: [0.24, 0.17, 0.11],
  },
  { place: 'wall of the painting’s own middle value', easel: false, wall: [0.2, 0.2, 0.2] },
];

/** A photograph at random: any stand, lens, lamp. */
export function anySetup(
  seed: number,
  { widthMm, heightMm }: Pick<Motif, 'widthMm' | 'heightMm'>,
  place = PLACES[seed % PLACES.length],
): Setup & { place: string } {
  const random = chance(seed * 31 + 5);
  const spread = (most: number) => (2 * random() - 1) * most;
  // A tall canvas is photographed with the phone upright.
  const upright = heightMm > widthMm;
  const [width, height] = upright ? [PHONE.height, PHONE.width] : [PHONE.width, PHONE.height];
  const wide = place.border ? place.border.wide - place.border.over : 0;
  const room = 0.8 * (1 - (2 * wide) / Math.max(widthMm, heightMm)); // a frame takes its part of the picture
  const most = Math.min(room, (room * height * widthMm) / (width * heightMm));
  return {
    ...PHONE,
    ...place,
    yaw: spread(9),
    pitch: spread(8),
    roll: spread(3),
    width,
    height,
    fill: most * (0.62 + 0.38 * random()),
    off: [spread(0.03), spread(0.03)],
    lamp: [1 + 0.5 * random(), 1, 1 - 0.5 * random()],
    fallOff: 0.8 * random(),
    fallTowards: 360 * random(),
    bend: spread(0.012),
    tone: 0.1 + 0.2 * random(),
    noise: 0.004 + 0.008 * random(),
    seed: seed + 100,
  };
}

export interface CornerResult {
  readonly place: string;
  readonly motif: string;
  /** largest corner error as a share of the canvas's diagonal in the photo; null = Revlin asked instead */
  readonly error: number | null;
  readonly mean: number | null;
  readonly confidence: number;
}

const distance = (p: readonly number[], q: readonly number[]) => Math.hypot(p[0] - q[0], p[1] - q[1]);

/** Photographs a painting and lets Revlin find its corners. */
export async function findCorners(
  motif: Motif,
  sheet: Sheet,
  setup: Setup & { place: string },
): Promise<CornerResult & { path: string; truth: number[][]; found: readonly (readonly number[])[] | null }> {
  const shot = await shoot(sheet, motif, setup);
  const about = { place: setup.place, motif: motif.name, path: shot.path, truth: shot.corners };
  const diagonal = distance(shot.corners[0], shot.corners[2]);
  try {
    const { photo } = await measure(motif, shot.path, { covered: setup.border?.over });
    const errors = photo.corners.map((corner, i) => distance(corner, shot.corners[i]) / diagonal);
    return {
      ...about,
      error: Math.max(...errors),
      mean: errors.reduce((s, e) => s + e, 0) / 4,
      confidence: photo.confidence,
      found: photo.corners,
    };
  } catch (cause) {
    if ((cause as { code?: string }).code !== 'corners') throw cause;
    return { ...about, error: null, mean: null, confidence: 0, found: null };
  }
}
