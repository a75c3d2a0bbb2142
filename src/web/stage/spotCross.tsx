import type { Point } from '../../core/raster';

/** The spot under the pointer, drawn on both pictures. */
export function SpotCross({ at }: { at: Point }) {
  const arms = 'M-16 0h9M7 0h9M0 -16v9M0 7v9';
  return (
    <g transform={`translate(${at[0]} ${at[1]})`}>
      <circle r="9" fill="none" stroke="#fff" strokeWidth="4" />
      <path d={arms} stroke="#fff" strokeWidth="4" />
      <circle r="9" fill="none" stroke="#000" strokeWidth="1.6" />
      <path d={arms} stroke="#000" strokeWidth="1.6" />
    </g>
  );
}
