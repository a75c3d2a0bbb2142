import { describe, expect, test } from 'vitest';
import { luminanceFromValue, linearFromLab, lightnessFromLuminance } from '../colour';
import { NO_RIVALRY, type Flat } from '../photo';
import { PAINT_RANGE } from '../plan';
import { makeRaster, type Raster } from '../raster';
import { accountOf, NOTHING_SAID, doubtOf, readFlat, type Account } from './index';

const [W, H] = [400, 300];
const canvas = { widthMm: 400, heightMm: 300 };
interface Paint {
  value: number;
  a?: number;
  b?: number;
}

function picture(at: (x: number, y: number) => Paint): Raster {
  const raster = makeRaster(W, H);
  for (let i = 0; i < raster.r.length; i++) {
    const { value, a = 0, b = 0 } = at((i % W) + 0.5, Math.floor(i / W) + 0.5);
    const [r, g, bl] = linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value)), a, b });
    [raster.r[i], raster.g[i], raster.b[i]] = [r, g, bl];
  }
  return raster;
}

/** Masses: 0 wall, 1 ledge, 2 pot, 3 fruit, 4 a gap inside the pot's handle. */
function massAt(x: number, y: number): number {
  if (x > 250 && x < 275 && y > 90 && y < 120) return 4;
  if (x > 130 && x < 300 && y > 60 && y < 200) return 2;
  if (x > 320 && x < 370 && y > 180 && y < 230) return 3;
  return y > 210 ? 1 : 0;
}
const PLANNED: Paint[] = [{ value: 6 }, { value: 3 }, { value: 8.8 }, { value: 5, a: 30, b: 45 }, { value: 6 }];
const IDS = [11, 12, 13, 14, 15];
const massOf = Int32Array.from({ length: W * H }, (_, i) => massAt((i % W) + 0.5, Math.floor(i / W) + 0.5));
const masses = { width: W, height: H, massOf, ids: IDS };
/** The pot turns from light to half-tone. */
const turning = (paint: Paint, x: number, m: number): Paint =>
  m === 2 ? { ...paint, value: paint.value - (x - 130) / 120 } : paint;
const planOf = (planned: readonly Paint[]) => picture((x, y) => turning(planned[massAt(x, y)], x, massAt(x, y)));
const PLAN = planOf(PLANNED);

const flatOf = (small: Raster): Flat => {
  const light = {
    method: 'card',
    gainStops: [0, 0, 0],
    fallOffStops: 0,
    agreement: 1,
    uncertainty: { value: 0.05, warmth: 0.8 },
    knownTo: 10.5,
    camera: { bend: 0, shoulder: 0, vivid: { by: 0, doubt: 0 } },
    sheen: { most: 0, share: 0 },
  } as const;
  return { small, mask: new Uint8Array(W * H), canvas, light, rivalry: NO_RIVALRY } as unknown as Flat;
};

const OPTIONS = { ...NOTHING_SAID, split: 4.2, tones: 3 };

function accountFor(painted: (paint: Paint, mass: number, x: number, y: number) => Paint): Account {
  const flat = flatOf(picture((x, y) => painted(turning(PLANNED[massAt(x, y)], x, massAt(x, y)), massAt(x, y), x, y)));
  const reading = readFlat(flat, { plan: PLAN, masses });
  return accountOf(reading, masses, { ...OPTIONS, light: doubtOf(flat) });
}
const faithful = accountFor((paint) => paint);
const between = (account: Account, a: number, b: number) =>
  account.relations.find(({ ids }) => ids.includes(a) && ids.includes(b));

