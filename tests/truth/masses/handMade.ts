import type { Point } from '../../../src/core/raster';

/** A mass drawn by hand: an outline in hundredths of the picture's width and height, laid over those before it. */
export interface HandMade {
  readonly name: string;
  readonly outline: readonly Point[];
}

/**
 * A reference picture with its masses drawn by hand on the picture blurred as at a squint: value families, not things.
 */
export interface HandMadePicture {
  readonly file: string;
  readonly size: readonly [widthMm: number, heightMm: number];
  readonly masses: readonly HandMade[];
}

/** "10,31 13,29 ..." as points. */
const drawn = (name: string, outline: string): HandMade => ({
  name,
  outline: outline.split(' ').map((pair): Point => {
    const [x, y] = pair.split(',').map(Number);
    return [x, y];
  }),
});

const ellipse = (name: string, [cx, cy]: Point, [rx, ry]: Point): HandMade => ({
  name,
  outline: Array.from({ length: 36 }, (_, k): Point => {
    const turn = (k * Math.PI) / 18;
    return [cx + rx * Math.cos(turn), cy + ry * Math.sin(turn)];
  }),
});

const ALL = '0,0 100,0 100,100 0,100';
const DATA = 'src/demo/data';
const HERE = 'tests/truth/masses';

/**
 * Three demo scenes, two more rendered ones (jar.pov, stair.pov) and a photograph (the coffee cup of scikit-image,
 * CC0).
 */
