import { describe, expect, test } from 'vitest';
import { luminanceFromValue } from '../colour';
import { makeRaster, quantile, type Point, type Raster } from '../raster';
import { warpedTo, warpOf, type MassMap } from '../plan';
import { chance } from '../chance.testing';
import { trace, type Traceable } from './tracing';

const [WIDTH, HEIGHT, MM] = [500, 375, 0.8];
const canvas = { widthMm: WIDTH * MM, heightMm: HEIGHT * MM };

/** A jug with its handle and a fruit on a table before a wall: which mass lies at a point of the canvas, mm. */
function massAt(x: number, y: number): number {
  const ring = Math.hypot((x - 245) / 45, (y - 120) / 40);
  if (((x - 300) / 34) ** 2 + ((y - 215) / 30) ** 2 < 1) return 4;
  if (Math.abs(x - 180) < 44 + 12 * Math.sin((y - 60) / 50) && y > 70 && y < 240) return x < 172 ? 2 : 3;
  if (ring < 1 && ring > 0.7 && x > 200) return 3;
  return y > 190 + 0.05 * x ? 1 : 0;
}
const VALUES = [6.2, 4.4, 3, 7.6, 5.3];

const eachPixel = (of: (x: number, y: number) => number) =>
  Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
    of(((i % WIDTH) + 0.5) * MM, (Math.floor(i / WIDTH) + 0.5) * MM),
  );

/** Grey of so much value at every place. */
function pictureOf(value: (x: number, y: number) => number): Raster {
  const light = eachPixel((x, y) => luminanceFromValue(value(x, y)) / 100);
  return { ...makeRaster(WIDTH, HEIGHT), r: light, g: light, b: light };
}

const masses: MassMap = {
  width: WIDTH,
  height: HEIGHT,
  massOf: Int32Array.from(eachPixel(massAt)),
  ids: [0, 1, 2, 3, 4],
};
const plan: Traceable = {
  picture: pictureOf((x, y) => VALUES[massAt(x, y)]),
  masses,
  departed: new Uint8Array(WIDTH * HEIGHT),
};

/** How a hand put it: all of it somewhat to the right and down, and the fruit further than the jug. */
const drawn = ([x, y]: Point): Point => [x + 3 + 5 * Math.exp(-((x - 300) ** 2 + (y - 215) ** 2) / 5000), y + 2];
/** Where a place of the drawing is planned. */
const source = (at: Point): Point => warpedTo((p) => drawn(p), at);

/** Lines of two pencils' width where masses meet, on paper with a grain. */
function pencilOf(mass: (x: number, y: number) => number): Raster {
  const random = chance(5);
  return pictureOf((x, y) => {
    const here = mass(x, y);
    const meets = [
      [0.6, 0],
      [-0.6, 0],
      [0, 0.6],
      [0, -0.6],
    ].some(([u, v]) => mass(x + u, y + v) !== here);
    return (meets ? 4 : 7.6) + 0.3 * (random() - 0.5);
  });
}
const inDrawing = (x: number, y: number) => massAt(...(source([x, y]) as [number, number]));

/** mm by which the contours of the plan, laid by pins, lie beside the drawing: half of all, nine tenths. */
function errorsOf(pins: Parameters<typeof warpOf>[0]): [number, number] {
  const warp = warpOf(pins, canvas, []);
  if (!warp) throw new Error('the pins contradict each other');
  const off: number[] = [];
  for (let y = 20; y < 280; y += 4)
    for (let x = 20; x < 380; x += 1) {
      if (massAt(x, y) === massAt(x + 1, y)) continue;
      // Across upright contours only: along a line nothing can be told.
      off.push(Math.abs(warpedTo(warp, [x, y])[0] - drawn([x, y])[0]));
    }
  return [quantile(off, 0.5), quantile(off, 0.9)];
}

describe('a drawing is found by the plan', () => {
  test('lines on paper: the plan is laid within a millimetre of them', () => {
    const found = trace(plan, pencilOf(inDrawing), MM);
    expect(found?.found).toBeGreaterThan(0.8);
    expect(found?.median).toBeLessThan(0.7);
    expect(found?.most).toBeGreaterThan(6);
    expect(found?.most).toBeLessThan(12);
    const [half, nine] = errorsOf(found?.pins ?? []);
    expect(half).toBeLessThan(0.5);
    expect(nine).toBeLessThan(1.5);
  });

  test('a painting in other values is as good', () => {
    const painted = pictureOf((x, y) => [5.6, 5, 3.8, 6.9, 4.4][inDrawing(x, y)]);
    const found = trace(plan, painted, MM);
    const [half, nine] = errorsOf(found?.pins ?? []);
    expect(half).toBeLessThan(0.5);
    expect(nine).toBeLessThan(1.5);
  });

  test('of an empty sheet and of another picture nothing is told', () => {
    expect(
      trace(
        plan,
        pencilOf(() => 0),
        MM,
      ),
    ).toBeNull();
    const other = pencilOf((x, y) => Math.floor((x + 30 * Math.sin(y / 33)) / 47) + 10 * Math.floor((y + x / 3) / 61));
    expect(trace(plan, other, MM)).toBeNull();
  });

  test('where the plan departs from the reference it is not looked for', () => {
    const departed = Uint8Array.from(eachPixel((x, y) => +(Math.hypot(x - 300, y - 215) < 45)));
    const found = trace({ ...plan, departed }, pencilOf(inDrawing), MM);
    const warp = warpOf(found?.pins ?? [], canvas, []);
    expect(found?.pins.filter(({ from }) => Math.hypot(from[0] - 300, from[1] - 215) < 40)).toHaveLength(0);
    expect(warp).not.toBeNull();
  });
});
