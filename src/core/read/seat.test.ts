import { describe, expect, test } from 'vitest';
import { seatInWords } from '../correct';
import { sceneOf } from './scene.testing';
import { seatsAsked, seatsOf, type Seat } from './index';

const [W, H] = [400, 300];
const BLOCK = { left: 150, right: 250, top: 100, bottom: 220 };
interface Drawn {
  /** mm the block stands lower */
  low?: number;
  /** value of the dark line under it, of its cast shadow and of its own foot; null = none */
  dark?: number | null;
  shadow?: number | null;
  block?: number;
  surface?: number;
}

/** A light block on a table, a thin dark under it and a shadow cast to the right; 1 px = 1 mm. */
function valueAt(x: number, y: number, { low = 0, dark = 1.5, shadow = 3.5, block = 8, surface = 6 }: Drawn): number {
  const { left, right, top, bottom } = BLOCK;
  if (x >= left && x < right && y >= top + low && y < bottom + low) return block;
  if (dark !== null && x >= left && x < right && y >= bottom + low && y < bottom + low + 6) return dark;
  if (y < 170) return 5;
  const cast = x >= left + 10 && x < right + 60 && y >= bottom + low - 30 && y < bottom + low + 12;
  return cast && shadow !== null ? shadow : surface;
}
const massOf = Int32Array.from({ length: W * H }, (_, i) => {
  const [x, y] = [(i % W) + 0.5, Math.floor(i / W) + 0.5];
  if (x >= BLOCK.left && x < BLOCK.right && y >= BLOCK.top && y < BLOCK.bottom) return y < 160 ? 2 : 3;
  return y < 170 ? 0 : 1;
});
const masses = { width: W, height: H, massOf, ids: [21, 22, 23, 24] };
const asked = [{ at: [200, 120] as const, thing: [23, 24], on: [22] }];

function seatFor(
  painted: Drawn,
  { mask, planned = {} }: { mask?: Uint8Array; planned?: Drawn } = {},
): Seat | undefined {
  const pair = (drawn: Drawn) => (x: number, y: number) => valueAt(x, y, drawn);
  const aligned = sceneOf({ width: W, height: H, planned: pair(planned), painted: pair(painted), mask });
  return seatsOf(aligned, masses, { asked, unsure: 0.05 })[0];
}

describe('how a thing sits', () => {
  test('as planned: the contact lies along its foot, nothing is missing', () => {
    const seat = seatFor({});
    expect(seat?.missing).toEqual([]);
    expect(seat?.contact[0]).toEqual([150.5, 220]);
    expect(seat?.contact.at(-1)).toEqual([249.5, 220]);
    expect(seat?.accent.planned.value).toBeCloseTo(1.5, 0);
    expect(seat?.accent.planned.away).toBeLessThan(5);
    expect(seat?.gap.planned).toBeGreaterThan(4);
    expect(seat?.open.planned).toBe(6);
    expect(seatInWords(seat as Seat)).toContain('as planned');
  });

  test('no shadow and no dark under it: it floats, and each is said', () => {
    const seat = seatFor({ dark: null, shadow: null }) as Seat;
    expect(seat.missing).toEqual(['accent', 'shadow', 'gap']);
    expect(seat.shadow.painted).toEqual({ areaMm2: 0, value: null });
    expect(seatInWords(seat)).toBe(
      'The dark at its foot is four steps and a half too weak, the shadow it casts is missing and at its foot it parts from the surface by 2.0 steps, planned 6.5.',
    );
  });

  test('a shadow too light, though as large', () => {
    const seat = seatFor({ shadow: 4.9 }) as Seat;
    expect(seat.missing).toContain('shadow');
    expect(seat.shadow.painted.areaMm2 / seat.shadow.planned.areaMm2).toBeCloseTo(1, 1);
    expect(seatInWords(seat)).toMatch(/shadow it casts is one(.*) too light against the surface/);
  });

  test('everything half a step darker is another matter: it still sits', () => {
    expect(seatFor({ dark: 1, shadow: 3, block: 7.5, surface: 5.5 })?.missing).toEqual([]);
  });

  test('a shadow area is measured in mm2 of canvas', () => {
    // A dark of 100 x 6 mm, and a shadow of 150 x 42 mm less what the block and the dark cover of it.
    expect(seatFor({})?.shadow.planned.areaMm2).toBe(600 + (60 * 42 + 90 * 12 - 90 * 6));
  });

  test('where the surface is not read, or the foot is off the canvas, nothing is said', () => {
    const mask = massOf.map((k) => +(k === 1));
    expect(seatFor({}, { mask: Uint8Array.from(mask) })).toBeUndefined();
    const cut = {
      ...masses,
      massOf: Int32Array.from(massOf, (k, i) => (k === 3 || (k === 1 && i % W >= 150 && i % W < 250) ? 3 : k)),
    };
    const aligned = sceneOf({ width: W, height: H, planned: () => 5, painted: () => 5 });
    expect(seatsOf(aligned, cut, { asked, unsure: 0.05 })).toEqual([]);
  });

  test('a plan of another size is a mistake of the caller', () => {
    const aligned = sceneOf({ width: 40, height: 30, planned: () => 5, painted: () => 5 });
    expect(() => seatsOf(aligned, masses, { asked, unsure: 0.05 })).toThrow(RangeError);
  });
});

describe('what rests on what', () => {
  const rest = (at: [number, number], on: [number, number]) => ({ at, on });
  test('a mass of a group stands for the group, once', () => {
    const groups = [
      { at: [200, 120] as const, group: 'block' },
      { at: [200, 200] as const, group: 'block' },
    ];
    const rests = [rest([200, 120], [20, 280]), rest([200, 200], [20, 280])];
    expect(seatsAsked(masses, { rests, groups }, 1)).toEqual([{ at: [200, 120], thing: [23, 24], on: [22] }]);
  });
  test('nothing rests on itself', () => {
    expect(seatsAsked(masses, { rests: [rest([20, 280], [300, 290])], groups: [] }, 1)).toEqual([]);
  });
});
