import { expect, test } from 'vitest';
import { lightnessFromLuminance, linearFromLab, luminanceFromValue } from '../colour';
import { findingsOf } from '../correct';
import { NO_RIVALRY, type Flat } from '../photo';
import { channelsOf, makeRaster, type Raster } from '../raster';
import { doubtOf, readFlat } from '../read';

const [W, H] = [800, 600];
type Paint = readonly [value: number, a: number, b: number];
type PaintAt = (x: number, y: number) => Paint;

function picture(at: PaintAt): Raster {
  const raster = makeRaster(W, H);
  const lights = new Map<string, readonly number[]>();
  const channels = channelsOf(raster);
  for (let i = 0; i < W * H; i++) {
    const [value, a, b] = at((i % W) / 2, Math.floor(i / W) / 2);
    const name = `${value} ${a} ${b}`;
    const light = lights.get(name) ?? linearFromLab({ L: lightnessFromLuminance(luminanceFromValue(value)), a, b });
    lights.set(name, light);
    channels.forEach((data, c) => (data[i] = light[c]));
  }
  return raster;
}

const massAt = (x: number, y: number) => (y > 200 ? 2 : x > 250 ? 1 : 0);
const massOf = Int32Array.from({ length: W * H }, (_, i) => massAt((i % W) / 2, Math.floor(i / W) / 2));
const masses = { width: W, height: H, massOf, ids: [11, 12, 13] };

/** What is found where masses of these paints were painted as told. */
function found(paints: readonly Paint[], painted: (x: number, y: number, as: Paint) => Paint) {
  const planned: PaintAt = (x, y) => paints[massAt(x, y)];
  const plan = picture(planned);
  const flat = {
    small: picture((x, y) => painted(x, y, planned(x, y))),
    mask: new Uint8Array(W * H),
    canvas: { widthMm: 400, heightMm: 300 },
    light: {
      method: 'card',
      uncertainty: { value: 0.05, warmth: 0.8 },
      knownTo: 10.5,
      camera: { bend: 0, shoulder: 0, toe: 0, vivid: { by: 0, doubt: 0 } },
      sheen: { most: 0, share: 0 },
    },
    rivalry: NO_RIVALRY,
  } as unknown as Flat;
  const reading = readFlat(flat, { plan, masses });
  return findingsOf(reading, { massOf, ids: masses.ids, uncertainty: doubtOf(flat) });
}

const GREYS: readonly Paint[] = [
  [7, 0, 0],
  [5, 0, 0],
  [3, 0, 0],
];
const darker = (steps: number, [value, a, b]: Paint): Paint => [value - steps, a, b];

test('two things of one colour that are off alike are told as one place', () => {
  const all = found(GREYS, (x, y, as) => (massAt(x, y) === 0 ? as : darker(0.6, as)));
  expect(all.filter(({ kind }) => kind === 'value')).toHaveLength(1);
});

test('things of plainly other colours are told each by itself', () => {
  const orange: Paint = [5, 28, 45];
  const all = found([GREYS[0], orange, GREYS[2]], (x, y, as) => (massAt(x, y) === 0 ? as : darker(0.6, as)));
  const value = all.filter(({ kind }) => kind === 'value');
  expect(value.map(({ massId }) => massId).sort()).toEqual([12, 13]);
});

test('the lights and the shadow of one thing are one place', () => {
  const [light, shadow]: Paint[] = [
    [7, 28, 45],
    [4, 13, 21],
  ];
  const all = found([GREYS[0], light, shadow], (x, y, as) => (massAt(x, y) === 0 ? as : darker(0.6, as)));
  expect(all.filter(({ kind }) => kind === 'value')).toHaveLength(1);
});

test('a place ends where its thing ends, however strongly it differs beside the border', () => {
  const all = found(GREYS, (x, y, as) => (massAt(x, y) === 0 && x > 170 && y < 150 ? darker(2.5, as) : as));
  const [first] = all.filter(({ kind }) => kind === 'value');
  const [left, , width] = first.region.box;
  expect(left + width).toBeLessThan(253);
  expect(left).toBeGreaterThan(160);
});
