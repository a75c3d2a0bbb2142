import { orderInWords } from '../../core/words';
import { scaleLinear } from 'd3-scale';
import { useScale } from '../settings';

/** One spot of a string, on both pictures. */
export interface Strung {
  readonly number: number;
  /** null = nothing is planned */
  readonly planned: number | null;
  readonly painted: number;
}
const [W, ROW] = [256, 22];

/** A spot as planned and painted; dashed to the next one where that is painted lighter. */
function SpotRow({ spot, next, at }: { spot: Strung; next: Strung | undefined; at: (value: number) => number }) {
  const { number, planned, painted } = spot;
  return (
    <>
      <text x="4" y="5" fontSize="14" fontWeight="650" fill="var(--ink)" stroke="none">
        {number}
      </text>
      {planned !== null && (
        <>
          <path d={`M${at(planned)} 0H${at(painted)}`} strokeWidth="1.4" />
          <path d={`M${at(planned)} -7V7`} strokeWidth="2.4" />
        </>
      )}
      <circle cx={at(painted)} r="4" fill="var(--ink)" stroke="none" />
      {next && next.painted > painted + 0.1 && (
        <path d={`M${at(painted)} 0L${at(next.painted)} ${ROW}`} strokeWidth="1" strokeDasharray="2 3" />
      )}
    </>
  );
}

/**
 * Spots from the lightest planned to the darkest: bar = plan, filled dot = painted; a line that runs back breaks the
 * order.
 */
export function ValueString({ spots }: { spots: readonly Strung[] }) {
  const scale = useScale();
  const meant = ({ planned, painted }: Strung) => planned ?? painted;
  const rows = [...spots].sort((a, b) => meant(b) - meant(a));
  const order = [...spots].sort((a, b) => b.painted - a.painted).map(({ number }) => number);
  const x = scaleLinear([0, 10], [30, W - 8]);
  const at = (value: number) => x((scale.number(value) * 10) / Math.max(scale.number(0), scale.number(10)));
  const words = rows
    .map(
      ({ number, planned, painted }) =>
        `spot ${number}: ${planned === null ? '' : `planned ${scale.show(planned)}, `}painted ${scale.show(painted)}`,
    )
    .join('; ');
  return (
    <>
      <svg viewBox={`0 0 ${W} ${rows.length * ROW + 6}`} className="block w-full" role="img" aria-label={words}>
        {rows.map((spot, i) => (
          <g key={spot.number} stroke="var(--ink)" transform={`translate(0 ${i * ROW + 13})`}>
            <path d={`M${x(0)} 0H${x(10)}`} stroke="var(--slip-rule)" />
            <SpotRow spot={spot} next={rows[i + 1]} at={at} />
          </g>
        ))}
      </svg>
      <p className="small">
        {orderInWords(rows.some(({ planned }) => planned !== null) ? rows.map(({ number }) => number) : null, order)}
      </p>
    </>
  );
}
