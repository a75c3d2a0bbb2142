import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Profile } from '../../core/look';
import { useScale } from '../settings';
import { ValueAxis } from './valueAxis';

const [W, H, LEFT, LOW] = [256, 150, 26, 18];

/** Curves of value along a line: dashed = plan, unbroken = painted; of the painting alone where nothing is planned. */
export function ProfileChart({ profile, planless = false }: { profile: Profile; planless?: boolean }) {
  const scale = useScale();
  const { along, planned, painted, breaks, furthest } = profile;
  const all = [...planned, ...painted];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const pad = Math.max(0.3, (high - low) * 0.1);
  const length = along.at(-1) ?? 0;
  const x = scaleLinear([0, length], [LEFT, W - 6]);
  const y = scaleLinear([low - pad, high + pad], [H - LOW, 6]);
  const points = (values: readonly number[]): [number, number][] =>
    along.flatMap((at, i) => values.slice(i, i + 1).map((v): [number, number] => [x(at), y(v)]));
  const path = (values: readonly number[]) => line()(points(values)) ?? '';
  const ends = (values: readonly number[]) => [...values.slice(0, 1), ...values.slice(-1)].map(scale.show).join(' to ');
  const words = `Value along the line of ${Math.round(length)} mm: ${planless ? '' : `planned from ${ends(planned)}, `}painted from ${ends(painted)}`;
  const worst = points(painted)[along.indexOf(furthest.at)];
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={words}>
      <ValueAxis y={y} from={LEFT} to={W - 6} />
      {x.ticks(4).map((v) => (
        <text key={v} x={x(v)} y={H - 4} fontSize="12.5" textAnchor="middle" fill="var(--ink)">
          {v}
        </text>
      ))}
      {!planless && <path d={path(planned)} fill="none" stroke="var(--ink)" strokeWidth="2.2" strokeDasharray="6 4" />}
      <path d={path(painted)} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {breaks.map(({ at }) => (
        <path key={at} d={`M${x(at)} ${H - LOW}v-8m-3 3l3 -3l3 3`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      ))}
      {worst && Math.abs(furthest.steps) >= 0.15 && <circle cx={worst[0]} cy={worst[1]} r="4" fill="var(--ink)" />}
    </svg>
  );
}
