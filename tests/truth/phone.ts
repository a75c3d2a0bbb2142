import { chance } from '../../src/demo/studio/chance';
import type { Setup, Shot } from '../../src/demo/studio/camera';
import type { Sheet } from '../../src/demo/studio/scene';
import { TONES, type Tones } from '../../src/demo/studio/tones';
import type { ReadReport } from '../../src/cli/report';
import { anySetup } from './corners';
import { inFrame, inject, overlapOf, type Injected } from './findings';
import { boxesOf, measure, paintIn, paintMotif, shoot, type Motif } from './easel';

/** What stands beside the canvas: a card of three greys, one grey, nothing. */
export const BESIDE = ['card', 'grey', 'nothing'] as const;
export type Beside = (typeof BESIDE)[number];

const SHAPES = Object.keys(TONES) as Tones[];

/** A phone as they are: everything it does to please, raking light on relief, a sheen of varnish. */
export function phoneSetup(seed: number, motif: Motif): Setup & { place: string } {
  const random = chance(seed * 97 + 11);
  const between = (low: number, high: number) => low + (high - low) * random();
  return {
    ...anySetup(8 * seed, motif, { place: 'wall', easel: seed % 2 === 0, wall: [0.3, 0.28, 0.26] }),
    yaw: between(-6, 6),
    pitch: between(-6, 6),
    lamp: [between(0.95, 1.4), 1, between(0.6, 1.05)],
    fallOff: between(0.1, 0.8),
    tone: between(0.25, 0.5),
    auto: 1,
    noise: between(0.006, 0.014),
    smear: between(0.4, 0.8),
    sharpen: between(0.4, 0.8),
    vivid: between(0.07, 0.19),
    local: between(0.04, 0.14),
    relief: between(0.02, 0.06),
    vignette: between(0.1, 0.25),
    glare: random() < 0.5 ? [{ at: [random(), random()], size: between(0.4, 0.8), strength: between(0.01, 0.04) }] : [],
    // Whose curve it is: no fit is told.
    tones: SHAPES[Math.floor(random() * SHAPES.length)],
    seed,
  };
}

type Finding = ReadReport['findings'][number];

/** A painting, faithful or with one error, as a phone has photographed it. */
export interface PhoneCase {
  readonly motif: Motif;
  readonly sheet: Sheet;
  readonly shot: Pick<Shot, 'corners' | 'patches'> & { readonly path: string };
  readonly injected: Injected | null;
  readonly beside: Beside;
}

export async function phoneCase(
  motif: Motif,
  { seed, beside, wrong }: { seed: number; beside: Beside; wrong: boolean },
): Promise<PhoneCase> {
  const injected = wrong ? inject(motif, seed) : null;
  const sheet = paintMotif(motif, { mistakes: injected ? [injected.mistake] : [] }, seed);
  const shot = await shoot(sheet, motif, phoneSetup(seed, motif));
  return { motif, sheet, injected, beside, shot: { path: shot.path, corners: shot.corners, patches: inFrame(shot) } };
}

const UNITS = 3; // of colour at matched value that back a finding

/**
 * Whether what was painted differs on a finding's place as it says: the sign, and half the amount (colour: 3 units at
 * least of what it says). What a phone may not be blamed for.
 */
function backed({ kind, region: { box }, difference }: Finding, motif: Motif, sheet: Sheet): boolean {
  if (kind === 'drawing' || kind === 'edge') return false;
  const [painted, meant] = [sheet, motif.subject.picture].map((one) => paintIn(one, box, motif.widthMm));
  const off = {
    value: painted.value - meant.value,
    warmth: painted.warmth - meant.warmth,
    chroma: painted.chroma - meant.chroma,
  };
  const of = kind === 'temperature' ? 'warmth' : (kind as 'value' | 'chroma');
  const said = difference[of];
  const least = kind === 'value' ? Math.abs(said) / 2 : Math.min(UNITS, Math.abs(said) / 2);
  return Math.sign(off[of]) === Math.sign(said) && Math.abs(off[of]) >= least;
}

export interface PhoneRegion {
  readonly beside: Beside;
  readonly value: number;
  readonly warmth: number;
  readonly chroma: number;
  readonly signedChroma: number;
  /** errors as shares of the half-widths stated: inside up to 1 */
  readonly ofValue: number;
  readonly ofWarmth: number;
}

export interface PhoneResult {
  readonly regions: readonly PhoneRegion[];
  /** findings the paint does not show */
  readonly unbacked: readonly string[];
  readonly injected: Injected | null;
  /** place of the injected error among the findings of its kind, from 0; -1 = not found */
  readonly rank: number;
}

function rankOf({ kind, amount, box }: Injected, findings: readonly Finding[]): number {
  const alike = findings.filter((one) => (kind === 'value' ? one.kind === 'value' : one.kind !== 'value'));
  return alike.findIndex(({ kind: called, region, difference }) => {
    if (overlapOf(region.box, box) < 0.4) return false;
    const by = kind === 'value' ? difference.value : difference.warmth;
    return called === 'chroma' || Math.sign(by) === Math.sign(amount);
  });
}

/** Reads a phone's photograph as a painter would have it read, and compares what is said with the paint. */
export async function readByPhone({ motif, sheet, shot, injected, beside }: PhoneCase): Promise<PhoneResult> {
  const boxes = boxesOf(motif);
  const greys = beside === 'card' ? shot.patches : beside === 'grey' ? shot.patches.slice(1, 2) : [];
  const report = await measure(motif, shot.path, { corners: shot.corners, greys, regions: boxes });
  return {
    regions: report.regions.map(({ painted, uncertainty }, i) => {
      const truth = paintIn(sheet, boxes[i], motif.widthMm);
      const [value, warmth] = [Math.abs(painted.value - truth.value), Math.abs(painted.warmth - truth.warmth)];
      return {
        ...{ beside, value, warmth, chroma: Math.abs(painted.chroma - truth.chroma) },
        signedChroma: painted.chroma - truth.chroma,
        ofValue: value / uncertainty.value,
        ofWarmth: warmth / uncertainty.warmth,
      };
    }),
    unbacked: report.findings.filter((one) => !backed(one, motif, sheet)).map(({ words }) => words),
    injected,
    rank: injected ? rankOf(injected, report.findings) : -1,
  };
}
