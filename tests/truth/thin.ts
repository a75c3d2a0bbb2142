import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { labOf, luminance, quickValue, rgbOfLab } from '../../src/demo/studio/colour';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import { measure, paintMotif, shoot, type Motif } from './easel';
import { inFrame } from './findings';
import { lightnessOf, referenceWith, standingOut, withThing, type Thing } from './things';

/** How a stem runs: as wide and hard all along, tapering, breaking off, or softening. */
export const COURSES = ['even', 'tapering', 'breaking', 'softening'] as const;
export type StemCourse = (typeof COURSES)[number];

const RIM_MM = 10;
const HARD_MM = 0.5; // over which a hard side rises from nothing
const WOBBLE_MM = 0.15; // of a hand, one sigma of a side

/** Width (mm; 0 = it breaks off) and softness (mm) of a stem at a share of its length. */
const RUNS: Record<StemCourse, (share: number, wide: number) => { width: number; soft: number }> = {
  even: (_, wide) => ({ width: wide, soft: HARD_MM }),
  tapering: (share, wide) => ({ width: wide * (0.55 + 0.9 * share), soft: HARD_MM }),
  breaking: (share, wide) => ({ width: Math.sin(4 * Math.PI * share + 1) < -0.55 ? 0 : wide, soft: HARD_MM }),
  softening: (share, wide) => ({ width: wide, soft: share < 0.5 ? HARD_MM : 0.9 * wide }),
};

/** Where a stem runs: its middle, which way, how long and how far it bows, mm. */
interface Way {
  readonly at: readonly [number, number];
  readonly turn: number;
  readonly length: number;
  readonly bow: number;
}

const MOST_STEPS = 1; // that what lies behind a stem changes by along it: on more no one colour would stand out
const BESIDE_MM = 5;

/** Value of a motif on and beside a way, from end to end. */
function valuesAlong({ subject: { picture }, widthMm }: Motif, { at, turn, length, bow }: Way): number[] {
  const perMm = picture.width / widthMm;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return Array.from({ length: 33 }, (_, k) => {
    const along = (Math.floor(k / 3) / 10 - 0.5) * length;
    const across = bow * (0.5 - (2 * along) ** 2 / length ** 2) + ((k % 3) - 1) * BESIDE_MM;
    const [x, y] = [at[0] + along * c - across * s, at[1] + along * s + across * c].map((mm) => Math.round(mm * perMm));
    return quickValue(luminance(pixel(picture, y * picture.width + x)));
  });
}

/** A way across a motif behind which nothing changes much. */
function wayOf(motif: Motif, seed: number): Way {
  const random = chance(seed * 61 + 29);
  const { widthMm, heightMm } = motif;
  for (let tries = 0; tries < 10_000; tries++) {
    const length = (0.2 + 0.15 * random()) * Math.max(widthMm, heightMm);
    const reach = 0.5 * length + RIM_MM;
    const at = [reach + random() * (widthMm - 2 * reach), reach + random() * (heightMm - 2 * reach)] as const;
    const way = { at, length, turn: random() * Math.PI, bow: (random() - 0.5) * 0.25 * length };
    const values = valuesAlong(motif, way);
    if (Math.max(...values) - Math.min(...values) <= MOST_STEPS) return way;
  }
  throw new Error('nowhere a stem could stand out');
}

/** A bowed stem across a motif. @param hand numbers by which its sides wobble; @param wideMm absent = thin */
function stem(
  motif: Motif,
  course: StemCourse,
  { seed, hand, wideMm }: { seed: number; hand: readonly number[]; wideMm?: number },
): Thing {
  const way = wayOf(motif, seed);
  const { at, length, turn, bow } = way;
  const [cx, cy] = at;
  const wide = wideMm ?? 1.8 + 1.2 * chance(seed * 43 + 7)();
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const own = standingOut(motif.subject, motif.subject.picture.width / motif.widthMm, at, seed);
  const half = 0.5 * length + wide;
  const wobble = (share: number) => (WOBBLE_MM * (hand[Math.floor(share * hand.length)] ?? 0)) / 2;
  return {
    box: [cx - half, cy - half, 2 * half, 2 * half],
    cover: (x, y) => {
      const along = (x - cx) * c + (y - cy) * s;
      const across = (y - cy) * c - (x - cx) * s - bow * (0.5 - (2 * along) ** 2 / length ** 2);
      const share = along / length + 0.5;
      const { width, soft } = RUNS[course](share, wide);
      if (share < 0 || share > 1 || width === 0) return 0;
      return Math.min(1, Math.max(0, 0.5 - (Math.abs(across) - width / 2 - wobble(share)) / soft));
    },
    light: () => rgbOfLab([lightnessOf(own.value), own.a, own.b]),
  };
}

const wobbleOf = (seed: number): number[] => {
  const random = chance(seed * 67 + 5);
  return Array.from({ length: 40 }, () => 2 * (random() + random() - 1));
};

const sheets = new Map<string, Sheet>();

/** A motif painted by hand; what lies behind a stem is the same however the stem is painted. */
function paintedOnce(motif: Motif, seed: number): Sheet {
  const name = `${motif.name}-${seed}`;
  const sheet = sheets.get(name) ?? paintMotif(motif, {}, seed);
  sheets.set(name, sheet);
  return sheet;
}

const [FAR, DEEP_MM] = [0.35, 18]; // of a stem's length along it, and mm to either side: a patch that lies behind it
const PATCH_STEPS = 1.6; // from what lies there, away from the stem's own value

