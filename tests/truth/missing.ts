import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { rgbOfLab } from '../../src/demo/studio/colour';
import { measure, paintMotif, shoot, type Motif } from './easel';
import { inFrame } from './findings';
import { lightnessOf, referenceWith, standingOut, type Thing } from './things';

/** What a plan has and a painting of it has not. */
export const OMISSIONS = ['element', 'line'] as const;
export type Omission = (typeof OMISSIONS)[number];

const LEAST_SHARE = 0.011; // of the canvas
const LEAST_LENGTH = 0.055; // of its longest side
const RIM_MM = 8;

/** A rounded thing with a light and a shadow side, from 1.1 % of the canvas on. */
function element(motif: Motif, seed: number): Thing {
  const random = chance(seed * 53 + 11);
  const { widthMm, heightMm } = motif;
  const share = LEAST_SHARE * (1 + 1.5 * random());
  const long = 1 + random();
  const r = Math.sqrt((share * widthMm * heightMm) / Math.PI / long);
  const [rx, ry] = random() < 0.5 ? [r * long, r] : [r, r * long];
  const [cx, cy] = [
    rx + RIM_MM + random() * (widthMm - 2 * (rx + RIM_MM)),
    ry + RIM_MM + random() * (heightMm - 2 * (ry + RIM_MM)),
  ];
  const own = standingOut(motif.subject, motif.subject.picture.width / widthMm, [cx, cy], seed);
  const power = 2 + 2 * random(); // from an ellipse to a box with round corners
  return {
    box: [cx - rx, cy - ry, 2 * rx, 2 * ry],
    cover: (x, y) => {
      const away = (Math.abs((x - cx) / rx) ** power + Math.abs((y - cy) / ry) ** power) ** (1 / power);
      return Math.min(1, Math.max(0, 0.5 - ((away - 1) * Math.min(rx, ry)) / 0.8));
    },
    light: (x) => rgbOfLab([lightnessOf(own.value + 0.25 * ((cx - x) / rx)), own.a, own.b]),
  };
}

/** A thin curved shape, 1.2 to 4 mm wide, from 5.5 % of the longest side on. */
function line(motif: Motif, seed: number): Thing {
  const random = chance(seed * 59 + 17);
  const { widthMm, heightMm } = motif;
  const length = LEAST_LENGTH * (1 + 2 * random()) * Math.max(widthMm, heightMm);
  const width = 1.2 + 2.8 * random();
  const turn = random() * Math.PI;
  const bow = (random() - 0.5) * 0.4 * length;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const reach = 0.5 * length + RIM_MM;
  const [cx, cy] = [reach + random() * (widthMm - 2 * reach), reach + random() * (heightMm - 2 * reach)];
  const own = standingOut(motif.subject, motif.subject.picture.width / widthMm, [cx, cy], seed);
  const half = 0.5 * length + width;
  return {
    box: [cx - half, cy - half, 2 * half, 2 * half],
    cover: (x, y) => {
      const along = (x - cx) * c + (y - cy) * s;
      const across = (y - cy) * c - (x - cx) * s - bow * (0.5 - (2 * along) ** 2 / length ** 2);
      const away = Math.max(Math.abs(across) - width / 2, Math.abs(along) - length / 2);
      return Math.min(1, Math.max(0, 0.5 - away / 0.4));
    },
    light: () => rgbOfLab([lightnessOf(own.value), own.a, own.b]),
  };
}

/** A thing that a motif has not. */
const thingOf = (motif: Motif, omission: Omission, seed: number): Thing =>
  (omission === 'element' ? element : line)(motif, seed);

/** What was said of a painting that lacks things, or nothing. */
export interface MissingCase {
  readonly omissions: readonly Omission[];
  /** those of them that were told */
  readonly found: readonly Omission[];
  /** further things that are said to be missing */
  readonly unbacked: readonly string[];
}

type Box = readonly number[];
const meet = ([x, y, w, h]: Box, [u, v, p, q]: Box) => x < u + p && x + w > u && y < v + q && y + h > v;

/** Paints a motif by hand without things that its reference shows, or whole, and reads it. */
export async function missingCase(
  motif: Motif,
  omissions: readonly Omission[],
  { setup, seed }: { setup: Setup; seed: number },
): Promise<MissingCase> {
  const things = omissions.map((omission) => ({ omission, ...thingOf(motif, omission, seed) }));
  const own =
    things.length > 0 ? { ...motif, reference: await referenceWith(motif, things, `missing-${seed}`) } : motif;
  const shot = await shoot(paintMotif(own, {}, seed), own, setup);
  const { findings } = await measure(own, shot.path, { corners: shot.corners, greys: inFrame(shot) });
  const missing = findings.filter(({ kind }) => kind === 'missing');
  return {
    omissions,
    found: things.flatMap(({ omission, box }) =>
      missing.some(({ region }) => meet(region.box, box)) ? [omission] : [],
    ),
    unbacked: missing
      .filter(({ region }) => !things.some(({ box }) => meet(region.box, box)))
      .map(({ words }) => words),
  };
}
