import { flatSize } from '../../src/core/photo';
import { homographyBetween, project, rectangle, type Corners } from '../../src/core/raster';
import { chance } from '../../src/demo/studio/chance';
import type { Setup, Shot } from '../../src/demo/studio/camera';
import { askOf, flatOf } from '../../src/core/session';
import type { Sheet } from '../../src/demo/studio/scene';
import { measure, paintIn, paintMotif, PHONE, plainPlan, shoot, shotOf, type Motif } from './easel';
import { someMistakes } from './values';

type Specular = NonNullable<Setup['glare']>[number];

/** A lamp's reflection somewhere on the canvas. */
const specular = (random: () => number): Specular => ({
  at: [0.2 + 0.6 * random(), 0.2 + 0.6 * random()],
  size: 0.06 + 0.07 * random(),
  strength: 0.9 + 0.8 * random(),
});

/**
 * How far a place (canvas shares) lies inside a reflection: below 1 in its middle, above 3 beyond its skirts (see the
 * camera's own formula).
 */
const depth = ({ at, size }: Specular, { widthMm, heightMm }: Motif, u: number, v: number) =>
  ((u - at[0]) / size) ** 2 + (((v - at[1]) * heightMm) / widthMm / (size * 0.6)) ** 2;

export interface MaskResult {
  /** share of what the photo shows blown by the reflection that is masked */
  readonly caught: number;
  /** share of what lies far from it that is masked too */
  readonly harmed: number;
}

/** Looks at the mask of a wet painting photographed with a lamp in it. */
export async function maskOf(motif: Motif, sheet: Sheet, seed: number): Promise<MaskResult> {
  const shine = specular(chance(seed * 61 + 3));
  const shot = await shoot(sheet, motif, { ...PHONE, ...level(motif), glare: [shine], fallOff: 0.4, seed });
  const { mask } = await flatOf(askOf(motif, [shotOf(shot, shot.patches)]), await plainPlan(motif));
  const { width, height } = { width: flatSize(motif).width / 2, height: flatSize(motif).height / 2 };
  const toPhoto = homographyBetween(rectangle(width, height), shot.corners as unknown as Corners);
  if (!toPhoto) throw new Error('no map');
  let [blown, caught, clean, harmed] = [0, 0, 0, 0];
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const far = depth(shine, motif, (x + 0.5) / width, (y + 0.5) / height);
      if (far < 1.2 && isBlown(shot, project(toPhoto, [x + 0.5, y + 0.5]))) {
        blown++;
        caught += mask[i];
      } else if (far > 4) {
        clean++;
        harmed += mask[i];
      }
    }
  }
  return { caught: blown ? caught / blown : NaN, harmed: harmed / clean };
}

function isBlown({ data, width }: Shot, [x, y]: readonly [number, number]): boolean {
  const i = 3 * (Math.floor(y) * width + Math.floor(x));
  return Math.min(data[i], data[i + 1], data[i + 2]) > 251;
}

function level({ widthMm, heightMm }: Motif): Partial<Setup> {
  const fill = Math.min(0.66, (0.75 * PHONE.height * widthMm) / (PHONE.width * heightMm));
  return { yaw: 1.5, pitch: -1, roll: 0.4, fill, wall: [0.12, 0.12, 0.12] };
}

/** Value errors under three reflections, each of which only one of three shots shows. */
export async function underFormerGlare(motif: Motif, seed: number): Promise<number[]> {
  const sheet = paintMotif(motif, { mistakes: someMistakes(motif) }, seed);
  const random = chance(seed * 97 + 11);
  const shines = [0.25, 0.5, 0.75].map((x): Specular => ({ ...specular(random), at: [x, 0.3 + 0.4 * random()] }));
  const shots = [];
  for (const [i, shine] of shines.entries()) {
    const moved = { yaw: 1.5 - i, pitch: -1 + 0.6 * i, fallOff: 0.3 + 0.1 * i, fallTowards: 40 * i };
    shots.push(await shoot(sheet, motif, { ...PHONE, ...level(motif), ...moved, glare: [shine], seed: seed + i }));
  }
  const { widthMm, heightMm } = motif;
  const regions = shines.map(({ at: [u, v], size }) => {
    const half = [0.55 * size * widthMm, 0.35 * size * widthMm];
    return [u * widthMm - half[0], v * heightMm - half[1], 2 * half[0], 2 * half[1]].map(Math.round);
  });
  const report = await measure(motif, shots[0].path, { more: shots.slice(1).map(({ path }) => path), regions });
  return report.regions.map(({ painted }, i) => Math.abs(painted.value - paintIn(sheet, regions[i], widthMm).value));
}
