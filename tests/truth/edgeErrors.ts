import { join } from 'node:path';
import sharp from 'sharp';
import { chance } from '../../src/demo/studio/chance';
import type { Setup } from '../../src/demo/studio/camera';
import { luminance, quickValue } from '../../src/demo/studio/colour';
import { bytesOf } from '../../src/demo/studio/files';
import { pixel, type Sheet } from '../../src/demo/studio/scene';
import { measure, paintMotif, printMotif, scenes, shoot, type Motif } from './easel';
import { inFrame } from './findings';

/** What is wrong with a stretch of edge: how it is painted against its plan. */
export const EDGE_ERRORS = ['softer', 'harder', 'lost'] as const;
export type EdgeError = (typeof EDGE_ERRORS)[number];

/** A place on a border between things whose edge is another in the painting than in the plan. */
interface Spot {
  readonly error: EdgeError;
  /** mm */
  readonly at: readonly [number, number];
}

const RADIUS_MM = 24; // about the place, within which an edge is another
const FEATHER_MM = 5;
const BESIDE_MM = 6;
const LEAST_STEPS = 1;
/** One sigma of the blur that makes a hard edge soft, or lost, mm. */
const SIGMAS: Record<EdgeError, number> = { softer: 2.8, harder: 2.8, lost: 9 };

const valueAt = (sheet: Sheet, x: number, y: number) => quickValue(luminance(pixel(sheet, y * sheet.width + x)));

/** How many steps lie across a place, whichever way a border runs there. */
function stepsAcross(sheet: Sheet, [x, y]: readonly number[], reach: number): number {
  const ways = [0, 1, 2, 3].map((k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)]);
  return Math.max(
    ...ways.map(([c, s]) => {
      const [dx, dy] = [Math.round(reach * c), Math.round(reach * s)];
      return Math.abs(valueAt(sheet, x + dx, y + dy) - valueAt(sheet, x - dx, y - dy));
    }),
  );
}

/** A place on a border between things that parts its sides by a step or more. */
function spotOn({ subject, widthMm, heightMm }: Motif, error: EdgeError, seed: number): Spot {
  const random = chance(seed * 37 + 5);
  const { picture, objects } = subject;
  const perMm = picture.width / widthMm;
  const rim = RADIUS_MM + 4;
  for (let tries = 0; tries < 100_000; tries++) {
    const at = [rim + random() * (widthMm - 2 * rim), rim + random() * (heightMm - 2 * rim)] as const;
    const [x, y] = at.map((mm) => Math.round(mm * perMm));
    const thing = (dx: number, dy: number) => objects[(y + dy) * picture.width + x + dx];
    if (thing(0, 0) === thing(2, 0) && thing(0, 0) === thing(0, 2)) continue;
    if (stepsAcross(picture, [x, y], BESIDE_MM * perMm) >= LEAST_STEPS) return { error, at };
  }
  throw new Error('no border parts its sides by a step');
}

interface Patch {
  readonly from: readonly [number, number];
  readonly side: number;
}

/** Light of a square part of a sheet, blurred; what lies beyond the sheet is as at its rim. */
function blurred(sheet: Sheet, { from: [left, top], side }: Patch, sigma: number): Float32Array {
  const most = Math.ceil(3 * sigma);
  const kernel = Array.from({ length: 2 * most + 1 }, (_, k) => Math.exp(-0.5 * ((k - most) / sigma) ** 2));
  const total = kernel.reduce((sum, v) => sum + v, 0);
  const inside = (v: number, size: number) => Math.min(size - 1, Math.max(0, v));
  const [across, out] = [new Float32Array(side * side * 3), new Float32Array(side * side * 3)];
  for (let i = 0; i < side * side * 3; i++) {
    const [c, u, v] = [i % 3, Math.floor(i / 3) % side, Math.floor(i / 3 / side)];
    const row = inside(top + v, sheet.height) * sheet.width;
    for (let k = -most; k <= most; k++)
      across[i] += (kernel[k + most] / total) * sheet.data[3 * (row + inside(left + u + k, sheet.width)) + c];
  }
  for (let i = 0; i < side * side * 3; i++) {
    const v = Math.floor(i / 3 / side);
    for (let k = -most; k <= most; k++)
      out[i] += (kernel[k + most] / total) * across[i + 3 * side * (inside(v + k, side) - v)];
  }
  return out;
}

