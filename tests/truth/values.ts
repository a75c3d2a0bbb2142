import type { Setup } from '../../src/demo/studio/camera';
import type { Mistake, Sheet } from '../../src/demo/studio/scene';
import { LINEAR, measure, paintIn, paintMotif, PHONE, printMotif, shoot, TUNGSTEN, type Motif } from './easel';

/** Boxes (shares of the canvas) that are read in every picture. */
const BOXES = [
  [0.06, 0.08, 0.12, 0.14],
  [0.42, 0.1, 0.12, 0.12],
  [0.78, 0.1, 0.14, 0.14],
  [0.24, 0.42, 0.08, 0.1],
  [0.5, 0.56, 0.08, 0.1],
  [0.74, 0.5, 0.08, 0.1],
  [0.1, 0.76, 0.14, 0.12],
  [0.46, 0.82, 0.16, 0.1],
  [0.8, 0.8, 0.12, 0.12],
] as const;

const boxesOf = ({ widthMm, heightMm }: Motif) =>
  BOXES.map(([x, y, w, h]) => [x * widthMm, y * heightMm, w * widthMm, h * heightMm].map((v) => Math.round(v)));

export interface RegionError {
  readonly motif: string;
  readonly value: number;
  readonly warmth: number;
  readonly chroma: number;
  /** whether the true value lies inside the uncertainty that was stated */
  readonly inside: boolean;
}

/** Reads boxes of a painting in a photograph and compares with the paint that is really there. */
async function regionErrors(
  motif: Motif,
  sheet: Sheet,
  { setup, card, cornersGiven }: { setup: Setup; card: boolean; cornersGiven: boolean },
): Promise<RegionError[]> {
  const shot = await shoot(sheet, motif, setup);
  const boxes = boxesOf(motif);
  const report = await measure(motif, shot.path, {
    regions: boxes,
    greys: card ? shot.patches : [],
    corners: cornersGiven ? shot.corners : undefined,
  });
  return report.regions.map(({ painted, uncertainty }, i) => {
    const truth = paintIn(sheet, boxes[i], motif.widthMm);
    return {
      motif: motif.name,
      value: Math.abs(painted.value - truth.value),
      warmth: Math.abs(painted.warmth - truth.warmth),
      chroma: Math.abs(painted.chroma - truth.chroma),
      inside: Math.abs(painted.value - truth.value) <= uncertainty.value,
    };
  });
}

/** Some passages wrong, as in any painting under way. */
export const someMistakes = ({ widthMm, heightMm }: Motif): Mistake[] => [
  { where: { box: [0.3 * widthMm, 0.35 * heightMm, 0.3 * widthMm, 0.3 * heightMm] }, value: 0.8 },
  { where: { box: [0, 0.7 * heightMm, 0.45 * widthMm, 0.3 * heightMm] }, value: -0.6, warmer: 6 },
];

const hard = (motif: Motif, seed: number): Setup => {
  const upright = motif.heightMm > motif.widthMm;
  return {
    ...PHONE,
    width: upright ? PHONE.height : PHONE.width,
    height: upright ? PHONE.width : PHONE.height,
    fill: upright ? 0.6 : 0.6,
    lamp: TUNGSTEN,
    fallOff: 1,
    fallTowards: seed * 77,
    seed,
  };
};

const sheets = new Map<string, Sheet>();
/** Painting takes longest: each motif is painted once. */
function sheetOf(motif: Motif, how: 'painted' | 'printed', seed: number): Sheet {
  const name = `${motif.name}-${how}`;
  const known = sheets.get(name);
  if (known) return known;
  const errors = { mistakes: someMistakes(motif) };
  const sheet = how === 'painted' ? paintMotif(motif, errors, seed) : printMotif(motif, errors);
  sheets.set(name, sheet);
  return sheet;
}

export type Condition =
  'linear, corners given' | 'clean, head-on' | 'tungsten, one stop, card' | 'tungsten, one stop, no card';

/** Reads every motif under one condition. */
export async function readUnder(condition: Condition, motifs: readonly Motif[]): Promise<RegionError[]> {
  const all: RegionError[] = [];
  for (const [i, motif] of motifs.entries()) {
    const seed = i + 1;
    const fill =
      motif.heightMm > motif.widthMm ? (0.8 * LINEAR.height * motif.widthMm) / (LINEAR.width * motif.heightMm) : 0.66;
    if (condition === 'linear, corners given') {
      const sheet = sheetOf(motif, 'printed', seed);
      const setup = { ...LINEAR, yaw: 0, pitch: 0, roll: 0, fill, card: false };
      all.push(...(await regionErrors(motif, sheet, { setup, card: false, cornersGiven: true })));
    } else {
      const sheet = sheetOf(motif, 'painted', seed);
      const clean: Setup = {
        ...PHONE,
        yaw: 1,
        pitch: -1,
        roll: 0.3,
        fill,
        lamp: [1.04, 1, 0.96],
        fallOff: 0.15,
        vignette: 0.05,
        seed,
      };
      const setup = condition === 'clean, head-on' ? clean : hard(motif, seed);
      const card = condition !== 'tungsten, one stop, no card';
      all.push(...(await regionErrors(motif, sheet, { setup, card, cornersGiven: true })));
    }
  }
  return all;
}
