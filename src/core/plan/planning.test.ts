import { describe, expect, test } from 'vitest';
import { labFromLinear, luminanceFromValue, SRGB_PROFILE, codeFromLinear, warmth, chroma } from '../colour';
import { valuePlane } from '../photo';
import { makeRaster, placeOfBox, type Box, type Corners, type Picture, type Raster } from '../raster';
import {
  byMass,
  cropCorners,
  cropFits,
  croppedLight,
  massBorders,
  editedMasses,
  largestBox,
  massAt,
  massTree,
  planFrom,
  printSize,
  proportionOf,
  tonalShares,
  tonePattern,
  toneSplits,
  twoValueSplit,
  warpOf,
  wholePrint,
  type Change,
  type MassEdit,
  PAINT_RANGE,
  ABSOLUTE,
} from './index';

const [W, H] = [320, 240];
const canvas = { widthMm: 320, heightMm: 240 };
const light = (value: number) => luminanceFromValue(value) / 100;

/** A wall of value 7, a table of 4, a dark pot of 2 on it; one pixel a millimetre. */
function scene(): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < W * H; i++) {
    const [x, y] = [i % W, Math.floor(i / W)];
    const inPot = x >= 120 && x < 200 && y >= 70 && y < 190;
    const v = light(inPot ? 2 : y < 150 ? 7 : 4);
    raster.r[i] = v * (inPot ? 1.15 : 1);
    raster.g[i] = v;
    raster.b[i] = v * (inPot ? 0.7 : 1);
  }
  return raster;
}
const base = scene();
const tree = massTree(base);
const valueAt = (raster: Raster, [x, y]: readonly [number, number]) => valuePlane(raster).data[y * W + x];

function planned(
  change: Change,
  where: { mass: [number, number] } | { place: ReturnType<typeof placeOfBox> } = { mass: [160, 130] },
) {
  return planFrom(
    base,
    tree,
    { canvas, key: ABSOLUTE, paint: PAINT_RANGE, count: 3, edits: [], departures: [{ where, change }] },
    { ground: { value: 6, a: 10, b: 20 }, added: new Map() },
  );
}

describe('crop', () => {
  const picture = { width: 1000, height: 800 };
  test('a turned box turns about its middle', () => {
    const [tl, tr] = cropCorners({ box: [400, 300, 200, 100], turn: 90, print: null }, picture);
    expect(tl[0]).toBeCloseTo(550);
    expect(tl[1]).toBeCloseTo(250);
    expect(tr[0]).toBeCloseTo(550);
    expect(tr[1]).toBeCloseTo(450);
  });

  test('the largest box stays inside, turned or not, and just so', () => {
    for (const turn of [0, 3, -7, 25]) {
      const box = largestBox(picture, { proportion: 4 / 3, turn });
      expect(cropFits({ box, turn, print: null }, picture)).toBe(true);
      const [x, y, w, h] = box;
      const larger: Box = [x - 2, y - 1.5, w + 4, h + 3];
      expect(cropFits({ box: larger, turn, print: null }, picture)).toBe(false);
    }
  });

  test('a photographed rectangle tells its true proportion (a camera with its axis in the middle)', () => {
    // 300 x 200 seen by a pinhole of focal length 900 px, turned 30 degrees about its upright and 12 about its level
    // axis.
    const [a, b] = [(30 * Math.PI) / 180, (12 * Math.PI) / 180];
    const seen = [
      [-150, -100],
      [150, -100],
      [150, 100],
      [-150, 100],
    ].map(([x, y]): [number, number] => {
      const [x1, z1] = [x * Math.cos(a), -x * Math.sin(a)];
      const [y2, z2] = [y * Math.cos(b) - z1 * Math.sin(b), y * Math.sin(b) + z1 * Math.cos(b)];
      return [500 + (900 * x1) / (700 + z2), 400 + (900 * y2) / (700 + z2)];
    });
    const corners = seen as unknown as Corners;
    expect(proportionOf(corners, picture)).toBeCloseTo(1.5, 2);
    const { width, height } = printSize(corners, picture);
    expect(width / height).toBeCloseTo(1.5, 2);
  });

  test('a print is straightened out of the photograph of it', () => {
    const data = new Uint8Array(3 * 200 * 100);
    for (let i = 0; i < 200 * 100; i++) data.fill((i % 200) + Math.floor(i / 200) < 100 ? 40 : 220, 3 * i, 3 * i + 3);
    const photo: Picture = { width: 200, height: 100, data, profile: SRGB_PROFILE };
    const print: Corners = [
      [20, 10],
      [180, 20],
      [170, 90],
      [30, 80],
    ];
    const { width, height } = printSize(print, photo);
    const out = croppedLight(photo, { box: [0, 0, width, height], turn: 0, print }, { width: 40, height: 20 });
    expect(out.g[0]).toBeLessThan(0.05); // the print's top left is dark, its bottom right light
    expect(out.g[40 * 20 - 1]).toBeGreaterThan(0.6);
  });
});

