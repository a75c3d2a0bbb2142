import { describe, expect, test } from 'vitest';
import { chance } from '../chance.testing';
import { closeLightOf, makeRaster, type CloseLight, type Picture, type Point } from '../raster';
import { linearFromLab, luminanceFromValue, SRGB_PROFILE, codeFromLinear } from '../colour';
import { edgeAcross, pixelBlur } from './across';
import { blurBy } from './byColour';
import { edgeClass } from './edgeClass';
import { piecesOf } from './edgeLook';
import { edgePlanOf } from './edgePlan';
import { readEdges } from './edgeReading';
import { tellEdges } from './edgesTold';
import { AS_PLANNED } from './edgeWish';
import { readPlan } from './soughtEdges';
import { ACROSS, RISE, risen, riseIn } from './rise';
import { stretchOf } from './stretch';

/** A rise of so many mm about a place, of one step upon five. */
const rising = (widthMm: number, at = 0, contrast = 1) =>
  Float32Array.from(ACROSS, (t) => 5 + contrast * risen(((t - at) * RISE) / widthMm));

/** About normal, mean 0, sigma 1. */
const normal = (random: () => number) => (random() + random() + random() + random() - 2) * Math.sqrt(3);

/** Strokes: noise that goes on over a few places. */
const grain = (random: () => number, steps: number) => {
  const raw = Array.from(ACROSS, () => normal(random));
  return raw.map((v, k) => (steps * (v + (raw[k - 1] ?? 0) + (raw[k + 1] ?? 0))) / Math.sqrt(3));
};

describe('a rise', () => {
  test.each([0.8, 1.2, 2, 3.5, 6, 9, 12])('of %d mm is read as wide as it is', (widthMm) => {
    const { widthMm: read, contrast, at } = riseIn(rising(widthMm, 0.3), 0) ?? { widthMm: 0, contrast: 0, at: 0 };
    expect(Math.abs(Math.log(read / widthMm))).toBeLessThan(0.05);
    expect(contrast).toBeCloseTo(1, 1);
    expect(Math.abs(at - 0.3)).toBeLessThan(0.02 * widthMm);
  });

  test('narrow beside another a few millimetres on is not widened by it', () => {
    const both = rising(1, 0).map((v, k) => v + 1.2 * risen(((ACROSS[k] - 9) * RISE) / 1));
    expect(riseIn(both, 0)?.widthMm).toBeLessThan(1.3);
  });

  test('on a slope is told from the slope', () => {
    const sloping = rising(2).map((v, k) => v + 0.02 * ACROSS[k]);
    expect(riseIn(sloping, 0)?.widthMm).toBeCloseTo(2, 0);
  });

  test('is looked for of the sign that is asked for', () => {
    expect(riseIn(rising(2), 1)?.contrast).toBeGreaterThan(0.9);
    expect(Math.abs(riseIn(rising(2), -1)?.contrast ?? 0)).toBeLessThan(0.3);
  });

  test('under strokes lies within the doubt it states, nine times in ten', () => {
    const random = chance(4);
    const within = Array.from({ length: 60 }, (_, k) => {
      const widthMm = [1, 2, 4, 8][k % 4];
      const strokes = grain(random, 0.04);
      const read = riseIn(
        rising(widthMm).map((v, i) => v + strokes[i]),
        0,
      );
      return read !== null && Math.abs(Math.log(read.widthMm / widthMm)) <= 1.645 * read.doubt;
    });
    expect(within.filter(Boolean).length).toBeGreaterThanOrEqual(51);
  });
});

describe('crossings of one edge', () => {
  test('that wobble are laid on one another: it is as hard as each of them', () => {
    const wobbling = Array.from({ length: 11 }, (_, k) => rising(1, 1.2 * Math.sin(k)));
    expect(stretchOf(wobbling, 0)?.widthMm).toBeLessThan(1.25);
  });

  test('of a soft edge are not sharpened by their noise', () => {
    const random = chance(9);
    const noisy = Array.from({ length: 11 }, () => {
      const strokes = grain(random, 0.08);
      return rising(8).map((v, i) => v + strokes[i]);
    });
    const { widthMm } = stretchOf(noisy, 0) ?? { widthMm: 0 };
    expect(Math.abs(Math.log(widthMm / 8))).toBeLessThan(0.25);
  });
});

type ValueAt = (x: number, y: number) => number;
type LightAt = (x: number, y: number) => readonly number[];
const GREY =
  (at: ValueAt): LightAt =>
  (x, y) =>
    Array<number>(3).fill(luminanceFromValue(at(x, y)) / 100);

/** 120 x 90 mm of canvas, six pixels a millimetre, and the same as it is shown in whole. */
const lightOf = (at: ValueAt, shownAs = (light: number) => light): CloseLight => closeLight(GREY(at), shownAs);

