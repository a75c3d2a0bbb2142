import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Profile } from '../../core/look';
import { useScale } from '../settings';

const [W, H, LEFT, LOW] = [256, 150, 26, 18];

/** Two curves of value along a line: dashed with bars = plan, unbroken = painted. */
export function ProfileChart({ profile }: { profile: Profile }) {
  const scale = useScale();
  const { along, planned, painted, breaks, furthest } = profile;
  const all = [...planned, ...painted];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const pad = Math.max(0.3, (high - low) * 0.1);
  const x = scaleLinear([0, along[along.length - 1]], [LEFT, W - 6]);
  const y = scaleLinear([low - pad, high + pad], [H - LOW, 6]);
  const path = (values: readonly number[]) =>
    line<number>(
      (_, i) => x(along[i]),
      (v) => y(v),
    )(values as number[]) ?? '';
  const words = `Value along the line of ${Math.round(along[along.length - 1])} mm: planned from ${scale.show(planned[0])} to ${scale.show(planned[planned.length - 1])}, painted from ${scale.show(painted[0])} to ${scale.show(painted[painted.length - 1])}`;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={words}>
      {y.ticks(4).map((v) => (
        <g key={v}>
          <path d={`M${LEFT} ${y(v)}H${W - 6}`} stroke="var(--slip-rule)" />
          <text x={LEFT - 4} y={y(v) + 4} fontSize="12.5" textAnchor="end" fill="var(--ink)">
            {+scale.number(v).toFixed(1)}
          </text>
        </g>
      ))}
      {x.ticks(4).map((v) => (
        <text key={v} x={x(v)} y={H - 4} fontSize="12.5" textAnchor="middle" fill="var(--ink)">
          {v}
        </text>
      ))}
      <path d={path(planned)} fill="none" stroke="var(--ink)" strokeWidth="2.2" strokeDasharray="6 4" />
      <path d={path(painted)} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {breaks.map(({ at }) => (
        <path key={at} d={`M${x(at)} ${H - LOW}v-8m-3 3l3 -3l3 3`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      ))}
      {Math.abs(furthest.steps) >= 0.15 && (
        <circle cx={x(furthest.at)} cy={y(painted[along.indexOf(furthest.at)])} r="4" fill="var(--ink)" />
      )}
    </svg>
  );
}
