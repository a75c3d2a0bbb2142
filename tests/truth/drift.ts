import { chance } from '../../src/demo/studio/chance';
import type { Misplaced, Sheet } from '../../src/demo/studio/scene';
import { anySetup, PLAIN_STAND } from './corners';
import { measure, paintIn, paintMotif, shoot, type Motif } from './easel';
import { medianOf } from './statistics';
import { someMistakes } from './values';

type Pair = readonly [number, number];

/** Where a hand that misplaces puts a place of the plan: the fixed point of the simulator's own arithmetic. */
function putAt([x, y]: Pair, { at, by, reach }: Misplaced): Pair {
  let [u, v] = [x, y];
  for (let round = 0; round < 40; round++) {
    const d2 = ((u - at[0]) ** 2 + (v - at[1]) ** 2) / reach ** 2;
    const share = d2 > 9 ? 0 : Math.exp(-0.5 * d2);
    [u, v] = [x + by[0] * share, y + by[1] * share];
  }
  return [u, v];
}

const CLAIMED = 0.5;

export interface DriftResult {
  /** mm off at every place where confidence is claimed */
  readonly errors: readonly number[];
  /** mm off elsewhere, where the shift is still used to lay the painting over the plan */
  readonly unclaimed: readonly number[];
  /** share of places at which it is */
  readonly claimed: number;
  readonly global: { readonly offset: Pair; readonly scale: number; readonly rotationDegrees: number };
  /** findings about the drawing */
  readonly words: readonly string[];
}

/**
 * @param errors what the painter gets wrong;
 * @param truth where a place of the plan was really put;
 * @param counts which places count
 */
async function drawn(
  motif: Motif,
  {
    sheet,
    seed,
    truth,
    counts,
  }: { sheet: Sheet; seed: number; truth: (at: Pair) => Pair; counts: (moved: Pair, at: Pair) => boolean },
): Promise<DriftResult> {
  const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
  const { drawing, findings } = await measure(motif, shot.path, {
    corners: shot.corners,
    greys: shot.patches.filter(
      ({ box: [x, y, w, h] }) => x >= 0 && y >= 0 && x + w <= shot.width && y + h <= shot.height,
    ),
  });
  const [errors, unclaimed]: [number[], number[]] = [[], []];
  for (const { at, shift, confidence } of drawing.drift) {
    const there = truth(at);
    const moved: Pair = [there[0] - at[0], there[1] - at[1]];
    if (!counts(moved, at)) continue;
    (confidence >= CLAIMED ? errors : unclaimed).push(Math.hypot(shift[0] - moved[0], shift[1] - moved[1]));
  }
  return {
    errors,
    unclaimed,
    claimed: errors.length / Math.max(1, errors.length + unclaimed.length),
    global: drawing.global,
    words: findings.filter(({ kind }) => kind === 'drawing').map(({ words }) => words),
  };
}

/** A passage 3 to 12 mm out of place, in a painting whose values and colours are partly wrong too. */
export async function misplacedPassage(motif: Motif, seed: number): Promise<DriftResult & { readonly size: number }> {
  const random = chance(seed * 53 + 11);
  const { widthMm, heightMm } = motif;
  const size = 3 + 9 * random();
  const turn = 2 * Math.PI * random();
  const misplaced: Misplaced = {
    at: [widthMm * (0.25 + 0.5 * random()), heightMm * (0.25 + 0.5 * random())],
    by: [size * Math.cos(turn), size * Math.sin(turn)],
    reach: 28 + 14 * random(),
  };
  const sheet = paintMotif(motif, { misplaced: [misplaced], mistakes: seed % 2 ? someMistakes(motif) : [] }, seed);
  const result = await drawn(motif, {
    sheet,
    seed,
    truth: (at) => putAt(at, misplaced),
    counts: (moved) => Math.hypot(...moved) >= Math.max(2, size / 2),
  });
  return { ...result, size };
}

/** A faithful copy: nothing moved. */
export const faithfulDrawing = (motif: Motif, seed: number): Promise<DriftResult> =>
  drawn(motif, { sheet: paintMotif(motif, {}, seed), seed, truth: (at) => at, counts: () => true });

export interface Pose {
  readonly offset: Pair;
  readonly scale: number;
  readonly turn: number;
}