function closeLight(light: LightAt, shownAs = (own: number) => own): CloseLight {
  const [width, height] = [720, 540];
  const data = new Uint8Array(3 * width * height);
  for (let v = 0, i = 0; v < height; v++)
    for (let u = 0; u < width; u++)
      for (const own of light((u + 0.5) / 6, (v + 0.5) / 6)) data[i++] = Math.round(255 * codeFromLinear(own));
  const picture: Picture = { width, height, data, profile: SRGB_PROFILE };
  const coarse = (how: (light: number) => number) => {
    const raster = makeRaster(240, 180);
    for (let i = 0; i < raster.r.length; i++) {
      const own = light(((i % 240) + 0.5) / 2, (Math.floor(i / 240) + 0.5) / 2).map(how);
      [raster.r[i], raster.g[i], raster.b[i]] = own;
    }
    return raster;
  };
  return closeLightOf({
    picture,
    place: ([x, y]) => [6 * x, 6 * y],
    cut: coarse((v) => v),
    shown: coarse(shownAs),
    other: null,
    widthMm: 120,
  });
}

/** A disc whose border rises over so many mm. */
const disc =
  (widthMm: number, { by = 0, steps = 2 }: { by?: number; steps?: number } = {}): ValueAt =>
  (x, y) =>
    4 + steps * risen(((25 - Math.hypot(x - 60 - by, y - 45)) * RISE) / widthMm);

/** The disc as a mass of its own. */
function discMasses() {
  const [width, height] = [240, 180];
  const massOf = Int32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [((i % width) + 0.5) / 2, (Math.floor(i / width) + 0.5) / 2];
    return Math.hypot(x - 60, y - 45) < 25 ? 1 : 0;
  });
  return { massOf, width, height, ids: [4, 7] };
}

/** A disc as a mass, of even paint on even paint. */
const discShapes = () => {
  const masses = discMasses();
  return { masses, mmPerPixel: 0.5, value: () => new Float32Array(masses.massOf.length).fill(5) };
};

const sight = (light: CloseLight) => ({ light, blurMm: pixelBlur(light.pixelMm) });
const LINE: readonly [Point, Point] = [
  [22, 45],
  [50, 45],
];
const across = (planned: ValueAt, painted: ValueAt, shift: Point = [0, 0]) =>
  edgeAcross(sight(lightOf(planned)), sight(lightOf(painted)), { line: LINE, shift: () => shift });

describe('the edge a line crosses', () => {
  test('is read in plan and painting, square across though the line is not', () => {
    const { planned, painted } = edgeAcross(sight(lightOf(disc(2.4))), sight(lightOf(disc(7))), {
      line: [
        [25, 30],
        [45, 45],
      ],
      shift: () => [0, 0],
    });
    expect(planned.widthMm).toBeCloseTo(2.4, 0);
    expect(painted.widthMm).toBeCloseTo(7, 0);
    expect([planned, painted].map((edge) => edgeClass(edge, 1))).toEqual(['firm', 'soft']);
  });

  test('is found in the painting five and a half millimetres off', () => {
    const { painted } = across(disc(2), disc(2, { by: 5.5 }));
    const inPlace = across(disc(2), disc(2)).painted;
    expect((painted.widthMm ?? 0) / (inPlace.widthMm ?? 1)).toBeCloseTo(1, 1);
    expect(painted.at[0]).toBeCloseTo(40.5, 0);
  });

  test('that is not painted is lost, and no width is made up for it', () => {
    const { planned, painted } = across(disc(2), () => 4);
    expect(edgeClass(planned, 1)).toBe('firm');
    expect(edgeClass(painted, 1)).toBe('lost');
    expect(Math.abs(painted.contrast)).toBeLessThan(0.1);
  });

  test('that rises the other way is told as reversed', () => {
    expect(across(disc(2), disc(2)).reversed).toBe(false);
    expect(across(disc(2), disc(2, { steps: -2 })).reversed).toBe(true);
  });

  test('keeps its contrast as it is shown, its light taken out', () => {
    const half = sight(lightOf(disc(2), (light) => light / 2));
    const line = { line: LINE, shift: (): Point => [0, 0] };
    const { planned, painted } = edgeAcross(sight(lightOf(disc(2))), half, line);
    expect(painted.contrast).toBeLessThan(planned.contrast);
    expect(painted.widthMm).toBeCloseTo(planned.widthMm ?? 0, 0);
  });

  test.each([
    [0.8, 2, 1, 'hard'],
    [2, 2, 1, 'firm'],
    [2, 2, 2, 'hard'],
    [8, -2, 1, 'soft'],
    [20, 2, 1, 'lost'],
    [0.8, 0.2, 1, 'lost'],
  ] as const)('%d mm wide, over %d steps, from %d m is called %s', (widthMm, contrast, viewing, name) =>
    expect(edgeClass({ widthMm, contrast }, viewing)).toBe(name),
  );
});

