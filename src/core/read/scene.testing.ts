import type { Colours } from '../photo';
import { PAINT_RANGE } from '../plan';
import { aroundOf, type Aligned } from './aligned';
import { NO_DRIFT } from './drift';

type ValueAt = (x: number, y: number) => number;

/** Grey planes over each other at 1 mm a pixel, drawn where they are planned. */
export function sceneOf({
  width,
  height,
  planned,
  painted,
  mask = new Uint8Array(width * height),
}: {
  width: number;
  height: number;
  planned: ValueAt;
  painted: ValueAt;
  mask?: Uint8Array;
}): Aligned {
  const grey = (at: ValueAt): Colours => ({
    value: Float32Array.from({ length: width * height }, (_, i) => at((i % width) + 0.5, Math.floor(i / width) + 0.5)),
    a: new Float32Array(width * height),
    b: new Float32Array(width * height),
  });
  const [columns, rows] = [Math.ceil(width / 5), Math.ceil(height / 5)];
  const still = () => new Float32Array(columns * rows);
  const drift = {
    global: NO_DRIFT,
    columns,
    rows,
    cellMm: 5,
    dx: still(),
    dy: still(),
    confidence: still().fill(0.8),
    across: still().fill(0.8),
  };
  const meant = grey(planned);
  const around = aroundOf(meant, { width, height });
  const size = { width, height, mmPerPixel: 1 };
  return { ...size, planned: meant, painted: grey(painted), mask, drift, around, paint: PAINT_RANGE, clipped: null };
}