/** A sheet whose edges about a place are softer. */
function softenedAt(sheet: Sheet, { at, error }: Spot, widthMm: number): Sheet {
  const perMm = sheet.width / widthMm;
  const sigma = SIGMAS[error] * perMm;
  const reach = Math.ceil(RADIUS_MM * perMm + 3 * sigma);
  const side = 2 * reach + 1;
  const [cx, cy] = at.map((mm) => Math.round(mm * perMm));
  const soft = blurred(sheet, { from: [cx - reach, cy - reach], side }, sigma);
  const data = sheet.data.slice();
  for (let i = 0; i < side * side * 3; i++) {
    const [c, u, v] = [i % 3, Math.floor(i / 3) % side, Math.floor(i / 3 / side)];
    const [x, y] = [cx - reach + u, cy - reach + v];
    if (x < 0 || y < 0 || x >= sheet.width || y >= sheet.height) continue;
    const away = Math.hypot(u - reach, v - reach) / perMm;
    const share = Math.min(1, Math.max(0, (RADIUS_MM - away) / FEATHER_MM + 0.5));
    const k = 3 * (y * sheet.width + x) + c;
    data[k] += share * (soft[i] - data[k]);
  }
  return { ...sheet, data };
}

/** What was said of a painted picture's edges. */
export interface EdgeCase {
  readonly error: EdgeError | null;
  /** place of the injected error among the findings of edges, from 0; -1 = not found, or told the other way */
  readonly rank: number;
  /** findings of edges that lie elsewhere */
  readonly unbacked: readonly string[];
  /** edges said to come and go, or to run on, of which none does */
  readonly lapsing: number;
}

/** Paints a motif by hand, faithful or with one stretch of edge as it should not be, and reads it. */
export async function edgeCase(
  motif: Motif,
  error: EdgeError | null,
  { setup, seed }: { setup: Setup; seed: number },
): Promise<EdgeCase> {
  const { picture } = motif.subject;
  const spot = error && spotOn(motif, error, seed);
  const soft = spot ? softenedAt(picture, spot, motif.widthMm) : picture;
  const [planned, painted] = error === 'harder' ? [soft, picture] : [picture, soft];
  const reference = join(scenes, `edge-error-${process.pid}-${seed}.png`);
  const raw = { width: planned.width, height: planned.height, channels: 3 } as const;
  await sharp(bytesOf(planned), { raw }).png({ compressionLevel: 2 }).toFile(reference);
  const own: Motif = { ...motif, reference, subject: { ...motif.subject, picture: painted } };
  const shot = await shoot(paintMotif(own, {}, seed), own, setup);
  const told = await measure(own, shot.path, { corners: shot.corners, greys: inFrame(shot), allEdges: true });
  const { findings, allEdges = [] } = told;
  const edges = findings.flatMap(({ kind, region: { box }, difference, words }) =>
    kind === 'edge' && 'classes' in difference ? [{ box, softer: (difference.classes ?? 0) > 0, words }] : [],
  );
  const [x, y] = spot?.at ?? [-1000, -1000];
  const isThere = ([bx, by, w, h]: readonly number[]) =>
    bx < x + RADIUS_MM && bx + w > x - RADIUS_MM && by < y + RADIUS_MM && by + h > y - RADIUS_MM;
  return {
    error,
    rank: edges.findIndex(({ box, softer }) => isThere(box) && softer === (error !== 'harder')),
    lapsing: allEdges.filter(({ lapsing }) => lapsing !== null).length,
    unbacked: edges.filter(({ box }) => !isThere(box)).map(({ words }) => words),
  };
}

const THREADS = { mm: 0.9, by: 0.08 };
const RIDGES = 0.08; // share of the light by which they differ

/** A print on canvas: every second thread over its neighbours lies in more light. */
function woven({ width, height, data }: Sheet, widthMm: number): Sheet {
  const turns = (2 * Math.PI * widthMm) / (width * THREADS.mm);
  const out = data.map((light, i) => {
    const [x, y] = [Math.floor(i / 3) % width, Math.floor(i / 3 / width)];
    return light * (1 + THREADS.by * Math.cos(turns * x) * Math.cos(turns * y));
  });
  return { width, height, data: out };
}

/** What is told of edges that nothing but weave and ridges of paint disturb. */
export async function weaveCase(motif: Motif, setup: Setup): Promise<{ segments: number; told: readonly string[] }> {
  const shot = await shoot(woven(printMotif(motif, {}), motif.widthMm), motif, { ...setup, relief: RIDGES });
  const { findings, allEdges = [] } = await measure(motif, shot.path, {
    ...{ corners: shot.corners, greys: inFrame(shot), allEdges: true },
  });
  return {
    segments: allEdges.length,
    told: findings.flatMap(({ kind, words }) => (kind === 'edge' ? [words] : [])),
  };
}
