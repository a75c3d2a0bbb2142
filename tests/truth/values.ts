import { halfWidth, placeOfBox, type Box } from '../../src/core/raster';
import { askOf, readSession, type SessionAsk } from '../../src/core/session';
import { CARD_VALUES as PRINTED_VALUES } from '../../src/core/photo';
import { chance, normal } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import type { Mistake, Sheet } from '../../src/demo/studio/scene';
import {
  boxesOf,
  LINEAR,
  measure,
  openPicture,
  paintIn,
  paintMotif,
  PHONE,
  plainPlan,
  printMotif,
  shoot,
  shotOf,
  TUNGSTEN,
  type Motif,
} from './easel';

export interface RegionError {
  readonly motif: string;
  readonly value: number;
  readonly warmth: number;
  readonly chroma: number;
  /** painted minus truth, steps: two of them make a relation's error */
  readonly signed: number;
  /** error of chroma as a share of it; null where there is hardly any */
  readonly strength: number | null;
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
      signed: painted.value - truth.value,
      strength: truth.chroma > 12 ? Math.abs(painted.chroma / truth.chroma - 1) : null,
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

/** The printed card beside the canvas instead of one that is marked by hand: no two printers make the same greys. */
function printedCard({ widthMm, heightMm }: Motif, seed: number): Partial<Setup> {
  const random = chance(seed * 7 + 3);
  const printed = PRINTED_VALUES.map((value, k) => value + normal(random) * (k === 0 ? 0.05 : 0.18));
  // The card needs its room beside the canvas: the camera steps back.
  const room = Math.min(0.62, widthMm / (widthMm + 2 * 110), (0.75 * widthMm) / Math.max(heightMm, 190));
  return { card: false, printed, width: PHONE.width, height: PHONE.height, fill: room };
}

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
  | 'linear, corners given'
  | 'clean, head-on'
  | 'tungsten, one stop, card'
  | 'tungsten, one stop, printed card'
  | 'tungsten, one stop, no card'
  | 'tungsten, one stop, last session known'
  | 'tungsten, one stop, white board';

/**
 * The same through the core, which alone knows of sessions and white boards: the command line reads one photograph at a
 * time.
 */
async function withWitness(
  motif: Motif,
  sheet: Sheet,
  { seed, witness }: { seed: number; witness: 'before' | 'board' },
): Promise<RegionError[]> {
  const plan = await plainPlan(motif);
  const now = await shoot(sheet, motif, { ...hard(motif, seed), card: false });
  let ask: SessionAsk = { ...askOf(motif, [shotOf(now, [])]), plan };
  if (witness === 'board') {
    const white: Sheet = { ...sheet, data: new Float32Array(sheet.data.length).fill(0.8) };
    const board = await shoot(white, motif, { ...hard(motif, seed), card: false });
    ask = { ...ask, board: { open: () => openPicture(board.path), corners: null } };
  } else {
    // Last session other passages were wrong, and the photograph was a good one.
    const { widthMm, heightMm } = motif;
    const earlier = paintMotif(
      motif,
      { mistakes: [{ where: { box: [0.5 * widthMm, 0, 0.5 * widthMm, 0.6 * heightMm] }, value: -0.9, warmer: -7 }] },
      seed + 9,
    );
    const then = await shoot(earlier, motif, {
      ...hard(motif, seed),
      lamp: [1.05, 1, 0.95],
      fallOff: 0.2,
      seed: seed + 5,
    });
    const { flat } = await readSession({ ...askOf(motif, [shotOf(then, then.patches)]), plan });
    ask = { ...ask, before: () => flat.small };
  }
  const boxes = boxesOf(motif);
  const { places } = await readSession({ ...ask, places: boxes.map((box) => placeOfBox(box as unknown as Box)) });
  return boxes.flatMap((box, i) => {
    const read = places[i]?.paint;
    if (!read) return [];
    const truth = paintIn(sheet, box, motif.widthMm);
    const value = Math.abs(read.painted.value - truth.value);
    return [
      {
        motif: motif.name,
        value,
        warmth: Math.abs(read.painted.warmth - truth.warmth),
        chroma: Math.abs(read.painted.chroma - truth.chroma),
        signed: read.painted.value - truth.value,
        strength: truth.chroma > 12 ? Math.abs(read.painted.chroma / truth.chroma - 1) : null,
        inside: value <= halfWidth(read.uncertainty.value),
      },
    ];
  });
}

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
      if (condition === 'tungsten, one stop, last session known' || condition === 'tungsten, one stop, white board') {
        const witness = condition.endsWith('board') ? 'board' : 'before';
        all.push(...(await withWitness(motif, sheet, { seed, witness })));
        continue;
      }
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
      const lit = condition === 'clean, head-on' ? clean : hard(motif, seed);
      const setup = condition.endsWith('printed card') ? { ...lit, ...printedCard(motif, seed) } : lit;
      const card = condition !== 'tungsten, one stop, no card' && !condition.endsWith('printed card');
      all.push(...(await regionErrors(motif, sheet, { setup, card, cornersGiven: true })));
    }
  }
  return all;
}