describe('what a reading tells of the whole', () => {
  test('a faithful copy agrees in everything', () => {
    expect(faithful.patterns.two.share).toBeGreaterThan(0.99);
    expect(faithful.patterns.tones).toMatchObject({ tones: 3, places: [] });
    expect(faithful.relations.every(({ reversed, difference }) => !reversed && Math.abs(difference) < 0.05)).toBe(true);
    expect(faithful.families?.crossed).toEqual([]);
    expect(faithful.families?.gap.painted).toBeCloseTo(faithful.families?.gap.planned ?? 0, 1);
    expect(faithful.strength).toBeCloseTo(1, 1);
    expect(faithful.alike).toEqual([]);
    expect(faithful.forms.some(({ flat, wobbles }) => flat || wobbles)).toBe(false);
    expect(faithful.range.painted.lightest).toBeCloseTo(faithful.range.planned.lightest, 1);
  });

  test('the step between neighbours is read whatever the light, and a reversed order comes first', () => {
    const account = accountFor((paint, m) => (m === 3 ? { ...paint, value: 2.6 } : paint));
    expect(between(account, 14, 12)).toMatchObject({ ids: [14, 12], reversed: true });
    expect(account.relations[0].reversed).toBe(true);
    expect(between(account, 14, 12)?.painted).toBeCloseTo(-0.4, 1);
    // Everything half a step darker: the lamp. The relations hold.
    const darker = accountFor((paint) => ({ ...paint, value: paint.value - 0.5 }));
    for (const relation of darker.relations) expect(Math.abs(relation.difference)).toBeLessThan(0.1);
  });

  test('a mass on the other side of the parting value is named, and its place disagrees', () => {
    const account = accountFor((paint, m) => (m === 1 ? { ...paint, value: 5 } : paint));
    expect(account.families?.crossed).toEqual([12]);
    expect(account.patterns.two.share).toBeLessThan(0.8);
    expect(account.patterns.two.places[0].lighter).toBe(true);
    expect(account.patterns.two.places[0].share).toBeGreaterThan(0.2);
  });

  test('families that overlap have no gap left', () => {
    const account = accountFor((paint, m) =>
      m === 1 ? { ...paint, value: 5.2 } : m === 3 ? { ...paint, value: 4.6 } : paint,
    );
    expect(account.families?.gap.planned).toBeGreaterThan(1);
    expect(account.families?.gap.painted).toBeLessThan(0);
  });

  test('a pot painted in one value reads flat; a wall in patches wobbles', () => {
    const account = accountFor((paint, m, x, y) =>
      m === 2
        ? { value: 8 }
        : m === 0
          ? { value: paint.value + (Math.floor(x / 30) % 2 ? 0.4 : -0.4) * (y < 210 ? 1 : 0) }
          : paint,
    );
    const of = (id: number) => account.forms.find((form) => form.id === id);
    expect(of(13)).toMatchObject({ flat: true, wobbles: false });
    expect(of(11)).toMatchObject({ flat: false, wobbles: true });
    expect(of(13)?.span.planned).toBeGreaterThan(0.9);
  });

  test('hue that varies while value holds is play, not wobble', () => {
    const account = accountFor((paint, m, x) => (m === 0 ? { ...paint, a: Math.floor(x / 30) % 2 ? 6 : -6 } : paint));
    const wall = account.forms.find(({ id }) => id === 11);
    expect(wall?.wobbles).toBe(false);
    expect(wall?.play.painted).toBeGreaterThan((wall?.play.planned ?? 0) + 3);
  });

  test('strength is read as a share, whichever way it is off', () => {
    const times = (k: number) =>
      accountFor((paint) => ({ ...paint, a: (paint.a ?? 0) * k, b: (paint.b ?? 0) * k })).strength;
    expect(times(0.66)).toBeCloseTo(0.66, 1);
    expect(times(1.25)).toBeCloseTo(1.25, 1);
    const grey = accountOf(readFlat(flatOf(PLAN), { plan: picture(() => ({ value: 5 })), masses }), masses, {
      ...OPTIONS,
      light: doubtOf(flatOf(PLAN)),
    });
    expect(grey.strength).toBeNull();
  });

  test('two masses that became too alike, and an accent that no longer stands out', () => {
    const account = accountFor((paint, m) => (m === 3 ? { value: 3.2, a: 2, b: 3 } : paint));
    expect(account.alike.map(({ ids }) => [...ids].sort())).toEqual([[12, 14]]);
    expect(faithful.accents[0]).toMatchObject({ id: 14 });
    expect(account.accents[0].painted).toBeLessThan(0.3 * account.accents[0].planned);
  });

  test('a gap shows what lies behind; painted like the pot it is filled in', () => {
    expect(faithful.gaps).toMatchObject([{ id: 15, open: 11, filled: false }]);
    const account = accountFor((paint, m) => (m === 4 ? { value: 8 } : paint));
    expect(account.gaps).toMatchObject([{ id: 15, open: 11, filled: true }]);
    expect(account.gaps[0].painted).toBeCloseTo(2, 1);
  });

  test('a thing among others is no gap, nor what belongs to one', () => {
    const gapsIn = (planned: readonly Paint[], groups: number[][] = []) => {
      const plan = planOf(planned);
      const flat = flatOf(plan);
      return accountOf(readFlat(flat, { plan, masses }), masses, { ...OPTIONS, light: doubtOf(flat), groups }).gaps;
    };
    expect(gapsIn(PLANNED)).toHaveLength(1);
    // Of the fruit's colour, which ends inside the picture: nothing behind shows through.
    expect(gapsIn([...PLANNED.slice(0, 4), PLANNED[3]])).toEqual([]);
    // A part of the pot, as the painter grouped it.
    expect(gapsIn(PLANNED, [[IDS[2], IDS[4]]])).toEqual([]);
  });

  test('where the reference has lost the colour of a mass, none of it counts', () => {
    // The ledge is crushed, the fruit blown, as the reference has them.
    const flat = flatOf(PLAN);
    const of = (lost: readonly number[]) => {
      const clipped = Uint8Array.from(massOf, (mass) => (lost.includes(mass) ? (mass === 1 ? 1 : 2) : 0));
      return accountOf(readFlat(flat, { plan: PLAN, masses, clipped }), masses, {
        ...NOTHING_SAID,
        light: doubtOf(flat),
        split: 4.2,
      });
    };
    expect(of([]).clipped).toEqual({ crushed: 0, blown: 0, masses: [] });
    expect(of([]).families?.warmth).not.toBeNull();
    const { clipped, families, strength, accents } = of([1, 3]);
    expect(clipped.masses).toEqual([12, 14]);
    expect(clipped.crushed).toBeGreaterThan(0.2);
    // The ledge is all there is of shadow, the fruit all there is of colour.
    expect(families).toMatchObject({ crossed: [], warmth: null });
    expect(strength).toBeNull();
    expect(accents.map(({ id }) => id)).not.toContain(14);
    expect(of([]).strength).toBeCloseTo(1, 1);
  });

  test('families of a plan in one value are not compared', () => {
    const reading = readFlat(flatOf(PLAN), { plan: PLAN, masses });
    const all = new Map(IDS.map((id): [number, 'light'] => [id, 'light']));
    expect(
      accountOf(reading, masses, {
        light: doubtOf(flatOf(PLAN)),
        split: 4,
        tones: 3,
        splits: null,
        families: all,
        groups: [],
        variation: new Map(),
        seats: [],
        paint: PAINT_RANGE,
      }).families,
    ).toBeNull();
  });

  test('light and shadow are compared thing by thing, and both ends of the range have their places', () => {
    // The pot with its handle's gap as one thing: the gap is painted as light as the pot.
    const flat = flatOf(
      picture((x, y) => (massAt(x, y) === 1 ? { value: 5 } : turning(PLANNED[massAt(x, y)], x, massAt(x, y)))),
    );
    const reading = readFlat(flat, { plan: PLAN, masses });
    const { things, patterns, range } = accountOf(reading, masses, {
      light: doubtOf(flat),
      split: 4.2,
      tones: 3,
      splits: null,
      families: new Map(),
      groups: [[12, 13]],
      variation: new Map(),
      seats: [],
      paint: PAINT_RANGE,
    });
    expect(things).toHaveLength(1);
    expect(things[0].dark.planned).toBeGreaterThan(0.3);
    expect(things[0].dark.painted).toBeLessThan(0.05);
    expect(things[0].overlap).toBeLessThan(0.1);
    expect(patterns.two.dark.planned - patterns.two.dark.painted).toBeGreaterThan(0.2);
    expect(massAt(...range.planned.darkestAt)).toBe(1);
    expect(massAt(...range.planned.lightestAt)).toBe(2);
  });

  test('a mass that may vary is no fault, one that should be even is; one that should vary and does not is dull', () => {
    const wild = picture((x, y) =>
      massAt(x, y) === 0 ? { value: 6 + 0.8 * Math.sin(x / 9) } : turning(PLANNED[massAt(x, y)], x, massAt(x, y)),
    );
    const formOf = (painted: Raster, meant: [number, 'even' | 'varied'][]) => {
      const flat = flatOf(painted);
      const reading = readFlat(flat, { plan: PLAN, masses });
      const { forms } = accountOf(reading, masses, {
        light: doubtOf(flat),
        split: 4.2,
        tones: 3,
        splits: null,
        families: new Map(),
        groups: [],
        variation: new Map(meant),
        seats: [],
        paint: PAINT_RANGE,
      });
      return forms.find(({ id }) => id === 11);
    };
    expect(formOf(wild, [])?.wobbles).toBe(true);
    expect(formOf(wild, [[11, 'varied']])).toMatchObject({ wobbles: false, dull: false });
    expect(formOf(PLAN, [[11, 'varied']])).toMatchObject({ wobbles: false, dull: true });
    expect(formOf(PLAN, [[11, 'even']])).toMatchObject({ wobbles: false, dull: false });
  });
});
