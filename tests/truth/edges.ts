import { join } from 'node:path';
import sharp from 'sharp';
import { chance, smoothNoise } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { lightOfValue, type Rgb } from '../../src/demo/studio/colour';
import { bytesOf } from '../../src/demo/studio/files';
import type { Sheet } from '../../src/demo/studio/scene';
import { inFrame } from './findings';
import { measure, scenes, shoot, type Motif } from './easel';

/** One half of a disc's border: how wide it rises in the plan and as it is painted, 10-90 %, mm. */
export interface Border {
  readonly planned: number;
  readonly painted: number;
}

/** A disc on an even ground, its left and its right border of their own. */
interface Disc {
  readonly at: readonly [number, number];
  readonly radius: number;
  /** steps its inside differs from the ground by, as planned; and times as much as painted */
  readonly contrast: number;
  readonly times: number;
  readonly left: Border;
  readonly right: Border;
  readonly tint: Rgb;
}

/** A picture whose every edge is known: discs on a ground that grows lighter to one side. */
export interface EdgeScene {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly discs: readonly Disc[];
}

const SPREAD = 2.5631; // 10-90 % of a normal rise of one sigma
/** Share of a normal distribution below z, within 0.0002. */
const share = (z: number): number => 1 / (1 + Math.exp(-z * (1.5976 + 0.070566 * z * z)));

const smoothly = (t: number) => {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
};

/** How an edge wanders by hand: mm it lies outside its place at an angle. */
type Wander = (disc: number, angle: number) => number;

const GROUND = 5.2;

/** Columns and rows of discs. */
const CELLS = [4, 3] as const;

/** Value and tint at a place, mm. */
function paintAt(
  { discs, widthMm, heightMm }: EdgeScene,
  [x, y]: readonly [number, number],
  side: 'planned' | 'painted',
  wander: Wander,
): { value: number; tint: Rgb } {
  // A disc stays inside its own cell.
  const k = Math.floor((CELLS[1] * y) / heightMm) * CELLS[0] + Math.floor((CELLS[0] * x) / widthMm);
  const { at, radius, left, right, contrast, times, tint } = discs[k];
  const [dx, dy] = [x - at[0], y - at[1]];
  const toRight = smoothly(0.5 + dx / 24); // the two borders pass over into one another above and below
  const wide = left[side] ** (1 - toRight) * right[side] ** toRight;
  const inside = share(((radius + wander(k, Math.atan2(dy, dx)) - Math.hypot(dx, dy)) * SPREAD) / wide);
  return {
    value: GROUND + (0.5 * x) / widthMm + (side === 'painted' ? times : 1) * contrast * inside,
    tint: [0, 1, 2].map((c) => 1 + inside * (tint[c] - 1)) as Rgb,
  };
}

interface Hand {
  readonly pxPerMm: number;
  /** steps by which strokes differ, and mm by which an edge wanders */
  readonly strokes: number;
  readonly wander: number;
  readonly seed: number;
}

