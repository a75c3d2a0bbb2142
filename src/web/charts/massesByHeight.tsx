import { scaleLinear, scalePoint } from 'd3-scale';
import type { MassOfReading } from '../../contract';
import { useScale } from '../settings';

const HEIGHT = 96;
const MOST = 9; // masses that stay apart at this width

/** The largest masses of one session from light to dark: bar = plan, filled dot = painted. */
export function MassesByHeight({ masses, width }: { masses: readonly MassOfReading[]; width: number }) {
  const scale = useScale();
  const shown = [...masses].slice(0, MOST).sort((a, b) => b.target.value - a.target.value);
  const x = scalePoint(
    shown.map(({ id }) => id),
    [10, width - 10],
  ).padding(0.3);
  const y = scaleLinear([0.5, 9.8], [HEIGHT - 6, 6]);
  const words = shown
    .map(
      ({ name, target, painted }) =>
        `${name}: planned ${scale.show(target.value)}, painted ${scale.show(painted.value)}`,
    )
    .join('; ');
  return (
    <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="block w-full" role="img" aria-label={words}>
      {[2, 5, 8].map((value) => (
        <path key={value} d={`M0 ${y(value)}H${width}`} stroke="var(--rule)" strokeWidth="0.8" />
      ))}
      {shown.map(({ id, name, target, painted }) => {
        const at = x(id) ?? 0;
        return (
          <g key={id} stroke="var(--ink)">
            <title>{`${name}: planned ${scale.show(target.value)}, painted ${scale.show(painted.value)}`}</title>
            <path d={`M${at} ${y(target.value)}V${y(painted.value)}`} strokeWidth="1.2" />
            <path d={`M${at - 7} ${y(target.value)}H${at + 7}`} strokeWidth="2.4" />
            <circle cx={at} cy={y(painted.value)} r="3.8" fill="var(--ink)" stroke="none" />
          </g>
        );
      })}
    </svg>
  );
}