/** The motif as someone sees it who draws it all shifted, too large and turned about the canvas's middle. */
function posed(motif: Motif, { offset, scale, turn }: Pose): Motif {
  const { widthMm, heightMm } = motif;
  const { picture, objects } = motif.subject;
  const { width, height } = picture;
  const mm = widthMm / width;
  const [c, s] = [Math.cos((turn * Math.PI) / 180) / scale, Math.sin((turn * Math.PI) / 180) / scale];
  const data = new Float32Array(picture.data.length);
  const things = new Uint8Array(objects.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const [qx, qy] = [x * mm - widthMm / 2 - offset[0], y * mm - heightMm / 2 - offset[1]];
      const u = Math.min(width - 1, Math.max(0, Math.round((c * qx + s * qy + widthMm / 2) / mm)));
      const v = Math.min(height - 1, Math.max(0, Math.round((c * qy - s * qx + heightMm / 2) / mm)));
      const k = v * width + u;
      for (let channel = 0; channel < 3; channel++) data[3 * i + channel] = picture.data[3 * k + channel];
      things[i] = objects[k];
    }
  }
  return { ...motif, subject: { picture: { width, height, data }, objects: things } };
}

/** The whole drawing 2 % off in size or 1.5 degrees turned, and a little out of place. */
export async function posedDrawing(motif: Motif, seed: number): Promise<DriftResult & { readonly pose: Pose }> {
  const random = chance(seed * 59 + 3);
  const way = () => (random() < 0.5 ? -1 : 1);
  const pose: Pose = {
    offset: [3 - 6 * random(), 3 - 6 * random()],
    scale: 1 + (seed % 3 === 2 ? 0 : 0.02 * way()),
    turn: seed % 3 === 1 ? 0 : 1.5 * way(),
  };
  const sheet = paintMotif(posed(motif, pose), { mistakes: seed % 2 ? someMistakes(motif) : [] }, seed);
  const { widthMm, heightMm } = motif;
  const atEdge = ([x, y]: Pair) =>
    Math.min(x, widthMm - x) < EDGE * widthMm || Math.min(y, heightMm - y) < EDGE * heightMm;
  return {
    ...(await drawn(motif, { sheet, seed, truth: (at) => posedAt(at, motif, pose), counts: (_, at) => atEdge(at) })),
    pose,
  };
}
const EDGE = 0.15; // of a side from the canvas's border

/** Where a pose puts a place of the plan. */
function posedAt([x, y]: Pair, { widthMm, heightMm }: Motif, { offset, scale, turn }: Pose): Pair {
  const [c, s] = [scale * Math.cos((turn * Math.PI) / 180), scale * Math.sin((turn * Math.PI) / 180)];
  const [px, py] = [x - widthMm / 2, y - heightMm / 2];
  return [widthMm / 2 + offset[0] + c * px - s * py, heightMm / 2 + offset[1] + s * px + c * py];
}

/**
 * An object painted 6 mm off and a value wrong on it: the value read at the plan's place against the paint that is
 * really there.
 */
export async function valueOfMisplaced(motif: Motif, seed: number): Promise<number[]> {
  const random = chance(seed * 61 + 5);
  const { widthMm, heightMm } = motif;
  const turn = 2 * Math.PI * random();
  const middle: Pair = [widthMm * (0.3 + 0.4 * random()), heightMm * (0.3 + 0.4 * random())];
  const misplaced: Misplaced = { at: middle, by: [6 * Math.cos(turn), 6 * Math.sin(turn)], reach: 45 };
  const wrong = [middle[0] - 40, middle[1] - 40, 80, 80] as const;
  const sheet = paintMotif(
    motif,
    { misplaced: [misplaced], mistakes: [{ where: { box: wrong }, value: seed % 2 ? 0.8 : -0.7 }] },
    seed,
  );
  const boxes = [-16, 2].flatMap((dx) => [-16, 2].map((dy) => [middle[0] + dx, middle[1] + dy, 14, 14]));
  const shot = await shoot(sheet, motif, anySetup(8 * seed, motif, PLAIN_STAND));
  const { regions } = await measure(motif, shot.path, { corners: shot.corners, greys: shot.patches, regions: boxes });
  return regions.map(({ painted }, i) => {
    const [x, y, w, h] = boxes[i];
    const [u, v] = putAt([x + w / 2, y + h / 2], misplaced);
    return Math.abs(painted.value - paintIn(sheet, [u - w / 2, v - h / 2, w, h], widthMm).value);
  });
}

export const medianError = (results: readonly DriftResult[]): number =>
  medianOf(results.flatMap(({ errors }) => errors));
