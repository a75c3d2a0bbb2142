import type { Lab } from './lab';

const radians = Math.PI / 180;
const hueOf = (b: number, a: number) => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) / radians + 360) % 360);
const POW25_7 = 25 ** 7;
const chromaWeight = (c: number) => Math.sqrt(c ** 7 / (c ** 7 + POW25_7));

function hueMean(h1: number, h2: number, product: number): number {
  if (product === 0) return h1 + h2;
  if (Math.abs(h1 - h2) <= 180) return (h1 + h2) / 2;
  return h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
}

function hueStep(h1: number, h2: number, product: number): number {
  if (product === 0) return 0;
  const step = h2 - h1;
  if (step > 180) return step - 360;
  return step < -180 ? step + 360 : step;
}

/**
 * Colour difference CIEDE2000 with kL = kC = kH = 1 (CIE 142; formulas as in Sharma, Wu and Dalal 2005,
 * whose table of 34 pairs it reproduces to four decimals).
 */
export function ciede2000(one: Lab, two: Lab): number {
  const g = 0.5 * (1 - chromaWeight((Math.hypot(one.a, one.b) + Math.hypot(two.a, two.b)) / 2));
  const a1 = one.a * (1 + g);
  const a2 = two.a * (1 + g);
  const c1 = Math.hypot(a1, one.b);
  const c2 = Math.hypot(a2, two.b);
  const h1 = hueOf(one.b, a1);
  const h2 = hueOf(two.b, a2);
  const product = c1 * c2;

  const dL = two.L - one.L;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(product) * Math.sin((hueStep(h1, h2, product) / 2) * radians);
  const L = (one.L + two.L) / 2;
  const C = (c1 + c2) / 2;
  const h = hueMean(h1, h2, product);

  const t =
    1 -
    0.17 * Math.cos((h - 30) * radians) +
    0.24 * Math.cos(2 * h * radians) +
    0.32 * Math.cos((3 * h + 6) * radians) -
    0.2 * Math.cos((4 * h - 63) * radians);
  const sL = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const sC = 1 + 0.045 * C;
  const sH = 1 + 0.015 * C * t;
  const turn = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const rT = -2 * chromaWeight(C) * Math.sin(2 * turn * radians);
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}
