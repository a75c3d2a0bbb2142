import { orderInWords } from '../../core/words';
import { scaleLinear } from 'd3-scale';
import { useScale } from '../settings';

/** One spot of a string, on both pictures. */
export interface Strung {
  readonly number: number;
  readonly planned: number;
  readonly painted: number;
}
const [W, ROW] = [256, 22];

/**
 * Spots from the lightest planned to the darkest: bar = plan, filled dot = painted; a line that runs back breaks the
 * order.
 */
export function ValueString({ spots }: { spots: readonly Strung[] }) {
  const scale = useScale();
  const rows = [...spots].sort((a, b) => b.planned - a.planned);
  const order = [...spots].sort((a, b) => b.painted - a.painted).map(({ number }) => number);
  const x = scaleLinear([0, 10], [30, W - 8]);
  const at = (value: number) => x((scale.number(value) * 10) / Math.max(scale.number(0), scale.number(10)));
  const words = rows
    .map(
      ({ number, planned, painted }) =>
        `spot ${number}: planned ${scale.show(planned)}, painted ${scale.show(painted)}`,
    )
    .join('; ');
  return (
    <>
      <svg viewBox={`0 0 ${W} ${rows.length * ROW + 6}`} className="block w-full" role="img" aria-label={words}>
        {rows.map(({ number, planned, painted }, i) => {
          const y = i * ROW + 13;
          return (
            <g key={number} stroke="var(--ink)">
              <text x="4" y={y + 5} fontSize="14" fontWeight="650" fill="var(--ink)" stroke="none">
                {number}
              </text>
              <path d={`M${x(0)} ${y}H${x(10)}`} stroke="var(--slip-rule)" />
              <path d={`M${at(planned)} ${y}H${at(painted)}`} strokeWidth="1.4" />
              <path d={`M${at(planned)} ${y - 7}V${y + 7}`} strokeWidth="2.4" />
              <circle cx={at(painted)} cy={y} r="4" fill="var(--ink)" stroke="none" />
              {i + 1 < rows.length && rows[i + 1].painted > painted + 0.1 && (
                <path
                  d={`M${at(painted)} ${y}L${at(rows[i + 1].painted)} ${y + ROW}`}
                  strokeWidth="1"
                  strokeDasharray="2 3"
                />
              )}
            </g>
          );
        })}
      </svg>
      <p className="small">
        {orderInWords(
          rows.map(({ number }) => number),
          order,
        )}
      </p>
    </>
  );
}
