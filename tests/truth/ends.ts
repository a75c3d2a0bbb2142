import { readFile } from 'node:fs/promises';
import { coloursOf } from '../../src/core/photo';
import { middleCrop, plannedPicture } from '../../src/core/plan';
import { rangeUsed } from '../../src/core/read/agreement';
import { cellsOf } from '../../src/core/read/cells';
import { decodePicture } from '../../src/server/images/decodePicture';
import { madeUp } from './easel';

type Share = readonly [number, number, number, number];
/** Where a hand puts both ends, in shares of the picture; several where either could be. */
interface HandChoice {
  readonly name: string;
  readonly size: readonly [number, number];
  readonly file: () => Promise<string>;
  readonly darkest: readonly Share[];
  readonly lightest: readonly Share[];
}

const kept = (path: string) => () => Promise.resolve(path);
const made = (seed: number, size: [number, number], register: 'full' | 'light' | 'dark') => async () =>
  (await madeUp(seed, size, register)).reference;

// Chosen in colour first, then once more at a squint: blurred and grey. Where two places look alike then, both stand.
const CHOICES: readonly HandChoice[] = [
  {
    name: 'pot',
    size: [400, 300],
    file: kept('src/demo/data/enamel-pot-reference.jpg'),
    darkest: [[0, 0.82, 1, 0.18]],
    lightest: [[0.19, 0.19, 0.23, 0.53]],
  },
  {
    name: 'glasshouse',
    size: [300, 400],
    file: kept('src/demo/data/glasshouse-door-reference.jpg'),
    darkest: [
      [0.36, 0.76, 0.25, 0.04],
      [0.65, 0.74, 0.14, 0.1],
    ],
    lightest: [[0, 0, 1, 0.14]],
  },
  {
    name: 'shell',
    size: [300, 300],
    file: kept('src/demo/data/plaster-shell-reference.jpg'),
    darkest: [[0.42, 0.7, 0.52, 0.12]],
    lightest: [
      [0.22, 0.36, 0.5, 0.3],
      [0.68, 0.66, 0.14, 0.13],
    ],
  },
  {
    name: 'cup',
    size: [300, 200],
    file: kept('tests/truth/masses/cup.jpg'),
    darkest: [
      [0, 0, 0.2, 0.3],
      [0.15, 0.75, 0.65, 0.25],
    ],
    lightest: [[0.28, 0.04, 0.4, 0.5]],
  },
  {
    name: 'jar',
    size: [400, 300],
    file: kept('tests/truth/masses/jar.jpg'),
    darkest: [[0, 0.42, 0.2, 0.24]],
    lightest: [
      [0.25, 0.2, 0.25, 0.2],
      [0.88, 0.62, 0.12, 0.14],
    ],
  },
  {
    name: 'stair',
    size: [300, 400],
    file: kept('tests/truth/masses/stair.jpg'),
    darkest: [[0.51, 0.26, 0.21, 0.32]],
    lightest: [[0.69, 0.25, 0.18, 0.32]],
  },
  {
    name: 'made up, 31',
    size: [300, 240],
    file: made(31, [300, 240], 'full'),
    darkest: [[0.12, 0.68, 0.17, 0.16]],
    lightest: [[0.57, 0.55, 0.2, 0.23]],
  },
  {
    name: 'made up, 32',
    size: [360, 260],
    file: made(32, [360, 260], 'light'),
    darkest: [[0.22, 0.39, 0.1, 0.25]],
    lightest: [[0.6, 0.61, 0.14, 0.25]],
  },
  {
    name: 'made up, 33',
    size: [240, 240],
    file: made(33, [240, 240], 'dark'),
    darkest: [
      [0.49, 0.77, 0.12, 0.08],
      [0.5, 0.7, 0.5, 0.3],
    ],
    lightest: [[0.56, 0.52, 0.23, 0.4]],
  },
  {
    name: 'made up, 34',
    size: [320, 240],
    file: made(34, [320, 240], 'full'),
    darkest: [
      [0.68, 0.16, 0.23, 0.43],
      [0.39, 0.5, 0.17, 0.18],
    ],
    lightest: [
      [0.15, 0.4, 0.14, 0.18],
      [0.5, 0.46, 0.06, 0.35],
    ],
  },
];

/** Whether both ends lie where a hand puts them, picture by picture. */
export async function endsAgree(): Promise<{ name: string; dark: boolean; light: boolean }[]> {
  const out = [];
  for (const { name, size, file, darkest, lightest } of CHOICES) {
    const path = await file();
    const reference = await decodePicture(await readFile(path), path);
    const canvas = { widthMm: size[0], heightMm: size[1] };
    const plan = plannedPicture(reference, { crop: middleCrop(reference, canvas), canvas, key: 'absolute' });
    const colours = coloursOf(plan);
    const { width, height } = plan;
    const mask = new Uint8Array(width * height);
    const both = { width, height, mmPerPixel: size[0] / width, planned: colours, painted: colours, mask };
    const { planned } = rangeUsed(both, cellsOf(both));
    const within = ([x, y]: readonly [number, number], boxes: readonly Share[]) =>
      boxes.some(([left, top, w, h]) => {
        const [u, v] = [x / size[0] - left, y / size[1] - top];
        return u >= 0 && v >= 0 && u <= w && v <= h;
      });
    out.push({ name, dark: within(planned.darkestAt, darkest), light: within(planned.lightestAt, lightest) });
  }
  return out;
}
