import { join } from 'node:path';
import sharp from 'sharp';
import { chance, smoothNoise } from '../../src/demo/studio/chance';
import type { Setup, Shot } from '../../src/demo/studio/camera';
import { lightOfValue, luminance, type Rgb } from '../../src/demo/studio/colour';
import { bytesOf } from '../../src/demo/studio/files';
import type { Sheet } from '../../src/demo/studio/scene';
import { scenes, shoot, type Motif } from './easel';

export type Side = 'planned' | 'painted';

/** How wide a border rises in the plan and as it is painted, 10-90 %, mm. */
export type Border = Readonly<Record<Side, number>>;

/** A disc on an even ground. */
export interface Disc {
  readonly at: readonly [number, number];
  readonly radius: number;
  /** steps its inside differs from the ground by, as planned; and times as much as painted */
  readonly contrast: number;
  readonly times: number;
  readonly tint: Rgb;
  /** how wide its border is at a place, mm to the right of its middle and at an angle */
  readonly widthAt: (side: Side, place: { readonly dx: number; readonly angle: number }) => number;
}

/** A picture whose every edge is known: discs, one in each cell, on a ground that grows lighter to one side. */
export interface DiscScene {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** columns and rows of discs */
  readonly cells: readonly [number, number];
  readonly discs: readonly Disc[];
}

const LEAST_STEPS = 0.8; // that a disc differs from the ground by

/** Redder or greener than grey, and as light. */
const asLight = (by: number): Rgb => {
  const [red, green, blue] = [1 + by, 1 - 0.3 * by, 1 - 0.3 * by];
  const light = luminance([red, green, blue]);
  return [red / light, green / light, blue / light];
};

/**
 * A disc in each cell, of its own size, contrast and tint.
 * @param how borders by the number of the disc, its radius as a share of its cell, whether value tells it from the
 * ground or colour alone, and by how many steps at least
 */
export function discScene(
  { name, widthMm, heightMm, cells }: Omit<DiscScene, 'discs'>,
  random: ReturnType<typeof chance>,
  how: { widthOf: (k: number) => Disc['widthAt']; radius: number; by?: 'value' | 'colour'; least?: number },
): DiscScene {
  const cell = [widthMm / cells[0], heightMm / cells[1]] as const;
  const discs = Array.from({ length: cells[0] * cells[1] }, (_, k): Disc => {
    const at = [
      (k % cells[0]) * cell[0] + cell[0] * (0.47 + 0.06 * random()),
      Math.floor(k / cells[0]) * cell[1] + cell[1] * (0.47 + 0.06 * random()),
    ] as const;
    const contrast = (random() < 0.5 ? -1 : 1) * ((how.least ?? LEAST_STEPS) + 1.8 * random());
    const tint: Rgb = [1 + 0.2 * (random() - 0.5), 1, 1 + 0.2 * (random() - 0.5)];
    const byColour = how.by === 'colour';
    return {
      at,
      radius: Math.min(...cell) * (how.radius + 0.04 * random()),
      contrast: byColour ? 0 : contrast,
      times: 0.85 + 0.3 * random(),
      widthAt: how.widthOf(k),
      tint: byColour ? asLight(0.75 * Math.sign(contrast)) : tint,
    };
  });
  return { name, widthMm, heightMm, cells, discs };
}

const SPREAD = 2.5631; // 10-90 % of a normal rise of one sigma
/** Share of a normal distribution below z, within 0.0002. */
const share = (z: number): number => 1 / (1 + Math.exp(-z * (1.5976 + 0.070566 * z * z)));

/** 0 before, 1 after, without a corner between. */
export const smoothly = (t: number) => {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
};

/** How an edge wanders by hand: mm it lies outside its place at an angle. */
type Wander = (disc: number, angle: number) => number;

const GROUND = 5.2;

/** Value and tint at a place, mm. */
function paintAt(
  { discs, widthMm, heightMm, cells }: DiscScene,
  [x, y]: readonly [number, number],
  side: Side,
  wander: Wander,
): { value: number; tint: Rgb } {
  // A disc stays inside its own cell.
  const k = Math.floor((cells[1] * y) / heightMm) * cells[0] + Math.floor((cells[0] * x) / widthMm);
  const { at, radius, contrast, times, tint, widthAt } = discs[k];
  const [dx, dy] = [x - at[0], y - at[1]];
  const angle = Math.atan2(dy, dx);
  const inside = share(((radius + wander(k, angle) - Math.hypot(dx, dy)) * SPREAD) / widthAt(side, { dx, angle }));
  return {
    value: GROUND + (0.5 * x) / widthMm + (side === 'painted' ? times : 1) * contrast * inside,
    tint: [0, 1, 2].map((c) => 1 + inside * (tint[c] - 1)) as Rgb,
  };
}

/** How steady a hand paints them. */
export interface Hand {
  /** steps by which strokes differ, and mm by which an edge wanders */
  readonly strokes: number;
  readonly wander: number;
  readonly seed: number;
}

/** The scene as light, as planned or as painted. */
function sheetOf(scene: DiscScene, side: Side, pxPerMm: number, { strokes, wander, seed }: Hand): Sheet {
  const [width, height] = [scene.widthMm * pxPerMm, scene.heightMm * pxPerMm].map(Math.round);
  const data = new Float32Array(width * height * 3);
  const brush = smoothNoise(seed + 3);
  const edge = smoothNoise(seed + 9);
  const aside: Wander = (k, angle) =>
    wander === 0 ? 0 : wander * edge(20 * k + 4 * Math.cos(angle), 4 * Math.sin(angle));
  for (let v = 0, i = 0; v < height; v++)
    for (let u = 0; u < width; u++, i += 3) {
      const [x, y] = [(u + 0.5) / pxPerMm, (v + 0.5) / pxPerMm];
      const { value, tint } = paintAt(scene, [x, y], side, aside);
      const stroke = strokes === 0 ? 0 : strokes * (brush(x / 4, y / 1.1) + 0.6 * brush(60 + x / 1.1, y / 3.3));
      const light = lightOfValue(value + stroke);
      for (let c = 0; c < 3; c++) data[i + c] = light * tint[c];
    }
  return { width, height, data };
}

/** Paints and photographs a scene. @param asPainted where it is drawn otherwise than planned */
export async function photographDiscs(
  scene: DiscScene,
  setup: Setup,
  hand: Hand,
  asPainted: DiscScene = scene,
): Promise<{ motif: Motif; shot: Shot & { path: string } }> {
  const pxPerMm = Math.min(5, 2400 / scene.widthMm);
  const planned = sheetOf(scene, 'planned', pxPerMm, { strokes: 0, wander: 0, seed: hand.seed });
  const reference = join(scenes, `${scene.name}.png`);
  const raw = { width: planned.width, height: planned.height, channels: 3 } as const;
  await sharp(bytesOf(planned), { raw }).png({ compressionLevel: 2 }).toFile(reference);
  const motif: Motif = { ...scene, reference, subject: { picture: planned, objects: new Uint8Array(0) } };
  return { motif, shot: await shoot(sheetOf(asPainted, 'painted', pxPerMm, hand), motif, setup) };
}