/** A patch behind a stem, whose nearer edge passes behind its middle. @param by mm further on its second side */
function patchBehind(motif: Motif, seed: number, by: number): Thing {
  const { at, length, turn, bow } = wayOf(motif, seed);
  const [cx, cy] = at;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const perMm = motif.subject.picture.width / motif.widthMm;
  const [x, y] = at.map((mm) => Math.round(mm * perMm));
  const rgb = pixel(motif.subject.picture, y * motif.subject.picture.width + x);
  const here = quickValue(luminance(rgb));
  const own = standingOut(motif.subject, perMm, at, seed);
  const value = Math.min(9.3, Math.max(1, here + (own.value > here ? -PATCH_STEPS : PATCH_STEPS)));
  const half = 0.5 * length + DEEP_MM;
  const [, a, b] = labOf(rgb);
  return {
    box: [cx - half, cy - half, 2 * half, 2 * half],
    cover: (u, v) => {
      const along = (u - cx) * c + (v - cy) * s;
      const across = (v - cy) * c - (u - cx) * s - bow * (0.5 - (2 * along) ** 2 / length ** 2);
      const from = across > 0 ? by : 0;
      const inside = Math.min(along - from, FAR * length - along, DEEP_MM - Math.abs(across));
      return Math.min(1, Math.max(0, 0.5 + inside / HARD_MM));
    },
    light: () => rgbOfLab([lightnessOf(value), a, b]),
  };
}

/** What was said of an edge that passes behind a stem. */
export interface BehindCase {
  readonly told: boolean;
  /** mm by which it is said to come out further than planned; null = nothing is said */
  readonly by: number | null;
  /** what is said of other thin shapes */
  readonly unbacked: readonly string[];
}

/**
 * Paints a motif by hand with a stem, or a bar, before an edge that comes out so many mm beside where it goes in.
 * @param how wide it is; absent = thin
 */
export async function behindCase(
  motif: Motif,
  by: number,
  { setup, seed, wideMm }: { setup: Setup; seed: number; wideMm?: number },
): Promise<BehindCase> {
  const [meant, made] = [0, by].map((mm) => patchBehind(motif, seed, mm));
  const thing = stem(motif, 'even', { seed, hand: [], wideMm });
  const own = { ...motif, reference: await referenceWith(motif, [meant, thing], `behind-${seed}`) };
  const sheet = paintedOnce(motif, seed);
  const perMm = sheet.width / motif.widthMm;
  const laid = withThing(
    withThing(sheet, made, perMm),
    stem(motif, 'even', { seed, hand: wobbleOf(seed), wideMm }),
    perMm,
  );
  const shot = await shoot(laid, own, setup);
  const { thin = [], bars = [] } = await measure(own, shot.path, {
    ...{ corners: shot.corners, greys: inFrame(shot), thin: true },
  });
  const fronts = [...thin, ...bars];
  const jumps = fronts.flatMap(({ region, behind }) => (within(region.box, thing.box) ? behind.jumps : []));
  const [jump] = jumps;
  return {
    told: jumps.length > 0,
    by: jump ? jump.painted.mm - jump.target.mm : null,
    unbacked: fronts.filter(({ region }) => !within(region.box, thing.box)).flatMap(({ behind }) => behind.words),
  };
}

/** What was said of thin shapes in a picture with a stem in it. */
export interface ThinCase {
  /** the stem was read; it was said to be too even */
  readonly read: boolean;
  readonly tooEven: boolean;
  /** other thin shapes: read, and said to be too even */
  readonly others: number;
  readonly unbacked: readonly string[];
  /** what is said not to carry on behind any */
  readonly behind: readonly string[];
}

type Box = readonly number[];
const within = ([x, y, w, h]: Box, [u, v, p, q]: Box): boolean => {
  const [across, down] = [Math.min(x + w, u + p) - Math.max(x, u), Math.min(y + h, v + q) - Math.max(y, v)];
  return across > 0 && down > 0 && across * down >= 0.5 * Math.max(1, w) * Math.max(1, h);
};

/** Paints a motif by hand with a stem that is planned one way and painted another, and reads it. */
export async function thinCase(
  motif: Motif,
  { planned, painted }: { planned: StemCourse; painted: StemCourse },
  { setup, seed }: { setup: Setup; seed: number },
): Promise<ThinCase> {
  const meant = stem(motif, planned, { seed, hand: [] });
  const made = stem(motif, painted, { seed, hand: wobbleOf(seed) });
  const own = { ...motif, reference: await referenceWith(motif, [meant], `thin-${seed}-${planned}`) };
  // The stem is laid last, with a small brush.
  const sheet = paintedOnce(motif, seed);
  const shot = await shoot(withThing(sheet, made, sheet.width / motif.widthMm), own, setup);
  const { thin = [] } = await measure(own, shot.path, { corners: shot.corners, greys: inFrame(shot), thin: true });
  const isStem = ({ region }: (typeof thin)[number]) => within(region.box, meant.box);
  const others = thin.filter((one) => !isStem(one));
  return {
    read: thin.some(isStem),
    tooEven: thin.some((one) => isStem(one) && one.tooEven),
    others: others.length,
    behind: thin.flatMap(({ behind }) => behind.words),
    unbacked: others
      .filter(({ tooEven }) => tooEven)
      .map(
        ({ lengthMm, target, painted: is }) =>
          `${lengthMm.toFixed(0)} mm, even ${target.even.toFixed(2)} to ${is.even.toFixed(2)}`,
      ),
  };
}