describe('masses changed by hand', () => {
  const under = (edits: readonly MassEdit[], at: readonly [number, number]) => {
    const masses = editedMasses(tree, { count: 3, edits, mmPerPixel: 320 / tree.width });
    return masses.ids[massAt(masses, at, 320 / masses.width)];
  };
  const [wall, table, pot] = [
    [40, 40],
    [40, 200],
    [160, 130],
  ] as const;

  test('merged masses carry the first one’s number', () => {
    const merged = under([{ kind: 'merge', at: [pot, table] }], table);
    expect(merged).toBe(under([], pot));
    expect(under([{ kind: 'merge', at: [pot, table] }], wall)).toBe(under([], wall));
  });

  test('split falls along the tree, cut along the line, and nothing else changes', () => {
    expect(new Set([under([{ kind: 'split', at: pot }], pot), under([], wall)]).size).toBe(2);
    const cut: MassEdit = {
      kind: 'cut',
      at: [130, 100],
      line: [
        [160, 60],
        [160, 200],
      ],
    };
    expect(under([cut], [130, 100])).toBe(under([], pot));
    expect(under([cut], [190, 100])).not.toBe(under([], pot));
    expect(under([cut], wall)).toBe(under([], wall));
  });

  test('a redrawn place joins its mass; an own place is a new one', () => {
    const place = placeOfBox([10, 10, 60, 60]);
    expect(under([{ kind: 'redraw', at: pot, place }], wall)).toBe(under([], pot));
    expect([under([], pot), under([], wall), under([], table)]).not.toContain(under([{ kind: 'own', place }], wall));
  });

  test('the first thing that stands on a mass is the mass’s', () => {
    const masses = editedMasses(tree, { count: 3, edits: [], mmPerPixel: 320 / tree.width });
    const named = byMass(
      masses,
      [
        { at: pot, name: 'pot' },
        { at: [125, 80] as const, name: 'again' },
      ],
      320 / masses.width,
    );
    expect([...named.values()].map(({ name }) => name)).toEqual(['pot']);
  });
});

describe('patterns', () => {
  const values = valuePlane(base);
  test('two families part between them', () => {
    const split = twoValueSplit(values.data);
    expect(split).toBeGreaterThan(4);
    expect(split).toBeLessThan(7);
  });

  test('three tones part at the middles between three values', () => {
    const [low, high] = toneSplits(values.data, 3);
    expect(low).toBeCloseTo(3, 0);
    expect(high).toBeCloseTo(5.5, 0);
  });

  test('a pattern has its tones from dark to light, specks absorbed, borders those of the masses', () => {
    const spoiled = { ...values, data: values.data.slice() };
    spoiled.data[30 * W + 30] = 0;
    const tone = tonePattern(spoiled, { splits: [3, 5.5], masses: null, squintPx: 0 });
    expect([tone[130 * W + 160], tone[200 * W + 20], tone[20 * W + 20], tone[30 * W + 30]]).toEqual([0, 1, 2, 2]);
    const shares = tonalShares(values.data);
    expect(shares.dark + shares.middle + shares.light).toBeCloseTo(1);
    expect(shares.dark).toBeCloseTo((80 * 120) / (W * H), 2);
  });
});

