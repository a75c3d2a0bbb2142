import { linearFromCode } from './srgb';

/**
 * What turns code values of a picture into linear light of sRGB primaries: one curve a channel, then a 3x3 matrix
 * (row-major).
 */
export interface ColourProfile {
  readonly curves: readonly [Curve, Curve, Curve];
  readonly matrix: readonly number[] | null;
}
/** Code 0..1 to linear light 0..1. */
export type Curve = (code: number) => number;

/** sRGB: what a picture without an embedded profile is taken to be. */
export const SRGB_PROFILE: ColourProfile = { curves: [linearFromCode, linearFromCode, linearFromCode], matrix: null };

// XYZ under D50 (the ICC connection space) to linear sRGB under D65: Bradford adaptation folded in (ICC.1:2022, annex
// E).
const D50_TO_SRGB = [
  3.1338561, -1.6168667, -0.4906146, -0.9787684, 1.9161415, 0.033454, 0.0719453, -0.2289914, 1.4052427,
];

const text = (view: DataView, at: number, length: number) =>
  String.fromCharCode(...new Uint8Array(view.buffer, view.byteOffset + at, length));
const fixed = (view: DataView, at: number) => view.getInt32(at) / 65536;

function tableCurve(view: DataView, at: number, count: number): Curve {
  const points = Float32Array.from({ length: count }, (_, i) => view.getUint16(at + 2 * i) / 65535);
  return (code) => {
    const x = Math.min(Math.max(code, 0), 1) * (count - 1);
    const low = Math.min(count - 2, Math.floor(x));
    return points[low] + (x - low) * (points[low + 1] - points[low]);
  };
}

function parametricCurve(view: DataView, at: number): Curve | null {
  const kind = view.getUint16(at + 8);
  const [g, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = Array.from({ length: [1, 3, 4, 5, 7][kind] ?? 0 }, (_, i) =>
    fixed(view, at + 12 + 4 * i),
  );
  if (g === undefined) return null;
  if (kind === 0) return (x) => x ** g;
  if (kind === 1) return (x) => (x >= -b / a ? (a * x + b) ** g : 0);
  if (kind === 2) return (x) => (x >= -b / a ? (a * x + b) ** g + c : c);
  return (x) => (x >= d ? (a * x + b) ** g + e : c * x + f); // ICC.1:2022 table 68, kinds 3 and 4
}

function readCurve(view: DataView, at: number): Curve | null {
  const type = text(view, at, 4);
  if (type === 'para') return parametricCurve(view, at);
  if (type !== 'curv') return null;
  const count = view.getUint32(at + 8);
  if (count === 0) return (code) => code;
  if (count === 1) {
    const gamma = view.getUint16(at + 12) / 256;
    return (code) => code ** gamma;
  }
  return tableCurve(view, at + 12, count);
}

/**
 * Reads an RGB matrix profile (ICC.1:2022), the kind phones and cameras embed.
 * @returns null for anything else (lookup-table, grey or CMYK profiles, damaged data): the caller lets its decoder
 * convert.
 */
export function readMatrixProfile(bytes: Uint8Array): ColourProfile | null {
  try {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    if (text(view, 16, 4) !== 'RGB ' || text(view, 36, 4) !== 'acsp') return null;
    const tags = new Map<string, number>();
    for (let i = 0; i < view.getUint32(128); i++) tags.set(text(view, 132 + 12 * i, 4), view.getUint32(136 + 12 * i));
    if (tags.has('A2B0')) return null;
    const curves = ['rTRC', 'gTRC', 'bTRC'].map((tag) => readCurve(view, tags.get(tag) ?? -1));
    const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map((tag) =>
      [8, 12, 16].map((at) => fixed(view, (tags.get(tag) ?? -1000) + at)),
    );
    if (curves.some((curve) => curve === null)) return null;
    const matrix = Array.from({ length: 9 }, (_, i) => {
      const row = Math.floor(i / 3);
      return [0, 1, 2].reduce((sum, k) => sum + D50_TO_SRGB[3 * row + k] * columns[i % 3][k], 0);
    });
    return { curves: curves as [Curve, Curve, Curve], matrix };
  } catch {
    return null; // truncated or malformed profile: RangeError from DataView
  }
}
