import { chance } from '../../src/demo/studio/chance';
import type { ReadReport } from '../../src/cli/report';
import type { Setup } from '../../src/demo/studio/camera';
import { rgbOfLab } from '../../src/demo/studio/colour';
import { measure, paintMotif, shoot, type Motif } from './easel';
import { inFrame } from './findings';
import { lightnessOf, referenceWith, standingOut, withThing, type Thing } from './things';

/** What one of plan and painting has and the other has not. */
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

type Box = readonly number[];
const meet = ([x, y, w, h]: Box, [u, v, p, q]: Box) => x < u + p && x + w > u && y < v + q && y + h > v;

interface Placed extends Thing {
  readonly omission: Omission;
}

/** A thing that a motif has not, clear of others. */
function thingOf(motif: Motif, omission: Omission, seed: number, others: readonly Thing[]): Placed {
  for (let k = seed; ; k += 1000) {
    const thing = (omission === 'element' ? element : line)(motif, k);
    if (!others.some(({ box }) => meet(box, thing.box))) return { omission, ...thing };
  }
}

const thingsOf = (motif: Motif, omissions: readonly Omission[], seed: number, others: readonly Thing[]): Placed[] =>
  omissions.reduce<Placed[]>((all, one) => [...all, thingOf(motif, one, seed, [...others, ...all])], []);

/** What was said of a painting that lacks things and has others that are in no plan. */
export interface MissingCase {
  /** things that are left out, and as many that are in no plan */
  readonly omissions: readonly Omission[];
  /** those of them that were told */
  readonly found: readonly Omission[];
  readonly unplannedFound: readonly Omission[];
  /** further things that are said to be missing, or in no plan */
  readonly unbacked: readonly string[];
  readonly unplannedUnbacked: readonly string[];
}

/** Findings of a kind against the things they are about. */
function against(things: readonly Placed[], findings: ReadReport['findings'], kind: 'missing' | 'unplanned') {
  const own = findings.filter((one) => one.kind === kind);
  return {
    found: things.flatMap(({ omission, box }) => (own.some(({ region }) => meet(region.box, box)) ? [omission] : [])),
    unbacked: own.filter(({ region }) => !things.some(({ box }) => meet(region.box, box))).map(({ words }) => words),
  };
}

const UNPLANNED_SEED = 400;

/** Paints a motif by hand without things that its reference shows and with others that it does not, or whole. */
export async function missingCase(
  motif: Motif,
  omissions: readonly Omission[],
  { setup, seed }: { setup: Setup; seed: number },
): Promise<MissingCase> {
  const lacking = thingsOf(motif, omissions, seed, []);
  const extra = thingsOf(motif, omissions, UNPLANNED_SEED + seed, lacking);
  const { subject, widthMm } = motif;
  const picture = extra.reduce((one, thing) => withThing(one, thing, one.width / widthMm), subject.picture);
  const reference = lacking.length > 0 ? await referenceWith(motif, lacking, `missing-${seed}`) : motif.reference;
  const shot = await shoot(paintMotif({ ...motif, subject: { ...subject, picture } }, {}, seed), motif, setup);
  const asked = { corners: shot.corners, greys: inFrame(shot) };
  const { findings } = await measure({ ...motif, reference }, shot.path, asked);
  const [missing, unplanned] = [against(lacking, findings, 'missing'), against(extra, findings, 'unplanned')];
  return {
    omissions,
    ...missing,
    ...{ unplannedFound: unplanned.found, unplannedUnbacked: unplanned.unbacked },
  };
}
