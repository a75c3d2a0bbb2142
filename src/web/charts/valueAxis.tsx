import type { ScaleLinear } from 'd3-scale';
import { useScale } from '../settings';

interface Props {
  readonly y: ScaleLinear<number, number>;
  readonly from: number;
  /** px of its right end */
  readonly to: number;
}

/** Numbers at the left of a chart, with a line across for each. @param told what a number is called */
export function Axis({ y, from, to, told }: Props & { told: (v: number) => string | number }) {
  return y.ticks(4).map((v) => (
    <g key={v}>
      <path d={`M${from} ${y(v)}H${to}`} stroke="var(--slip-rule)" />
      <text x={from - 4} y={y(v) + 4} fontSize="12.5" textAnchor="end" fill="var(--ink)">
        {told(v)}
      </text>
    </g>
  ));
}

/** Values at the left of a chart, on the painter's scale. */
export function ValueAxis(props: Props) {
  const scale = useScale();
  return <Axis {...props} told={(v) => +scale.number(v).toFixed(1)} />;
}
