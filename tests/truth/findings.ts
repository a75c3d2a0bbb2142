import { chance } from '../../src/demo/studio/chance';
import type { Shot } from '../../src/demo/studio/camera';
import type { Mistake } from '../../src/demo/studio/scene';
import { anySetup, PLAIN_STAND } from './corners';
import { measure, paintMotif, shoot, type Motif } from './easel';

/** Patches that lie wholly in the frame. */
export const inFrame = ({ patches, width, height }: Shot) =>
  patches.filter(({ box: [x, y, w, h] }) => x >= 0 && y >= 0 && x + w <= width && y + h <= height);

export interface Injected {
  readonly kind: 'value' | 'temperature' | 'chroma';
  /** painted minus plan */
  readonly amount: number;
  readonly mistake: Mistake;
  readonly box: readonly [number, number, number, number];
}

/** An error over an object or a box of at least 3 % of the canvas. */
export function inject(motif: Motif, seed: number): Injected {
  const random = chance(seed * 131 + 7);
  const { widthMm, heightMm } = motif;
  const [w, h] = [widthMm * (0.2 + 0.2 * random()), heightMm * (0.2 + 0.2 * random())];
  const box = [random() * (widthMm - w), random() * (heightMm - h), w, h] as const;
  const sign = random() < 0.5 ? -1 : 1;
  if (seed % 3 < 2) {
    const amount = sign * (0.5 + 0.6 * random());
    // Every other one as a mixture that keeps its colour, the rest as in other light.
    const mistake = seed % 2 ? { where: { box }, mixed: amount } : { where: { box }, value: amount };
    return { kind: 'value', amount, box, mistake };
  }
  const amount = sign * (5 + 6 * random());
  return { kind: 'temperature', amount, box, mistake: { where: { box }, warmer: amount } };
}

/** Share of the smaller box that lies in the other. */
export const overlapOf = (a: readonly number[], b: readonly number[]) => {
  const w = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const h = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return w <= 0 || h <= 0 ? 0 : (w * h) / Math.min(a[2] * a[3], b[2] * b[3]);
};

/**
 * Paints one injected error and looks for it among the findings of its kind: its rank from 0, or -1; and what its place
 * is first said to be off by.
 */
export async function lookFor(
  motif: Motif,
  seed: number,
): Promise<{
  injected: Injected;
  rank: number;
  leading: string | null;
  /** findings of colour on the place of an error of value alone */
  companions: number;
  findings: { kind: string; words: string; region: { box: readonly number[] } }[];
}> {
  const injected = inject(motif, seed);
  const sheet = paintMotif(motif, { mistakes: [injected.mistake] }, seed);
  const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
  const { findings } = await measure(motif, shot.path, { corners: shot.corners, greys: inFrame(shot) });
  const sign = Math.sign(injected.amount);
  const alike = findings.filter(({ kind }) => (kind === 'value') === (injected.kind === 'value'));
  const rank = alike.findIndex(({ kind, region, difference }) => {
    if (overlapOf(region.box, injected.box) < 0.4) return false;
    if (injected.kind === 'value') return kind === 'value' && Math.sign(difference.value) === sign;
    // A shift along the warm axis in a coloured passage may rightly be called a change of strength.
    return kind !== 'value' && (kind === 'chroma' || Math.sign(difference.warmth) === sign);
  });
  const leading = findings.find(({ region }) => overlapOf(region.box, injected.box) >= 0.4)?.kind ?? null;
  const companions = findings.filter(
    ({ kind, region }) =>
      injected.kind === 'value' &&
      (kind === 'temperature' || kind === 'chroma') &&
      overlapOf(region.box, injected.box) >= 0.4,
  ).length;
  return { injected, rank, leading, companions, findings };
}

/** Findings raised on a faithful copy. */
export async function falseAlarms(motif: Motif, seed: number): Promise<string[]> {
  const sheet = paintMotif(motif, {}, seed);
  const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
  const { findings } = await measure(motif, shot.path, { corners: shot.corners, greys: inFrame(shot) });
  return findings.map(({ words }) => words);
}