export const HAND_MADE: readonly HandMadePicture[] = [
  {
    file: `${DATA}/enamel-pot-reference.jpg`,
    size: [400, 300],
    masses: [
      drawn('wall', ALL),
      drawn('ledge', '0,62 100,62 100,82.5 0,82.5'),
      drawn('front of the ledge', '0,82.5 100,82.5 100,100 0,100'),
      drawn('shade behind the bowl', '45,54 52,47 62,44 80,44 100,46 100,62 88,62 73,60 72,68 62,70 60,61'),
      drawn(
        'pot, light',
        '10.5,31 12.8,28.8 15,34 19.8,47 22,29 21.3,26.5 24,22 28,19.6 31,19.2 35,24 34,28 34.5,50 35,71 30,72 24,71.5 18.5,70 18,67 19.5,58 15,50 12.5,38',
      ),
      drawn(
        'pot, shadow, and handle',
        '35,24 34,21 38,23 41.5,26.5 41,30 46,29 50,31.5 52.8,38 52,47 49,54 45,58 47,54 50,47 50.5,40 48.5,34 45.5,32 41.5,33 44,60 42,62 43,70 40,71.5 35,71.5 34.5,50 34,28',
      ),
      drawn('persimmon', '42,64 45,58 50,55.3 56,56.5 60,61 60.7,66 58,71 54,75 49,75.3 45,72 42.5,68'),
      drawn('persimmon, right', '73,60 75,55 79,53.7 84,54.5 88,59 88.5,66 86.5,72 82,74.3 77,73.5 74,69'),
    ],
  },
  {
    file: `${HERE}/jar.jpg`,
    size: [400, 300],
    masses: [
      drawn('wall', ALL),
      drawn('table', '48,65 100,65 100,89.5 0,89.5 0,75 45,77 47,70'),
      drawn('front of the table', '0,89.5 100,89.5 100,100 0,100'),
      drawn(
        'dark of jar, wall and table',
        '0,42 5,44 10,50 15,57 15.5,48 17,40 19.5,34 24,28 23,20 30,21 27,25 23,30 21,36 21,40 21.5,60 24,74 42,74 46,60 48,60 47,70 50,73 58,74 62,77 55,78 45,76.5 30,76.5 0,74.5',
      ),
      drawn('jar, glaze', '24,20 41,20 39.5,25 43,31 46,36 47.5,39.5 21.5,40 22,34 26,28 29,22'),
      drawn('jar, clay', '21,40 47.5,39.5 48.5,47 48,58 46,60 42,74 24,74 21.5,60'),
      drawn('pear', '56.5,51 59,52 61,57 63,61.5 65,66 64,72 61,76 56,77 52,73.5 50.5,68 52,62 53,57'),
      drawn(
        'red pear',
        '76,64 78,59 82,56.5 86,58 88,59.5 91,57.5 95,59 96,63 93,67.5 90,68.5 88,73 84,75 79,73 76.5,69',
      ),
    ],
  },
  {
    file: `${DATA}/glasshouse-door-reference.jpg`,
    size: [240, 320],
    masses: [
      drawn('sky', '0,0 100,0 100,13 0,14'),
      drawn('glass', '0,13 100,13 100,49 0,49'),
      drawn('plants behind the glass', '0,49 100,49 100,66 0,66'),
      drawn('bricks, left', '0,68 35,68 35,79.5 0,79'),
      drawn('bricks, right', '62,68 100,68 100,80 62,79.5'),
      drawn('door', '35,66 62,66 62,79 35,79'),
      drawn('path, shadow', '0,79 100,79 100,84 0,84'),
      drawn('path, light', '0,84 100,84 100,100 0,100'),
    ],
  },
  {
    file: `${HERE}/stair.jpg`,
    size: [240, 320],
    masses: [
      drawn('wall', ALL),
      drawn('floor, shadow', '0,57 20,60 22,73 100,84.5 100,100 0,100'),
      drawn('light on steps and floor', '25,60 28,57 50,56 91,56 94,60 98,66 100,72 100,84.5 22,73'),
      drawn('door', '50,26 71,26.5 71,56 50,56.5'),
      drawn('sun on the wall', '71,33 82,25 85,25 84,56 71,56'),
      drawn('plant', '0,45 5,43.5 12,45 20,44 24.5,46 26.5,53 24.5,62 20,63 3,62 0,60'),
      drawn('flower pot', '3,62 22,62.5 22,74 17,77 8,77 5,73'),
    ],
  },
  {
    file: `${DATA}/plaster-shell-reference.jpg`,
    size: [300, 300],
    masses: [
      drawn('wall', ALL),
      drawn('ledge', '0,70.5 100,70.5 100,84 0,84'),
      drawn('front of the ledge', '0,84 100,84 100,100 0,100'),
      drawn(
        'shell, light',
        '22.5,58.5 25,54 24,52 27,50 27,47 31,45 31,42 36,41 37,39 41,38.5 43,37 44.5,45 42,60 38,66 33,66 30,67.5 30,77 27,74 27,63',
      ),
      drawn(
        'shell, half-light',
        '43,37 50,37.5 57,39 60,42 65,44 70,50 74,56 76,62 76,66 71,69 66,72 50,68 42,64 44.5,45',
      ),
      drawn(
        'dark below',
        '33,66 38,65 50,69 66,72 68.5,72 69,77 72,80 82,78 83,74 99,76 91,81 80,82 73,81 65,79 44,77.5 38,73',
      ),
      ellipse('ball', [75.8, 73.7], [7.2, 7.2]),
    ],
  },
  {
    file: `${HERE}/cup.jpg`,
    size: [300, 200],
    masses: [
      drawn('wood', ALL),
      drawn('dark corner', '0,0 29,0 0,26'),
      drawn(
        'shadow below the saucer',
        '13,60 15,72 22,84 32,92 45,96.5 62,95 74,86 80,70 81,76 76,88 66,99 26,99 18,88 13,76',
      ),
      ellipse('saucer', [46.5, 56], [33.5, 40.5]),
      drawn(
        'dark on the saucer',
        '29.5,38 31,45 36,55 33,62 29,68 30,78 38,86 52,90 62,83 68,78 69,62 66,55 68,44 64,44 60,50 50,52.5 40,49 33,42',
      ),
      ellipse('inside of the cup', [49, 28], [20, 24]),
      ellipse('coffee', [48, 36.5], [14, 12.5]),
      ellipse('spoon', [60, 71], [6, 10]),
    ],
  },
];
