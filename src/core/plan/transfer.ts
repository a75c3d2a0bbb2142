import type { Point } from '../raster';

export type GridKind = 'none' | 'mm' | 'shares' | 'thirds';

/** Long sides of papers upright, mm. */
export const PAPERS = { a4: [210, 297], a3: [297, 420], letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

interface Canvas {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A line on the canvas, mm. */
export interface Line {
  readonly points: readonly Point[];
  /** lines a hand measures from are stronger than those between */
  readonly strong: boolean;
}

const GRID_MM = 50; // a hand's breadth between lines; every other one is strong

/** Upright and level lines of a grid. */
export function gridLines({ widthMm, heightMm }: Canvas, kind: GridKind): Line[] {
  if (kind === 'none') return [];
  const along = (length: number): { at: number; strong: boolean }[] => {
    if (kind === 'mm')
      return Array.from({ length: Math.ceil(length / GRID_MM) - 1 }, (_, k) => ({
        at: (k + 1) * GRID_MM,
        strong: k % 2 === 1,
      }));
    const parts = kind === 'thirds' ? 3 : 4;
    return Array.from({ length: parts - 1 }, (_, k) => ({
      at: ((k + 1) * length) / parts,
      strong: 2 * (k + 1) === parts,
    }));
  };
  return [
    ...along(widthMm).map(({ at, strong }): Line => ({
      points: [
        [at, 0],
        [at, heightMm],
      ],
      strong,
    })),
    ...along(heightMm).map(({ at, strong }): Line => ({
      points: [
        [0, at],
        [widthMm, at],
      ],
      strong,
    })),
  ];
}

export const diagonalLines = ({ widthMm: w, heightMm: h }: Canvas): Line[] => [
  {
    points: [
      [0, 0],
      [w, h],
    ],
    strong: false,
  },
  {
    points: [
      [w, 0],
      [0, h],
    ],
    strong: false,
  },
];

/** A page's part of the canvas, mm, and where the part begins on the page. */
export interface Tile {
  readonly column: number;
  readonly row: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const MARGIN = 10; // mm that printers leave white
const OVERLAP = 10; // mm shown on both of two neighbouring pages, to join them by

/** The pages a canvas takes, upright or on its side, whichever needs fewer. */
export function tilesFor(
  { widthMm, heightMm }: Canvas,
  paper: Paper,
): { page: readonly [number, number]; margin: number; tiles: Tile[] } {
  const [short, long] = PAPERS[paper];
  const count = (length: number, room: number) =>
    length <= room ? 1 : Math.ceil((length - OVERLAP) / (room - OVERLAP));
  const pages = ([w, h]: readonly [number, number]) =>
    count(widthMm, w - 2 * MARGIN) * count(heightMm, h - 2 * MARGIN - 8);
  const upright: readonly [number, number] = [short, long];
  const page = pages(upright) <= pages([long, short]) ? upright : ([long, short] as const);
  // Eight millimetres at the foot say which page it is.
  const room = [page[0] - 2 * MARGIN, page[1] - 2 * MARGIN - 8];
  const [columns, rows] = [count(widthMm, room[0]), count(heightMm, room[1])];
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x, y] = [column * (room[0] - OVERLAP), row * (room[1] - OVERLAP)];
      tiles.push({ column, row, x, y, w: Math.min(room[0], widthMm - x), h: Math.min(room[1], heightMm - y) });
    }
  return { page, margin: MARGIN, tiles };
}
