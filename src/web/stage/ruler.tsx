import { fromFrame, type View } from './view';

function ticksBetween(low: number, high: number, step: number): number[] {
  const first = Math.ceil(low / step);
  return Array.from({ length: Math.floor((high + 1e-9) / step) - first + 1 }, (_, k) => (first + k) * step);
}

/** The ledge the picture stands on, in canvas mm (or inches): the ledge is the ruler. */
export function Ruler({ widthMm, view, units }: { widthMm: number; view: View; units: 'mm' | 'inches' }) {
  const [left] = fromFrame(view, [0, 0], { width: 1, height: 1 });
  const [right] = fromFrame(view, [1, 0], { width: 1, height: 1 });
  const per = units === 'mm' ? 1 : 25.4;
  const [a, b] = [(left * widthMm) / per, (right * widthMm) / per];
  const span = Math.abs(b - a);
  const step = [0.1, 0.5, 1, 5, 10, 20, 50, 100, 200, 500, 1000].find((s) => span / s <= 6) ?? 2000;
  const ticks = ticksBetween(Math.min(a, b), Math.max(a, b), step / 5);
  const at = (value: number) => (100 * (value - a)) / (b - a);
  const isMajor = (value: number) => Math.abs(value / step - Math.round(value / step)) < 1e-6;
  const last = [...ticks].filter(isMajor).at(-1);
  return (
    <svg className="block w-full" height="24" style={{ overflow: 'visible' }} aria-hidden="true">
      <line x1="0" x2="100%" y1="1" y2="1" stroke="var(--ink)" strokeWidth="2" />
      {ticks.map((value) => (
        <g key={value}>
          <line
            x1={`${at(value)}%`}
            x2={`${at(value)}%`}
            y1="1"
            y2={isMajor(value) ? 10 : 5}
            stroke="var(--ink)"
            strokeWidth="1"
          />
          {isMajor(value) && (
            <text
              x={`${at(value)}%`}
              y="22"
              fontSize="13.5"
              fill="var(--ink)"
              textAnchor={at(value) < 3 ? 'start' : at(value) > 97 ? 'end' : 'middle'}
            >
              {`${+value.toFixed(1)}${value === last ? ` ${units === 'mm' ? 'mm' : 'in'}` : ''}`}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
