import { mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { readArguments } from '../../src/cli/arguments';
import { readCommand } from '../../src/cli/readCommand';
import type { ReadReport } from '../../src/cli/report';
import { EMPTY_CONTENT, plainCrop } from '../../src/core/plan';
import type { Corners, Picture } from '../../src/core/raster';
import { sessionPlan, type SessionPlan, type Shot as SessionShot } from '../../src/core/session';
import { photograph, STUDIO, type Setup, type Shot } from '../../src/demo/studio/camera';
import { labOf, luminance, quickValue, type Rgb } from '../../src/demo/studio/colour';
import { bytesOf, jpegOf, openSubject } from '../../src/demo/studio/files';
import { paint, tonedGround, type Layer } from '../../src/demo/studio/painter';
import { belief, pixel, type Misplaced, type Mistake, type Sheet, type Subject } from '../../src/demo/studio/scene';
import { decodePicture } from '../../src/server/images/decodePicture';
import { composition, type Register } from './composition';

/** A canvas with its reference, as the suite plays with it. */
export interface Motif {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly subject: Subject;
  /** the reference as a file, lossless */
  readonly reference: string;
}

export const PX_PER_MM = 3;

const folder = await mkdtemp(join(tmpdir(), 'revlin-truth-'));
export const sweep = () => rm(folder, { recursive: true, force: true });

/** Names the folder in which parts that run beside one another keep made-up scenes: each is made once. */
export const SCENES = 'REVLIN_TRUTH_SCENES';
export const scenes = process.env[SCENES] ?? folder;

/** What a file holds; where there is none it is made, and appears whole. */
async function keptOnce(name: string, make: () => Promise<Uint8Array> | Uint8Array): Promise<Buffer> {
  const path = join(scenes, name);
  const known = await readFile(path).catch(() => null);
  if (known) return known;
  const bytes = Buffer.from(await make());
  await writeFile(`${path}.${process.pid}`, bytes);
  await rename(`${path}.${process.pid}`, path);
  return bytes;
}

async function keepPng(sheet: Sheet, name: string): Promise<string> {
  const file = `${name}.png`;
  const raw = { width: sheet.width, height: sheet.height, channels: 3 } as const;
  await keptOnce(file, () => sharp(bytesOf(sheet), { raw }).png({ compressionLevel: 2 }).toBuffer());
  return join(scenes, file);
}

interface Size {
  readonly width: number;
  readonly height: number;
}
const sizeOf = (widthMm: number, heightMm: number): Size => ({
  width: widthMm * PX_PER_MM,
  height: heightMm * PX_PER_MM,
});

/** A made-up subject, made once for all parts: its light, then the numbers of its things. */
async function keptSubject(name: string, size: Size, make: (size: Size) => Subject): Promise<Subject> {
  const bytes = await keptOnce(`${name}.subject`, () => {
    const { picture, objects } = make(size);
    return Buffer.concat([Buffer.from(picture.data.buffer), Buffer.from(objects.buffer)]);
  });
  const light = 12 * size.width * size.height;
  const whole = new Uint8Array(bytes).buffer;
  return {
    picture: { ...size, data: new Float32Array(whole.slice(0, light)) },
    objects: new Uint8Array(whole.slice(light)),
  };
}

export async function madeUp(seed: number, [widthMm, heightMm]: [number, number], register: Register): Promise<Motif> {
  const name = `scene-${seed}-${register}`;
  const subject = await keptSubject(name, sizeOf(widthMm, heightMm), (size) => composition(seed, size, register));
  return { name, widthMm, heightMm, subject, reference: await keepPng(subject.picture, name) };
}

/** One of the demo's rendered scenes. */
export async function demoScene(slug: string, ids: boolean, [widthMm, heightMm]: [number, number]): Promise<Motif> {
  const data = join(process.cwd(), 'src/demo/data');
  const opened = await openSubject(
    join(data, `${slug}-reference.jpg`),
    ids ? join(data, `${slug}-objects.png`) : null,
    sizeOf(widthMm, heightMm),
  );
  return {
    name: slug,
    widthMm,
    heightMm,
    subject: opened,
    reference: await keepPng(opened.picture, slug),
  };
}

/**
 * How a finished painting is laid: loose big strokes first, then smaller ones. The painter wanders a little everywhere.
 */
export const HAND: readonly Layer[] = [
  { brush: 14, coverage: 2, body: 0.92, wander: { value: 0.1, colour: 1.2 } },
  { brush: 6, coverage: 2.8, body: 0.9, wander: { value: 0.08, colour: 1 } },
  { brush: 3, coverage: 2.8, body: 0.9, wander: { value: 0.06, colour: 0.8 } },
];

export interface Errors {
  readonly mistakes?: readonly Mistake[];
  readonly misplaced?: readonly Misplaced[];
}

/** Paints a motif by hand, with errors. */
export function paintMotif(motif: Motif, { mistakes, misplaced }: Errors, seed: number): Sheet {
  const { subject, widthMm } = motif;
  const mind = belief(subject, { widthMm, mistakes, misplaced });
  const ground = tonedGround({ width: subject.picture.width, height: subject.picture.height }, [0.4, 0.27, 0.16], seed);
  return paint(ground, mind, { subject, layers: HAND, widthMm, seed });
}

/** The motif with errors but without a painter's hand: a perfect print. */
export const printMotif = ({ subject, widthMm }: Motif, { mistakes, misplaced }: Errors): Sheet =>
  belief(subject, { widthMm, mistakes, misplaced });

/**
 * A phone in a usual studio. Smaller than a phone's real frame so that the suite stays quick; the bench uses 12
 * megapixels.
 */
export const PHONE: Setup = { ...STUDIO, width: 2000, height: 1500, blurPx: 0.8, smear: 0.5, bend: -0.004 };
/** Nothing between paint and file but optics: no curve, no automatic anything. */
export const LINEAR: Setup = {
  ...PHONE,
  tone: 0,
  auto: 0,
  sharpen: 0,
  smear: 0,
  bend: 0,
  noise: 0.001,
  vignette: 0,
  fallOff: 0,
  lamp: [1, 1, 1],
  blurPx: 0.5,
};
/** 3200 K against 6500 K, as linear sRGB relative to green (blackbody chromaticities, CIE 15). */
export const TUNGSTEN: Rgb = [1.5, 1, 0.5];

let shots = 0;
export async function shoot(sheet: Sheet, motif: Motif, setup: Setup): Promise<Shot & { path: string }> {
  const shot = photograph(sheet, motif, setup);
  const path = join(folder, `shot-${shots++}.jpg`);
  await writeFile(path, await jpegOf(shot, 90));
  return { ...shot, path };
}

const points = (corners: readonly (readonly number[])[]) => corners.map(([x, y]) => `${x},${y}`).join(' ');

export interface Ask {
  readonly corners?: readonly (readonly number[])[];
  readonly greys?: Shot['patches'];
  readonly regions?: readonly (readonly number[])[];
  readonly key?: 'absolute' | 'range';
  /** where the plan is meant to differ: as the command line takes it */
  readonly departures?: readonly string[];
  /** mm a frame or tape hides on every side */
  readonly covered?: number;
  /** further photographs of the same session */
  readonly more?: readonly string[];
  /** lines (mm) across edges */
  readonly edges?: readonly (readonly (readonly number[])[])[];
  /** also through how many steps forms turn */
  readonly forms?: boolean;
  /** also how thin shapes run */
  readonly thin?: boolean;
  /** also every edge between masses */
  readonly allEdges?: boolean;
}

export const openPicture = async (path: string): Promise<Picture> => decodePicture(await readFile(path), path);

/** A motif's reference as it is, for the core itself: what the command line has no option for. */
export async function plainPlan(motif: Motif): Promise<SessionPlan> {
  const reference = await openPicture(motif.reference);
  const crop = plainCrop([0, 0, reference.width, reference.height]);
  return sessionPlan(reference, EMPTY_CONTENT, { crop, canvas: motif });
}

/** A photograph for the core itself, its corners as the simulator knows them. */
export const shotOf = (
  { path, corners }: Pick<Shot, 'corners'> & { path: string },
  greys: Shot['patches'],
): SessionShot => ({
  open: () => openPicture(path),
  corners: corners as unknown as Corners,
  greys,
  card: null,
  areas: [],
});

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

/** The same places of any motif, mm. */
export const boxesOf = ({ widthMm, heightMm }: Motif) =>
  BOXES.map(([x, y, w, h]) => [x * widthMm, y * heightMm, w * widthMm, h * heightMm].map((v) => Math.round(v)));

/** Measures through the same entry point as a user's command line. */
export async function measure(
  motif: Motif,
  photo: string,
  {
    corners,
    greys = [],
    regions = [],
    key,
    departures = [],
    covered,
    more = [],
    forms,
    thin,
    allEdges,
    edges = [],
  }: Ask,
): Promise<ReadReport> {
  const args = ['--reference', motif.reference, '--photo', photo, '--size', `${motif.widthMm}x${motif.heightMm}`];
  for (const path of more) args.push('--photo', path);
  for (const line of edges) args.push('--edge', points(line));
  if (forms) args.push('--forms');
  if (thin) args.push('--thin');
  if (allEdges) args.push('--all-edges');
  if (covered) args.push('--covered', Array(4).fill(covered).join(','));
  if (corners) args.push('--corners', points(corners));
  for (const { box, value } of greys) args.push('--grey', `${box.join(',')}=${value}`);
  for (const region of regions) args.push('--region', region.join(','));
  if (key) args.push('--key', key);
  for (const departure of departures) args.push('--departure', departure);
  const request = readArguments(args);
  if (request === 'help') throw new Error('measure asked for help');
  return readCommand(request);
}

/**
 * Value, warmth and chroma of the paint inside a box (mm), means of the middle 80 %, by the simulator's own arithmetic.
 */
export function paintIn(
  sheet: Sheet,
  [x, y, w, h]: readonly number[],
  widthMm: number,
): { value: number; warmth: number; chroma: number } {
  const mm = widthMm / sheet.width;
  const labs: Rgb[] = [];
  const values: number[] = [];
  for (let v = Math.ceil(y / mm); v < (y + h) / mm; v += 2) {
    for (let u = Math.ceil(x / mm); u < (x + w) / mm; u += 2) {
      const rgb = pixel(sheet, v * sheet.width + u);
      values.push(quickValue(luminance(rgb)));
      labs.push(labOf(rgb));
    }
  }
  const mid = (list: number[]) => {
    const cut = Math.floor(list.length / 10);
    const kept = list.sort((p, q) => p - q).slice(cut, list.length - cut);
    return kept.reduce((sum, v) => sum + v, 0) / kept.length;
  };
  const [a, b] = [mid(labs.map((lab) => lab[1])), mid(labs.map((lab) => lab[2]))];
  return { value: mid(values), warmth: a * 0.5 + b * 0.8660254, chroma: Math.hypot(a, b) };
}
