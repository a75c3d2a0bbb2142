import { edgeScene, readDrawnOff, readScene, type EdgeResult } from '../edges';
import { say } from '../say';
import { medianOf, quantileOf } from '../statistics';
import type { Row } from '../targets';
import { HALVES, type Half } from './motifBySeed';
import { EDGE_HANDS, edgeSetup } from './edgeHalves';

/** The canvases edges are read on; one of them large. */
const CANVASES = [
  [400, 300],
  [300, 240],
  [800, 600],
] as const;

const BORDERS = [1.2, 3.5, 12]; // mm, between classes
const classOf = (widthMm: number) => ['hard', 'firm', 'soft', 'lost'][BORDERS.filter((mm) => widthMm > mm).length];
/** Whether a width lies clear of every border between classes. */
const isClear = (widthMm: number) => BORDERS.every((mm) => widthMm * 1.2 < mm || widthMm > mm * 1.2);
const factor = (read: number | null, truth: number) =>
  read === null ? 99 : Math.exp(Math.abs(Math.log(Math.max(read, 1e-3) / truth)));

const drawnOffRow = (half: Half, off: readonly number[]): Row => ({
  name: `edges, ${half}, ${off.length} drawn 6 mm off: width to the same in its place, median`,
  ...{ reached: medianOf(off), target: 1.1, unit: 'times' },
});

function rowsOf(half: Half, all: readonly EdgeResult[]): Row[] {
  const seen = all.filter(({ border, blurMm }) => border.painted > blurMm);
  const clear = seen.filter(({ border }) => isClear(border.painted));
  const right = clear.filter(({ border, painted }) => painted.class === classOf(border.painted));
  const inside = seen.filter(
    ({ border, painted, uncertaintyMm }) =>
      painted.widthMm !== null && Math.abs(painted.widthMm - border.painted) <= uncertaintyMm,
  );
  const name = (what: string) => `edges, ${half}, ${what}`;
  return [
    {
      name: name(`${seen.length} above the blur: width to the truth, median`),
      reached: medianOf(seen.map(({ border, painted }) => factor(painted.widthMm, border.painted))),
      target: half === 'clean' ? 1.2 : 1.35,
      unit: 'times',
    },
    {
      name: name('the same: ninth decile'),
      reached: quantileOf(
        seen.map(({ border, painted }) => factor(painted.widthMm, border.painted)),
        0.9,
      ),
      target: null,
      unit: 'times',
    },
    {
      name: name('width in the plan, median'),
      reached: medianOf(all.map(({ border, target }) => factor(target.widthMm, border.planned))),
      target: 1.2,
      unit: 'times',
    },
    {
      name: name(`class of ${clear.length} clear of a border`),
      reached: right.length / clear.length,
      target: 0.9,
      atLeast: true,
      unit: 'share',
    },
    ...['hard', 'firm', 'soft', 'lost'].map((is) => {
      const own = clear.filter(({ border }) => classOf(border.painted) === is);
      return {
        name: name(`the same, ${own.length} of them ${is}`),
        reached: own.filter(({ painted }) => painted.class === is).length / Math.max(1, own.length),
        ...{ target: 0.9, atLeast: true, unit: 'share' },
      };
    }),
    {
      name: name('inside the stated uncertainty'),
      reached: inside.length / seen.length,
      target: 0.8,
      atLeast: true,
      unit: 'share',
    },
  ];
}

const COLOUR_MM = 1; // that a photograph spreads colour by, beside its own blur

/** The same where value has no edge. A camera keeps colour coarsely: the narrowest are not asked for. */
function colourRows(half: Half, all: readonly EdgeResult[]): Row[] {
  const seen = all.filter(({ border, blurMm }) => border.painted > Math.hypot(blurMm, COLOUR_MM));
  const right = seen.filter(({ border, painted }) => painted.class === classOf(border.painted));
  const by = all.filter(({ painted }) => painted.by === 'colour');
  const name = (what: string) => `edges of colour alone, ${half}, ${what}`;
  return [
    {
      name: name(`${all.length}: read by colour`),
      ...{ reached: by.length / all.length, target: 0.9, atLeast: true, unit: 'share' },
    },
    {
      name: name(`${seen.length} above the blur: width to the truth, median`),
      reached: medianOf(seen.map(({ border, painted }) => factor(painted.widthMm, border.painted))),
      ...{ target: half === 'clean' ? 1.2 : 1.35, unit: 'times' },
    },
    {
      name: name('the same: class'),
      ...{ reached: right.length / seen.length, target: 0.9, atLeast: true, unit: 'share' },
    },
  ];
}

/** Hard edges where a photograph has pixels for them, lost ones where there is room. */
const CLASSES = {
  small: ['hard', 'soft', 'hard', 'hard', 'firm', 'hard'],
  large: ['firm', 'lost', 'soft'],
  colour: ['firm', 'soft', 'lost', 'soft'],
} as const;
const LARGE_MM = 600;
const COLOUR_SEED = 11;

/** Edges of known width, planned and painted, read across drawn lines. @param count pictures of either half */
export async function edges(count: number): Promise<Row[]> {
  const rows: Row[] = [];
  for (const half of HALVES) {
    const all: EdgeResult[] = [];
    const off: number[] = [];
    for (let seed = 1; seed <= count; seed++) {
      const [widthMm, heightMm] = CANVASES[seed % CANVASES.length];
      const scene = edgeScene(seed, [widthMm, heightMm], CLASSES[widthMm > LARGE_MM ? 'large' : 'small']);
      const setup = edgeSetup(half, seed, scene);
      const hand = { ...EDGE_HANDS[half], seed };
      const read = await readScene(scene, setup, hand);
      const times = read.map(({ border, painted }) => factor(painted.widthMm, border.painted));
      say(`  ${half}, ${widthMm} mm: ${read.length} edges, furthest ${Math.max(...times).toFixed(2)} times`);
      all.push(...read);
      if (seed > Math.ceil(count / 2)) continue;
      for (const [there, inPlace] of await readDrawnOff(scene, setup, hand, read))
        off.push(inPlace === null ? 1 : factor(there, inPlace));
    }
    const [seed, size] = [COLOUR_SEED, CANVASES[0]];
    const colour = edgeScene(seed, size, CLASSES.colour, 'colour');
    const byColour = await readScene(colour, edgeSetup(half, seed, colour), { ...EDGE_HANDS[half], seed });
    rows.push(...rowsOf(half, all), drawnOffRow(half, off), ...colourRows(half, byColour));
  }
  return rows;
}
