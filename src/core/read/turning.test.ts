import { NO_RIVALRY } from '../photo';
import { describe, expect, test } from 'vitest';
import { cellsOf } from './cells';
import { readMasses } from './massReading';
import { sceneOf } from './scene.testing';
import { turningsOf, type Turning } from './turning';

const [W, H] = [400, 300];
const COLUMN = { left: 60, right: 180, top: 60, bottom: 240 };
const CRATE = { left: 240, edge: 300, right: 360, top: 60, bottom: 240 };
const MIDDLE = 5; // value of column and crate on the whole

/**
 * A column that turns from 7 to 3 by degrees, and a crate whose two planes, 6.5 and 3.5, meet at an edge; before a wall
 * of 8.
 */
function valueAt(x: number, y: number, { column = 1, crate = 1, shade = 0 } = {}): number {
  if (y < COLUMN.top || y >= COLUMN.bottom) return 8;
  if (x >= COLUMN.left && x < COLUMN.right) return MIDDLE + (column * 4 * (120 - x)) / 120 + (x >= 120 ? shade : 0);
  if (x >= CRATE.left && x < CRATE.right) return MIDDLE + crate * (x < CRATE.edge ? 1.5 : -1.5);
  return 8;
}
const [WALL, LIT, SHADE, FRONT, FLANK] = [20, 21, 22, 23, 24];
const masses = {
  width: W,
  height: H,
  ids: [WALL, LIT, SHADE, FRONT, FLANK],
  massOf: Int32Array.from({ length: W * H }, (_, i) => {
    const [x, y] = [(i % W) + 0.5, Math.floor(i / W) + 0.5];
    if (y < COLUMN.top || y >= COLUMN.bottom) return 0;
    if (x >= COLUMN.left && x < COLUMN.right) return x < 120 ? 1 : 2;
    return x >= CRATE.left && x < CRATE.right ? (x < CRATE.edge ? 3 : 4) : 0;
  }),
};

function turnings(
  painted: Parameters<typeof valueAt>[2],
  { things = [], unsure = 0.05 }: { things?: number[][]; unsure?: number } = {},
): readonly Turning[] {
  const aligned = sceneOf({ width: W, height: H, planned: valueAt, painted: (x, y) => valueAt(x, y, painted) });
  const light = {
    value: unsure,
    warmth: 1,
    usual: { value: unsure, warmth: 1 },
    knownTo: 10.5,
    stray: 0,
    colour: 0,
    local: 0,
    rivalry: NO_RIVALRY,
  };
  const read = readMasses(aligned, masses, { light });
  return turningsOf(cellsOf(aligned), masses, { read, things, value: aligned.planned.value, mmPerPixel: 1, unsure });
}

describe('surfaces that turn over two masses', () => {
  test('a column does, a crate and the wall behind do not: their borders are edges', () => {
    const found = turnings({});
    expect(found.map(({ ids }) => ids)).toEqual([[LIT, SHADE]]);
    expect(found[0].span.planned).toBeGreaterThan(2.5);
    expect(found[0].span.painted).toBeCloseTo(found[0].span.planned, 2);
    expect(found[0].flat).toBe(false);
  });

  test('painted nearly in one value it reads flat, and by how much is told', () => {
    const [column] = turnings({ column: 0.25 });
    expect(column.flat).toBe(true);
    expect(column.span.painted).toBeCloseTo(0.25 * column.span.planned, 1);
    expect(turnings({ column: 0.7 })[0].flat).toBe(false);
  });

  test('a shadow half a step too light is a wrong value, not a flat form', () => {
    expect(turnings({ shade: 0.5 })[0].flat).toBe(false);
  });

  test('what the painter calls one thing is judged as one, whatever its border; its pair is then not told twice', () => {
    const things = [
      [FLANK, FRONT],
      [SHADE, LIT],
    ];
    const found = turnings({ crate: 0.2 }, { things });
    expect(found.map(({ ids, flat }) => [ids, flat])).toEqual([
      [[FRONT, FLANK], true],
      [[LIT, SHADE], false],
    ]);
  });

  test('under a light that leaves much unsure nothing is claimed', () => {
    expect(turnings({ column: 0.25 }, { unsure: 2 })[0].flat).toBe(false);
  });
});