describe('departures', () => {
  const pot = [160, 130] as const;
  const labAt = (raster: Raster, [x, y]: readonly [number, number]) =>
    labFromLinear(raster.r[y * W + x], raster.g[y * W + x], raster.b[y * W + x]);

  test('lighter by a step is a step lighter there and nowhere else', () => {
    const { picture } = planned({ kind: 'value', steps: 1 });
    expect(valueAt(picture, pot)).toBeCloseTo(3, 1);
    expect(valueAt(picture, [40, 40])).toBeCloseTo(7, 1);
    const [before, after] = [labAt(base, pot), labAt(picture, pot)];
    expect(Math.atan2(after.b, after.a)).toBeCloseTo(Math.atan2(before.b, before.a), 1);
  });

  test('warmer moves along the warm axis, stronger multiplies chroma, both at the same value', () => {
    const warm = planned({ kind: 'warmth', units: 6 }).picture;
    expect(warmth(labAt(warm, pot)) - warmth(labAt(base, pot))).toBeCloseTo(6, 0);
    expect(valueAt(warm, pot)).toBeCloseTo(2, 1);
    const strong = planned({ kind: 'chroma', factor: 0.5 }).picture;
    expect(chroma(labAt(strong, pot)) / chroma(labAt(base, pot))).toBeCloseTo(0.5, 1);
  });

  test('left out closes over with what lies round it, in picture and masses', () => {
    const { picture, masses } = planned({ kind: 'left-out' });
    expect(valueAt(picture, [160, 90])).toBeGreaterThan(5.5);
    // No rim of it stays.
    const darkest = Math.min(...Array.from({ length: 60 }, (_, x) => valueAt(picture, [90 + x, 100])));
    expect(darkest).toBeGreaterThan(5);
    expect(masses.massOf[90 * W + 160]).not.toBe(planned({ kind: 'value', steps: 0 }).masses.massOf[90 * W + 160]);
  });

  test('moved leaves its place and stands in the new one, masses with it', () => {
    const { picture, masses } = planned({ kind: 'moved', by: [70, 0], scale: 1 });
    expect(valueAt(picture, [240, 130])).toBeCloseTo(2, 0);
    expect(valueAt(picture, [130, 100])).toBeGreaterThan(5);
    expect(masses.massOf[130 * W + 240]).toBe(planned({ kind: 'value', steps: 0 }).masses.massOf[130 * W + 160]);
  });

  test('left as ground is the ground’s colour; ignored is compared with nothing', () => {
    expect(valueAt(planned({ kind: 'ground' }).picture, pot)).toBeCloseTo(6, 1);
    const { ignored } = planned({ kind: 'ignored' }, { place: placeOfBox([10, 10, 20, 20]) });
    expect(ignored.reduce((sum, v) => sum + v, 0)).toBe(400);
  });

  const rise = ({ picture }: { picture: Raster }) => {
    const row = Array.from({ length: 60 }, (_, x) => valueAt(picture, [90 + x, 100]));
    return row.filter((v) => v > 2.5 && v < 6.5).length;
  };
  test('softer widens an edge; harder does not', () => {
    const plain = rise(planned({ kind: 'value', steps: 0 }));
    expect(rise(planned({ kind: 'edges', mm: 10 }))).toBeGreaterThan(plain + 4);
    expect(rise(planned({ kind: 'edges', mm: -3 }))).toBeLessThanOrEqual(plain);
  });

  test('simplified keeps the place’s mean and its border', () => {
    const { picture } = planned({ kind: 'simplified', mm: 8 });
    expect(valueAt(picture, [125, 100])).toBeCloseTo(2, 0);
    expect(valueAt(picture, [112, 100])).toBeCloseTo(7, 0);
  });

  test('added shows the other reference in its place, as a mass of its own', () => {
    const data = new Uint8Array(3 * 30 * 30).fill(Math.round(255 * codeFromLinear(light(9))));
    const thing: Picture = { width: 30, height: 30, data, profile: SRGB_PROFILE };
    const where = { place: placeOfBox([20, 160, 40, 40]) };
    const { picture, masses } = planFrom(
      base,
      tree,
      {
        canvas,
        key: 'absolute',
        paint: PAINT_RANGE,
        count: 3,
        edits: [],
        departures: [{ where, change: { kind: 'added', referenceId: 'a' } }],
      },
      { ground: null, added: new Map([['a', thing]]) },
    );
    expect(valueAt(picture, [40, 180])).toBeCloseTo(9, 0);
    expect(masses.ids.length).toBe(4);
  });
});

describe('drawn out of shape on purpose', () => {
  const pins = [
    { from: [100, 100], to: [120, 110] },
    { from: [220, 100], to: [210, 90] },
  ] as const;
  const warp = warpOf(pins, canvas);
  test('pins land where they are put, and the canvas’s corners stay', () => {
    for (const { from, to } of pins) {
      const [x, y] = warp?.(to) ?? [NaN, NaN];
      expect(x).toBeCloseTo(from[0], 6);
      expect(y).toBeCloseTo(from[1], 6);
    }
    expect(warp?.([0, 0]).map(Math.abs)).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)]);
  });
  test('two pins in one place contradict each other', () =>
    expect(warpOf([pins[0], { from: [1, 1], to: pins[0].to }], canvas)).toBeNull());
});

describe('borders between masses', () => {
  test('are cut where three masses meet, and rings come whole', () => {
    const massOf = Int32Array.from({ length: W * H }, (_, i) => {
      const [x, y] = [i % W, Math.floor(i / W)];
      if (x > 220 && x < 280 && y > 20 && y < 80) return 3;
      return x < 160 ? 0 : y < 120 ? 1 : 2;
    });
    const borders = massBorders({ width: W, height: H, massOf, ids: [0, 1, 2, 3] }, 1);
    expect(borders.map(({ between }) => between.join('-')).sort()).toEqual(['0-1', '0-2', '1-2', '1-3']);
    const ring = borders.find(({ between }) => between[1] === 3)?.points ?? [];
    expect(ring[0]).toEqual(ring.at(-1));
  });
});

test('a photographed drawing is taken whole, though its corners are not of the canvas’s proportions', () => {
  const size = { width: 4000, height: 3000 };
  const print: Corners = [
    [420, 300],
    [3600, 360],
    [3500, 2300],
    [500, 2350],
  ];
  const crop = { box: [10, 20, 300, 225] as const, turn: 0, print };
  cropCorners(wholePrint(crop, size), size).forEach(([x, y], i) => {
    expect(x).toBeCloseTo(print[i][0], 3);
    expect(y).toBeCloseTo(print[i][1], 3);
  });
  const plain = { ...crop, print: null };
  expect(wholePrint(plain, size)).toEqual(plain);
});
