import { codeFromLinear } from '../colour';
import {
  mapCorners,
  homographyBetween,
  isConvexClockwise,
  linearTables,
  median,
  project,
  rectangle,
  type Box,
  type Corners,
  type Homography,
  type Picture,
  type Point,
} from '../raster';
import { CARD, CARD_DOUBT, CARD_VALUES } from './cardLayout';
import type { CanvasSize } from './covered';
import { darkPieces, type Grey } from './darkPieces';
import type { GreyPatch } from './patches';

/** The printed card as a photo shows it. */
export interface FoundCard {
  /** centres of its rings, photo px, clockwise from the card's own top left */
  readonly rings: Corners;
  /** its greys, ready to be read */
  readonly greys: readonly GreyPatch[];
  /** boxes (photo px) well inside the fields for the painter's own paints; some may lie outside the photo */
  readonly fields: readonly Box[];
  readonly pxPerMm: number;
}

const LOOK_PX = 1600; // long side of the picture the card is looked for in
const MOST_RINGS = 14; // more round marks than this are a pattern, not a card

/** How light the photo looks (green), at a size the rings can be told in: one pixel for each of several. */
function lightnessOf(picture: Picture): { plane: Grey; shrink: number } {
  const shrink = Math.max(1, Math.max(picture.width, picture.height) / LOOK_PX);
  const size = { width: Math.floor(picture.width / shrink), height: Math.floor(picture.height / shrink) };
  const data = new Uint8Array(size.width * size.height);
  const tones = Uint8Array.from(linearTables(picture)[1], (light) => Math.round(255 * codeFromLinear(light)));
  const columns = Int32Array.from({ length: size.width }, (_, x) => 3 * Math.floor((x + 0.5) * shrink) + 1);
  for (let y = 0; y < size.height; y++)
    sampleRow(data.subarray(y * size.width, (y + 1) * size.width), columns, {
      codes: picture.data,
      from: 3 * picture.width * Math.floor((y + 0.5) * shrink),
      tones,
    });
  return { plane: { ...size, data }, shrink };
}

// Loops over pixels stand in functions of their own: that is how they are compiled well (docs/decisions/0004).
function sampleRow(
  out: Uint8Array,
  columns: Int32Array,
  { codes, from, tones }: { codes: Picture['data']; from: number; tones: Uint8Array },
): void {
  for (let x = 0; x < out.length; x++) out[x] = tones[codes[from + columns[x]]];
}

interface Ring {
  readonly at: Point;
  /** half its width, px of the small picture */
  readonly radius: number;
}

/**
 * Dark pieces that are rings: as wide as high, light in the middle, and along every ray light, dark, light at the
 * card's own radii.
 */
function ringsIn(plane: Grey): Ring[] {
  const { marks, pieces } = darkPieces(plane, Math.round(plane.width / 28));
  const rings: Ring[] = [];
  for (const { box, size } of pieces) {
    const [x0, y0, x1, y1] = box;
    const [w, h] = [x1 - x0 + 1, y1 - y0 + 1];
    // A ring of these radii fills 0.63 of its box.
    const full = size / (w * h);
    if (w < 7 || h < 7 || w > 0.08 * plane.width || w > 1.8 * h || h > 1.8 * w || full < 0.45 || full > 0.8) continue;
    const at: Point = [(x0 + x1 + 1) / 2, (y0 + y1 + 1) / 2];
    if (isRing(marks, plane, { at, half: [w / 2, h / 2] })) rings.push({ at, radius: (w + h) / 4 });
  }
  return rings;
}

const RAYS = 20;

function isRing(
  marks: Uint8Array,
  { width, height }: Grey,
  { at, half }: { at: Point; half: readonly [number, number] },
): boolean {
  const isDark = (share: number, angle: number, dark: boolean): boolean => {
    const x = Math.floor(at[0] + share * half[0] * Math.cos(angle));
    const y = Math.floor(at[1] + share * half[1] * Math.sin(angle));
    return x >= 0 && y >= 0 && x < width && y < height && (marks[y * width + x] === 1) === dark;
  };
  const middle = CARD.ringMm.inner / CARD.ringMm.outer;
  let good = 0;
  for (let k = 0; k < RAYS; k++) {
    const angle = (2 * Math.PI * k) / RAYS;
    const light = [0, 0.45 * middle, 1.25].every((share) => isDark(share, angle, false));
    if (light && isDark((1 + middle) / 2, angle, true)) good++;
  }
  return good >= RAYS - 2;
}

const distance = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Whether four rings lie as the card's do: long and short sides, and rings as large as those sides say. */
function liesLikeCard(four: readonly Ring[]): boolean {
  const [a, b, c, d] = four.map(({ at }) => at);
  if (!isConvexClockwise([a, b, c, d])) return false;
  const [[x0, y0], [x1], , [, y3]] = CARD.rings;
  const wanted = (x1 - x0) / (y3 - y0);
  const [top, right, bottom, left] = [distance(a, b), distance(b, c), distance(c, d), distance(d, a)];
  const ratio = (top + bottom) / (left + right);
  const even = Math.max(top / bottom, bottom / top) < 1.4 && Math.max(left / right, right / left) < 1.4;
  if (!even || ratio < wanted / 1.9 || ratio > wanted * 1.9) return false;
  const mm = Math.sqrt((((top + bottom) / 2) * ((left + right) / 2)) / ((x1 - x0) * (y3 - y0)));
  return four.every(({ radius }) => radius > 0.65 * CARD.ringMm.outer * mm && radius < 1.5 * CARD.ringMm.outer * mm);
}

