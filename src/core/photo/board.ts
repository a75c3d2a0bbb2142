import { channelsOf, solveLinear, type Point, type Raster } from '../raster';

/**
 * How a lamp's light falls over the canvas, from a photograph of a plain white board that stood there: stops per
 * channel.
 */
export interface BoardField {
  /** coefficients of x, y, x2, xy, y2 with x and y from -1 to 1 over the canvas, a list a channel */
  readonly channels: readonly (readonly number[])[];
  /**
   * how far the board itself was from so smooth a light, stops; a board with a shadow or a picture on it is no board
   */
  readonly scatter: number;
}

const COLUMNS = 32;
const ROWS = 24;
const terms = (x: number, y: number) => [1, x, y, x * x, x * y, y * y];

/** Smooth fit of one channel's log light; places that do not belong (a crease, a thumb) lose their say. */
function fitChannel(stops: Float64Array): { coefficients: number[]; scatter: number } {
  let coefficients = [0, 0, 0, 0, 0, 0];
  const left = new Float64Array(stops.length);
  const at = (i: number) =>
    terms((2 * ((i % COLUMNS) + 0.5)) / COLUMNS - 1, (2 * (Math.floor(i / COLUMNS) + 0.5)) / ROWS - 1);
  for (let round = 0; round < 6; round++) {
    const rows = coefficients.map(() => [0, 0, 0, 0, 0, 0]);
    const rhs = [0, 0, 0, 0, 0, 0];
    for (let i = 0; i < stops.length; i++) {
      const basis = at(i);
      const weight = round === 0 ? 1 : 1 / (1 + (left[i] / 0.08) ** 2) ** 2;
      for (let a = 0; a < 6; a++) {
        rhs[a] += weight * basis[a] * stops[i];
        for (let b = 0; b < 6; b++) rows[a][b] += weight * basis[a] * basis[b];
      }
    }
    coefficients = solveLinear(rows, rhs) ?? coefficients;
    for (let i = 0; i < stops.length; i++)
      left[i] = stops[i] - at(i).reduce((sum, term, k) => sum + term * coefficients[k], 0);
  }
  const sorted = left.map(Math.abs).sort();
  return { coefficients, scatter: 1.48 * sorted[Math.floor(sorted.length / 2)] };
}

/**
 * The light's slow field from the board squared as the canvas is. Only its shape counts: how light the board is, and
 * how the camera
 * exposed it, do not.
 * @param board the photo of the board squared through the canvas's corners, linear light, before anything is taken out
 */
export function boardField(board: Raster): BoardField {
  const fits = channelsOf(board).map((data) => {
    const sums = new Float64Array(COLUMNS * ROWS);
    const counts = new Float64Array(COLUMNS * ROWS);
    for (let y = 0, i = 0; y < board.height; y++) {
      const row = Math.floor((y * ROWS) / board.height) * COLUMNS;
      for (let x = 0; x < board.width; x++, i++) {
        const cell = row + Math.floor((x * COLUMNS) / board.width);
        sums[cell] += data[i];
        counts[cell]++;
      }
    }
    return fitChannel(sums.map((sum, i) => Math.log2(Math.max(1e-4, sum / Math.max(1, counts[i])))));
  });
  return {
    channels: fits.map(({ coefficients: [, ...slopes] }) => slopes),
    scatter: Math.max(...fits.map(({ scatter }) => scatter)),
  };
}

/** Takes the board's field out of a squared photo: the light everywhere becomes that of the canvas's middle. */
export function withoutField(raster: Raster, { channels }: BoardField): Raster {
  const { width, height } = raster;
  const planes = channelsOf(raster).map((data, c) => {
    const out = new Float32Array(data.length);
    const [a, b, aa, ab, bb] = channels[c];
    for (let y = 0, i = 0; y < height; y++) {
      const v = (2 * (y + 0.5)) / height - 1;
      for (let x = 0; x < width; x++, i++) {
        const u = (2 * (x + 0.5)) / width - 1;
        out[i] = data[i] * 2 ** -(a * u + b * v + aa * u * u + ab * u * v + bb * v * v);
      }
    }
    return out;
  });
  return { width, height, r: planes[0], g: planes[1], b: planes[2] };
}

const BEYOND = 1.4; // beside the canvas the field goes on, but not for ever: a parabola runs away

/** Stops of light a channel at a place (shares of the canvas, also beside it) relative to the canvas's middle. */
export function boardFieldAt({ channels }: BoardField, [x, y]: Point): [number, number, number] {
  const [u, v] = [2 * x - 1, 2 * y - 1].map((t) => Math.min(BEYOND, Math.max(-BEYOND, t)));
  return channels.map(([a, b, aa, ab, bb]) => a * u + b * v + aa * u * u + ab * u * v + bb * v * v) as [
    number,
    number,
    number,
  ];
}

/** Difference between the brightest and the darkest place of the field, stops (green). */
export function boardFallOff({ channels: [, [a, b, aa, ab, bb]] }: BoardField): number {
  const samples = Array.from({ length: 121 }, (_, i) => {
    const [u, v] = [((i % 11) - 5) / 5, (Math.floor(i / 11) - 5) / 5];
    return a * u + b * v + aa * u * u + ab * u * v + bb * v * v;
  });
  return Math.max(...samples) - Math.min(...samples);
}