/** The scene as light, as planned or as painted. */
function sheetOf(scene: EdgeScene, side: 'planned' | 'painted', { pxPerMm, strokes, wander, seed }: Hand): Sheet {
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

/** Widths from well inside hard to beyond soft. */
const WIDTHS = [0.5, 0.8, 1, 1.5, 1.9, 2.4, 3, 4.2, 5, 6.5, 8, 10] as const;

const WIDEST = 17; // lost

/** Twelve discs with twenty-four borders: every width planned, painted alike or one to four times as wide or narrow. */
export function edgeScene(seed: number, [widthMm, heightMm]: readonly [number, number]): EdgeScene {
  const random = chance(seed * 71 + 3);
  const border = (k: number): Border => {
    const planned = WIDTHS[(k * 5 + seed) % WIDTHS.length];
    const factor = [1, 0.5, 2, 1, 3, 0.35][Math.floor(random() * 6)];
    return { planned, painted: Math.min(WIDEST, Math.max(0.45, planned * factor)) };
  };
  const cell = [widthMm / CELLS[0], heightMm / CELLS[1]] as const;
  const discs = Array.from({ length: CELLS[0] * CELLS[1] }, (_, k): Disc => {
    const at = [
      (k % CELLS[0]) * cell[0] + cell[0] * (0.47 + 0.06 * random()),
      Math.floor(k / CELLS[0]) * cell[1] + cell[1] * (0.47 + 0.06 * random()),
    ] as const;
    const contrast = (random() < 0.5 ? -1 : 1) * (0.8 + 1.8 * random());
    return {
      at,
      radius: Math.min(...cell) * (0.25 + 0.04 * random()),
      contrast,
      times: 0.85 + 0.3 * random(),
      left: border(2 * k),
      right: border(2 * k + 1),
      tint: [1 + 0.2 * (random() - 0.5), 1, 1 + 0.2 * (random() - 0.5)],
    };
  });
  return { name: `edges-${seed}`, widthMm, heightMm, discs };
}

/** A border as it was read beside as it is. */
export interface EdgeResult {
  readonly border: Border;
  readonly target: { readonly widthMm: number | null; readonly class: string };
  readonly painted: { readonly widthMm: number | null; readonly atMost: boolean; readonly class: string };
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

const OFF_MM = 6;
const EVERY_THIRD = 3;

/** The scene with every third disc drawn 6 mm off, each another way. */
const drawnOff = (scene: EdgeScene): EdgeScene => ({
  ...scene,
  discs: scene.discs.map((disc, k) => {
    if (k % EVERY_THIRD !== 0) return disc;
    const [c, s] = [Math.cos(2.4 * k), Math.sin(2.4 * k)];
    return { ...disc, at: [disc.at[0] + OFF_MM * c, disc.at[1] + OFF_MM * s] };
  }),
});

/** How wide each border of what is drawn 6 mm off was read, beside the same where it is planned, mm; null = lost. */
export async function readDrawnOff(
  scene: EdgeScene,
  setup: Setup,
  hand: Omit<Hand, 'pxPerMm'>,
): Promise<(readonly [off: number | null, inPlace: number | null])[]> {
  const off = await readScene(scene, setup, hand, drawnOff(scene));
  const inPlace = await readScene(scene, setup, hand);
  return off.flatMap(({ painted, border }, k) =>
    (k >> 1) % EVERY_THIRD === 0 && border.painted > inPlace[k].blurMm
      ? [[painted.widthMm, inPlace[k].painted.widthMm] as const]
      : [],
  );
}

/** Photographs a scene and reads every border of it. @param asPainted where it is drawn otherwise */
export async function readScene(
  scene: EdgeScene,
  setup: Setup,
  { strokes, wander, seed }: Omit<Hand, 'pxPerMm'>,
  asPainted: EdgeScene = scene,
): Promise<EdgeResult[]> {
  const pxPerMm = Math.min(5, 2400 / scene.widthMm);
  const planned = sheetOf(scene, 'planned', { pxPerMm, strokes: 0, wander: 0, seed });
  const reference = join(scenes, `${scene.name}.png`);
  const raw = { width: planned.width, height: planned.height, channels: 3 } as const;
  await sharp(bytesOf(planned), { raw }).png({ compressionLevel: 2 }).toFile(reference);
  const painted = sheetOf(asPainted, 'painted', { pxPerMm, strokes, wander, seed });
  const motif: Motif = { ...scene, reference, subject: { picture: planned, objects: new Uint8Array(0) } };
  const shot = await shoot(painted, motif, setup);
  const lines = linesOf(scene, 0.3);
  const report = await measure(motif, shot.path, { corners: shot.corners, greys: inFrame(shot), edges: lines });
  return report.edges.map((edge, k) => ({
    border: k % 2 === 0 ? scene.discs[k >> 1].left : scene.discs[k >> 1].right,
    target: edge.target,
    painted: edge.painted,
    uncertaintyMm: edge.uncertaintyMm,
    blurMm: report.photo.sharpnessMm ?? 0,
  }));
}
