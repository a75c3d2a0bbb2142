import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { discScene, photographDiscs, smoothly, type Border, type Disc, type DiscScene, type Hand } from './discs';
import { inFrame } from './findings';
import { measure } from './easel';

/** Discs whose left and right borders are each of one width. */
export interface EdgeScene extends DiscScene {
  /** by disc: to the left, to the right */
  readonly borders: readonly (readonly [Border, Border])[];
}

/** 10-90 % widths of each class, clear of its limits, mm. */
const WIDTHS = {
  hard: [0.5, 0.7, 0.85, 0.98],
  firm: [1.5, 1.9, 2.4, 2.9],
  soft: [4.3, 5.2, 6.5, 8, 9.8],
  lost: [14.5, 17],
} as const;
type EdgeClass = keyof typeof WIDTHS;
const NARROWEST = 0.45;
const WIDEST = { value: 17, colour: 9.8 }; // what spreads further in colour alone is no edge of the plan

const CELL_MM = 66; // at least: the widest border has room in it
const MOST_CELLS = [9, 7] as const;

/** The two borders pass over into one another above and below. */
const widthBetween =
  ([left, right]: readonly [Border, Border]): Disc['widthAt'] =>
  (side, { dx }) => {
    const toRight = smoothly(0.5 + dx / 24);
    return left[side] ** (1 - toRight) * right[side] ** toRight;
  };

/**
 * Discs with two borders each, painted as wide as the classes in turn, planned alike or one to three times as wide or
 * narrow.
 */
export function edgeScene(
  seed: number,
  [widthMm, heightMm]: readonly [number, number],
  classes: readonly EdgeClass[],
  by: 'value' | 'colour' = 'value',
): EdgeScene {
  const random = chance(seed * 71 + 3);
  const among = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)];
  const border = (k: number): Border => {
    const painted = among(WIDTHS[classes[k % classes.length]]);
    const planned = painted / among([1, 0.5, 2, 1, 3, 0.35]);
    return { painted, planned: Math.min(WIDEST[by], Math.max(NARROWEST, planned)) };
  };
  const cells = [widthMm, heightMm].map((mm, k) => Math.min(MOST_CELLS[k], Math.floor(mm / CELL_MM)));
  const borders = Array.from({ length: cells[0] * cells[1] }, (_, k) => [border(2 * k), border(2 * k + 1)] as const);
  const own = { name: `edges-${by}-${seed}`, widthMm, heightMm, cells: [cells[0], cells[1]] as const };
  return { ...discScene(own, random, { widthOf: (k) => widthBetween(borders[k]), radius: 0.25, by }), borders };
}

/** A border as it was read beside as it is. */
export interface EdgeResult {
  readonly border: Border;
  readonly target: { readonly widthMm: number | null; readonly class: string };
  readonly painted: {
    readonly widthMm: number | null;
    readonly atMost: boolean;
    readonly class: string;
    readonly by: string;
  };
  readonly uncertaintyMm: number;
  /** the photograph's own blur, mm */
  readonly blurMm: number;
}

/** Lines across the left and the right border of every disc, mm. */
const linesOf = ({ discs }: EdgeScene, turn: number) =>
  discs.flatMap(({ at: [x, y], radius }) =>
    [Math.PI + turn, -turn].map((angle) => {
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      return [
        [x + (radius - 12) * c, y + (radius - 12) * s],
        [x + (radius + 12) * c, y + (radius + 12) * s],
      ];
    }),
  );

/** Photographs a scene and reads every border of it. @param asPainted where it is drawn otherwise */
export async function readScene(
  scene: EdgeScene,
  setup: Setup,
  hand: Hand,
  asPainted: DiscScene = scene,
): Promise<EdgeResult[]> {
  const { motif, shot } = await photographDiscs(scene, setup, hand, asPainted);
  const lines = linesOf(scene, 0.3);
  const report = await measure(motif, shot.path, { corners: shot.corners, greys: inFrame(shot), edges: lines });
  return report.edges.map((edge, k) => ({
    border: scene.borders[k >> 1][k % 2],
    target: edge.target,
    painted: edge.painted,
    uncertaintyMm: edge.uncertaintyMm,
    blurMm: report.photo.sharpnessMm ?? 0,
  }));
}

const OFF_MM = 6;
const EVERY_THIRD = 3;

/** The scene with every third disc drawn 6 mm off, each another way. */
const drawnOff = (scene: EdgeScene): DiscScene => ({
  ...scene,
  discs: scene.discs.map((disc, k) => {
    if (k % EVERY_THIRD !== 0) return disc;
    const [c, s] = [Math.cos(2.4 * k), Math.sin(2.4 * k)];
    return { ...disc, at: [disc.at[0] + OFF_MM * c, disc.at[1] + OFF_MM * s] };
  }),
});

/**
 * How wide each border of what is drawn 6 mm off was read, beside the same where it is planned, mm; null = lost.
 * @param inPlace the same picture with everything in its place, as it was read
 */
export async function readDrawnOff(
  scene: EdgeScene,
  setup: Setup,
  hand: Hand,
  inPlace: readonly EdgeResult[],
): Promise<(readonly [off: number | null, inPlace: number | null])[]> {
  const off = await readScene(scene, setup, hand, drawnOff(scene));
  return off.flatMap(({ painted, border }, k) =>
    (k >> 1) % EVERY_THIRD === 0 && border.painted > inPlace[k].blurMm
      ? [[painted.widthMm, inPlace[k].painted.widthMm] as const]
      : [],
  );
}
