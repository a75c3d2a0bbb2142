import type { ScaleLinear } from 'd3-scale';
import { useScale } from '../settings';

/** Values at the left of a chart, on the painter's scale, with a line across for each. @param to px of its right end */
export function ValueAxis({ y, from, to }: { y: ScaleLinear<number, number>; from: number; to: number }) {
  const scale = useScale();
  return y.ticks(4).map((v) => (
    <g key={v}>
      <path d={`M${from} ${y(v)}H${to}`} stroke="var(--slip-rule)" />
      <text x={from - 4} y={y(v) + 4} fontSize="12.5" textAnchor="end" fill="var(--ink)">
        {+scale.number(v).toFixed(1)}
      </text>
    </g>
  ));
}
