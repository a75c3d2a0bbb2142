import { median, type Corners, type Picture, type Point } from '../raster';
import { keptHits, makeHits, robustLine, type Hits } from './sideLine';
import { changesIn, eyeOn, look as lookAcross, makeProbe, riseOf, type Eye } from './sideProfile';

/** One side of the canvas as fitted to the photo at full size. */
export interface Side {
  readonly from: Point;
  readonly to: Point;
  /** share of the looked-at places that agree on this straight line, 0..1 */
  readonly agreement: number;
  /** scatter of those places about the line, px */
  readonly scatterPx: number;
  /** median strength of the edge there, cube root of light */
  readonly strength: number;
  /** polarity of the edge, outwards: 1 = lighter outside, 0 = now this, now that */
  readonly sign: number;
}

interface Segment {
  readonly from: Point;
  readonly to: Point;
}

interface Look {
  readonly reach: number;
  readonly places: number;
  readonly half: number;
  readonly sign: number;
  readonly most: number;
  /** a side may be lighter outside here and darker there */
  readonly either?: boolean;
}

const lengthOf = ({ from, to }: Segment) => Math.hypot(to[0] - from[0], to[1] - from[1]);
/** Outwards for corners that run clockwise. */
export function normalOf(segment: Segment): Point {
  const { from, to } = segment;
  const length = lengthOf(segment);
  return [(to[1] - from[1]) / length, (from[0] - to[0]) / length];
}

const cross = (one: Segment, two: Segment): Point | null => {
  const [ax, ay] = [one.to[0] - one.from[0], one.to[1] - one.from[1]];
  const [bx, by] = [two.to[0] - two.from[0], two.to[1] - two.from[1]];
  const det = ax * by - ay * bx;
  if (Math.abs(det) < 1e-9) return null;
  const t = ((two.from[0] - one.from[0]) * by - (two.from[1] - one.from[1]) * bx) / det;
  return [one.from[0] + t * ax, one.from[1] + t * ay];
};

/** Corners where four sides (top, right, bottom, left) meet; null where two run side by side. */
export function cornersFromSides([top, right, bottom, left]: readonly Segment[]): Corners | null {
  const [tl, tr] = [cross(left, top), cross(top, right)];
  const [br, bl] = [cross(right, bottom), cross(bottom, left)];
  return tl && tr && br && bl && [tl, tr, br, bl];
}

/** Every edge seen from places along a segment, looking across it. */
export function hitsAlong(eye: Eye, segment: Segment, look: Look): Hits {
  const { from, to } = segment;
  const normal = normalOf(segment);
  const probe = makeProbe(look.reach);
  const hits = makeHits(look.places * look.most);
  for (let place = 0; place < look.places; place++) {
    const t = 0.03 + (0.94 * place) / (look.places - 1);
    lookAcross(eye, probe, [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])], normal);
    for (const { offset, strength, sign } of changesIn(probe, look)) {
      const i = hits.count++;
      hits.place[i] = place;
      hits.t[i] = t;
      hits.offset[i] = offset;
      hits.weight[i] = Math.min(strength, 0.1);
      hits.sign[i] = sign;
    }
  }
  return hits;
}

const ONE_WAY = 0.15; // share by which one polarity must prevail before a side is taken to have it all along

/** The straight line most hits agree on, and which hits lie on it; null where too few do. */
function sideThrough(hits: Hits, { segment, look, tolerance }: { segment: Segment; look: Look; tolerance: number }) {
  if (hits.count < 8) return null;
  const { p, q } = robustLine(hits, { tolerance, length: lengthOf(segment) });
  const off = (i: number) => Math.abs(hits.offset[i] - p - q * hits.t[i]);
  const near = keptHits(hits, (i) => off(i) < tolerance);
  let [places, votes, all] = [0, 0, 0];
  const offs = new Float64Array(near.count);
  for (let i = 0; i < near.count; i++) {
    if (i === 0 || near.place[i] !== near.place[i - 1]) places++;
    votes += near.sign[i] * near.weight[i];
    all += near.weight[i];
    offs[i] = Math.abs(near.offset[i] - p - q * near.t[i]);
  }
  const normal = normalOf(segment);
  const move = (t: number, end: Point): Point => [end[0] + (p + q * t) * normal[0], end[1] + (p + q * t) * normal[1]];
  const side: Side = {
    from: move(0, segment.from),
    to: move(1, segment.to),
    // What lies inside may be lighter than its surroundings here and darker there.
    sign: look.either && Math.abs(votes) < ONE_WAY * all ? 0 : Math.sign(votes),
    agreement: places / look.places,
    scatterPx: median(offs) * 1.48,
    strength: median(near.weight.subarray(0, near.count)),
  };
  return { side, rest: () => keptHits(hits, (i) => off(i) >= tolerance) };
}

/** Closes in on an edge from a first line: narrower and narrower, keeping its polarity. */
function closeIn(eye: Eye, first: Side, { fine, either }: { fine: number; either: boolean }): Side | null {
  let side = first;
  const passes = [
    { reach: fine * 2, places: 70, half: Math.max(2, Math.round(fine / 3)), tolerance: Math.max(2, fine / 2) },
    { reach: fine, places: 130, half: 2, tolerance: 2 },
  ];
  for (const { tolerance, ...rest } of passes) {
    const look = { ...rest, sign: side.sign, most: 2, either };
    const next = sideThrough(hitsAlong(eye, side, look), { segment: side, look, tolerance });
    if (!next) return null;
    side = next.side;
  }
  return side;
}