/** Median of the small picture round a place of the card, and how much it varies there. */
function tone({ width, height, data }: Grey, toPlane: Homography, [x, y, w, h]: Box): { mid: number; spread: number } {
  const list: number[] = [];
  for (let i = 0; i < 81; i++) {
    const [u, v] = project(toPlane, [
      x + w * (0.25 + (0.5 * (i % 9)) / 8),
      y + h * (0.25 + (0.5 * Math.floor(i / 9)) / 8),
    ]);
    if (u < 0 || v < 0 || u >= width || v >= height) return { mid: NaN, spread: Infinity };
    list.push(data[Math.floor(v) * width + Math.floor(u)] / 255);
  }
  const mid = median(list);
  return { mid, spread: median(list.map((value) => Math.abs(value - mid))) };
}

/** Whether six even greys lie between the rings, each clearly darker than the one before. */
function showsGreys(plane: Grey, toPlane: Homography): boolean {
  const tones = CARD.patches.map((box) => tone(plane, toPlane, box));
  if (tones.some(({ mid, spread }) => !(spread < 0.05) || Number.isNaN(mid))) return false;
  const falls = tones.every(({ mid }, k) => k === 0 || mid < tones[k - 1].mid - 0.012);
  return falls && tones[0].mid > 2 * tones[5].mid;
}

/** An upright box in photo px well inside a box of the card, however the card is turned. */
function boxWithin([x, y, w, h]: Box, toPhoto: Homography): Box {
  const [cx, cy] = project(toPhoto, [x + w / 2, y + h / 2]);
  const reach = [0, 1, 2, 3].map((i) => {
    const [u, v] = project(toPhoto, [x + (i % 2 ? w : 0), y + (i > 1 ? h : 0)]);
    return Math.hypot(u - cx, v - cy);
  });
  // Half the side of an upright square that lies inside the box whatever its turn.
  const half = 0.42 * Math.min(...reach);
  return [cx - half, cy - half, 2 * half, 2 * half];
}

const greysOf = (toPhoto: Homography): GreyPatch[] =>
  CARD.patches.map((patch, k) => ({ box: boxWithin(patch, toPhoto), value: CARD_VALUES[k], doubt: CARD_DOUBT[k] }));

/** @param rings centres of the card's rings, photo px */
export function fieldsOf(rings: Corners): readonly Box[] {
  const toPhoto = homographyBetween(CARD.rings, rings);
  return toPhoto ? CARD.fields.map((field) => boxWithin(field, toPhoto)) : [];
}

/**
 * Finds the printed card: four rings that lie as its own do, with its greys between them.
 * @returns null where there is none, or it is too small or turned too far to be told surely
 */
export function findCard(picture: Picture): FoundCard | null {
  const { plane, shrink } = lightnessOf(picture);
  const rings = ringsIn(plane);
  if (rings.length < 4 || rings.length > MOST_RINGS) return null;
  for (const [a, b, c, d] of quadruples(rings)) {
    const turns = [
      [a, b, c, d],
      [b, c, d, a],
      [c, d, a, b],
      [d, a, b, c],
    ] as const;
    for (const four of turns) {
      if (!liesLikeCard(four)) continue;
      const inPlane = mapCorners(four, ({ at }) => at);
      const toPlane = homographyBetween(CARD.rings, inPlane);
      if (!toPlane || !showsGreys(plane, toPlane)) continue;
      const scaled = mapCorners(inPlane, ([x, y]): Point => [x * shrink, y * shrink]);
      const toPhoto = homographyBetween(CARD.rings, scaled) as Homography;
      const long = (distance(scaled[0], scaled[1]) + distance(scaled[3], scaled[2])) / 2;
      return {
        rings: scaled,
        greys: greysOf(toPhoto),
        fields: fieldsOf(scaled),
        pxPerMm: long / (CARD.rings[1][0] - CARD.rings[0][0]),
      };
    }
  }
  return null;
}

/** Every four of the rings, in clockwise order round their middle. */
function* quadruples(rings: readonly Ring[]): Generator<readonly Ring[]> {
  const n = rings.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      for (let k = j + 1; k < n; k++)
        for (let l = k + 1; l < n; l++) {
          const four = [rings[i], rings[j], rings[k], rings[l]];
          const [mx, my] = [0, 1].map((axis) => four.reduce((sum, { at }) => sum + at[axis] / 4, 0));
          const turn = ({ at: [x, y] }: Ring) => Math.atan2(y - my, x - mx);
          yield four.sort((p, q) => turn(p) - turn(q));
        }
}

/**
 * How large the card looks in the canvas's own millimetres: 1 = the canvas has the size that was said (and the card
 * lies in its plane);
 * 0.97 = the canvas is 3 % larger than said.
 * @param rings of the card and @param whole corners of the canvas, photo px
 */
export function cardScale(rings: Corners, whole: Corners, { widthMm, heightMm }: CanvasSize): number {
  const toCanvas = homographyBetween(whole, rectangle(widthMm, heightMm));
  if (!toCanvas) return 1;
  const [a, b, c, d] = rings.map((ring) => project(toCanvas, ring));
  const [[x0], [x1]] = CARD.rings;
  return (distance(a, b) + distance(d, c)) / (2 * (x1 - x0));
}
