import type { Point } from '../../core/raster';

interface Outlined {
  readonly outlines: readonly (readonly (readonly [number, number])[])[];
}

/**
 * The outlines of a place (canvas mm) as an SVG path on a picture.
 * @param moved mm beyond, where the picture has it elsewhere
 */
export function placePath(
  { outlines }: Outlined,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  toPx: (at: Point) => Point,
  moved?: (at: Point) => Point,
): string {
  const px = ([x, y]: Point) => {
    const [dx, dy] = moved?.([x, y]) ?? [0, 0];
    const [u, v] = toPx([(x + dx) / widthMm, (y + dy) / heightMm]);
    return `${u.toFixed(1)} ${v.toFixed(1)}`;
  };
  return outlines.map((outline) => `M${outline.map(px).join('L')}Z`).join('');
}