const LEAST_AGREEMENT = 0.25;
const gap = (one: Side, two: Side) =>
  Math.max(
    Math.hypot(one.from[0] - two.from[0], one.from[1] - two.from[1]),
    Math.hypot(one.to[0] - two.to[0], one.to[1] - two.to[1]),
  );

/** Where and how sides are looked for. */
interface Band {
  /** how far either way to look, px */
  readonly bandPx: number;
  /** edges a side */
  readonly most: number;
  /**
   * inside a frame or tape: its edge is lighter than this part of the picture, darker than that, and has another close
   * beside it
   */
  readonly framed: boolean;
}

/** Straight edges in a band about a segment, best supported first. */
function edgesAlong(eye: Eye, segment: Segment, { bandPx, most, framed }: Band): Side[] {
  const fine = Math.max(4, Math.round(bandPx / 4));
  const look: Look = {
    reach: Math.round(bandPx),
    places: 60,
    half: Math.max(2, Math.round(bandPx / 10)),
    sign: 0,
    most: 3,
    either: framed,
  };
  let hits = hitsAlong(eye, segment, look);
  const found: Side[] = [];
  for (let round = 0; round < most; round++) {
    const next = sideThrough(hits, { segment, look, tolerance: Math.max(2, bandPx / 8) });
    if (!next || next.side.agreement < LEAST_AGREEMENT) break;
    hits = next.rest();
    const isNew = (side: Side | null) => side !== null && !found.some((one) => gap(one, side) < 1.5);
    let side = closeIn(eye, next.side, { fine, either: framed });
    // A frame's lip runs close beside its picture: the stronger edge must not draw the other to itself.
    if (framed && !isNew(side))
      side = closeIn(eye, next.side, { fine: Math.max(3, Math.round(fine / 2)), either: true });
    if (side && isNew(side)) found.push(side);
  }
  return found.sort((a, b) => b.agreement - a.agreement);
}

/**
 * Whether two segments are the same stretch of the photo for looking: within so many px across, and a thirtieth of it
 * along.
 */
function sameStretch(one: Segment, two: Segment, acrossPx: number): boolean {
  const length = lengthOf(one);
  const [nx, ny] = normalOf(one);
  return [
    [one.from, two.from],
    [one.to, two.to],
  ].every(([a, b]) => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    return Math.abs(dx * nx + dy * ny) <= acrossPx && Math.abs(dy * nx - dx * ny) <= length / 30;
  });
}

/**
 * Looks for the sides of the canvas in a band about a first guess: the canvas's own edge, and whatever runs along it (a
 * ledge, a shadow,
 * a strip of tape), for the caller to choose from. Guesses that share a side share what is found there.
 */
export class SideFinder {
  private readonly seen: { segment: Segment; sides: Side[] }[] = [];

  constructor(
    private readonly eye: Eye,
    private readonly band: Band,
  ) {}

  /** Candidates in the order top, right, bottom, left, each list best supported first. */
  about(corners: Corners): Side[][] {
    return corners.map((from, i) => this.along({ from, to: corners[(i + 1) % 4] }));
  }

  /** Candidates about one side, best supported first. */
  along(segment: Segment): Side[] {
    const before = this.seen.find((one) => sameStretch(one.segment, segment, this.band.bandPx / 6));
    if (before) return before.sides;
    const sides = edgesAlong(this.eye, segment, this.band);
    this.seen.push({ segment, sides });
    return sides;
  }
}

/**
 * How far an edge goes on beyond both its ends with the polarity it has between them, 0..1.
 * @param skipPx left out next to each corner, where other edges meet it
 */
export function edgeBeyond(eye: Eye, side: Segment & { readonly sign: number }, skipPx: number): number {
  const { width, height } = eye.picture;
  const probe = makeProbe(6);
  const length = lengthOf(side);
  const normal = normalOf(side);
  const along: Point = [(side.to[0] - side.from[0]) / length, (side.to[1] - side.from[1]) / length];
  let [seen, all] = [0, 0];
  for (let k = 0; k < 24; k++) {
    const d = skipPx + (0.12 * length * (k >> 1)) / 11;
    const end = k % 2 ? side.to : side.from;
    const way = k % 2 ? 1 : -1;
    const at: Point = [end[0] + way * d * along[0], end[1] + way * d * along[1]];
    if (at[0] < 2 || at[1] < 2 || at[0] > width - 3 || at[1] > height - 3) continue;
    all++;
    lookAcross(eye, probe, at, normal);
    const changes = changesIn(probe, { half: 2, sign: side.sign, most: 2 });
    if (changes.some(({ offset, strength }) => Math.abs(offset) < 2.5 && strength > 0.012)) seen++;
  }
  return all ? seen / all : 0;
}

/** The photo's own blur on four sides: 10-90 % rise of the crispest, px; NaN where no side shows a clear step. */
export function blurOnSides(picture: Picture, corners: Corners): number {
  const eye = eyeOn(picture);
  const rises = corners.flatMap((from, i) => {
    const rise = riseOf(eye, { from, to: corners[(i + 1) % 4], reach: 8 });
    return Number.isFinite(rise) ? [rise] : [];
  });
  return rises.length ? Math.min(...rises) : NaN;
}
