import { quantile } from '../raster';

const LOOKS = 20_000; // a half per cent of them is a hundred

/** Every so many-eth value that can be read. */
function someOf(data: Float32Array, mask: Uint8Array): Float32Array {
  const step = Math.max(1, Math.floor(data.length / LOOKS));
  const values = new Float32Array(Math.ceil(data.length / step));
  let n = 0;
  for (let i = 0; i < data.length; i += step) if (!mask[i]) values[n++] = data[i];
  return values.subarray(0, n);
}

/** The values between which all but a half per cent at either end of what can be read lie. */
export function endValues(data: Float32Array, mask: Uint8Array): { darkest: number; lightest: number } {
  const some = someOf(data, mask);
  return { darkest: quantile(some, 0.005), lightest: quantile(some, 0.995) };
}