describe('an edge of colour alone', () => {
  /** A red disc on a green ground, both as light as one another: 50 units apart. */
  const coloured =
    (widthMm: number, units = 50): LightAt =>
    (x, y) => {
      const share = risen(((25 - Math.hypot(x - 60, y - 45)) * RISE) / widthMm);
      return linearFromLab({ L: 55, a: units * (share - 0.5), b: 15 });
    };
  const seen = (light: LightAt) => sight(closeLight(light));
  const line = { line: LINE, shift: (): Point => [0, 0] };

  test('is read across a line: as wide as it is, its contrast in steps’ worth', () => {
    const { planned, painted } = edgeAcross(seen(coloured(2.4)), seen(coloured(7)), line);
    expect([planned.by, painted.by]).toEqual(['colour', 'colour']);
    expect(planned.widthMm).toBeCloseTo(2.4, 0);
    expect(painted.widthMm).toBeCloseTo(7, 0);
    expect(Math.abs(painted.contrast)).toBeCloseTo(5, 0);
    expect([planned, painted].map((edge) => edgeClass(edge, 1))).toEqual(['firm', 'soft']);
    expect(planned.doubtMm).toBeGreaterThanOrEqual(1);
  });

  test('is told no narrower than a photograph spreads colour', () => {
    expect(blurBy('value', 0.5)).toBe(0.5);
    expect(blurBy('colour', 0.5)).toBeCloseTo(1.12, 2);
    const [light, blurMm] = [closeLight(coloured(0.8)), 0.5];
    const { planned, painted } = edgeAcross(seen(coloured(0.8)), { light, blurMm }, line);
    expect(planned.widthMm).toBeLessThan(1.2);
    expect(painted).toMatchObject({ by: 'colour', atMost: true });
  });

  test('that is not painted is lost; where colours are alike, too, there is none', () => {
    const { painted } = edgeAcross(seen(coloured(2.4)), seen(coloured(2.4, 0)), line);
    expect([painted.by, edgeClass(painted, 1)]).toEqual(['colour', 'lost']);
    const none = edgeAcross(seen(coloured(2.4, 6)), seen(coloured(2.4, 6)), line);
    expect([none.planned.by, edgeClass(none.planned, 1)]).toEqual(['value', 'lost']);
    const shading = edgeAcross(seen(coloured(20)), seen(coloured(20)), line);
    expect([shading.planned.by, edgeClass(shading.planned, 1)]).toEqual(['value', 'lost']);
  });

  test('is read all along a mass’s border, and softened it is told', async () => {
    const lines = await readEdges({
      ...{ plan: () => seen(coloured(0.8)), photo: seen(coloured(9)), shift: () => [0, 0] as const },
      ...{ readable: () => true, ...discShapes() },
    });
    const places = lines.flatMap((one) => one.places.flatMap((place) => place ?? []));
    expect(places.length).toBeGreaterThan(25);
    expect(places.every(({ planned, painted }) => planned.by === 'colour' && painted.by === 'colour')).toBe(true);
    const { runs } = tellEdges(lines, { viewingM: 1, wishes: [] });
    expect(runs.map(({ change, planned }) => [change, planned.by])).toEqual([['harder', 'colour']]);
  });
});

describe('the edge plan', () => {
  /** Its left half rises over 0.8 mm, its right one over 7. */
  const halfSoft: ValueAt = (x, y) => (x < 60 ? disc(0.8)(x, y) : disc(7)(x, y));
  const plan = () => sight(lightOf(halfSoft));
  const ringMm = 2 * Math.PI * 25;

  test('is what every reading has of the plan, place by place', async () => {
    const shapes = discShapes();
    const photo = sight(lightOf(disc(2)));
    const how = { photo, shift: (): Point => [0, 0], readable: () => true };
    const [against] = await readEdges({ plan, ...shapes, ...how });
    const [alone] = await readPlan({ plan, ...shapes, masses: { ...shapes.masses } });
    expect(alone.places).toEqual(against.places.map((place) => place && { at: place.at, planned: place.planned }));
    expect(alone.between).toEqual(against.between);
  });

  test('tells how long each class runs, along a part of an edge too', async () => {
    const read = await readPlan({ plan, ...discShapes() });
    const { lines, lengthMm, shares } = edgePlanOf(read, { viewingM: 1, wishes: [] });
    expect(Math.abs(lengthMm - ringMm)).toBeLessThan(8);
    expect(shares?.hard).toBeCloseTo(0.5, 1);
    expect(shares?.soft).toBeCloseTo(0.5, 1);
    expect(lines[0].share).toBeGreaterThan(0.4);
    expect(lines[0].share).toBeLessThan(0.7);
    const classes = piecesOf(lines[0], 'planned', 1).map((piece) => piece.class);
    expect(new Set(classes)).toContain('hard');
    expect(new Set(classes)).toContain('soft');
    // From seven metres all of it is hard.
    expect(edgePlanOf(read, { viewingM: 7, wishes: [] }).shares?.hard).toBe(1);
  });

  test('with a wish counts and draws the whole edge so; what the picture has stays known', async () => {
    const read = await readPlan({ plan, ...discShapes() });
    const wishes = [{ ...AS_PLANNED, at: read[0].places[3].at, is: 'lost' as const }];
    const { lines, shares } = edgePlanOf(read, { viewingM: 1, wishes });
    expect(shares).toEqual({ hard: 0, firm: 0, soft: 0, lost: 1 });
    expect(piecesOf(lines[0], 'planned', 1).map((piece) => piece.class)).toEqual(['lost']);
    expect(lines[0].class).not.toBe('lost');
  });
});
