import { scaleLinear } from 'd3-scale';
import { stepsFigure } from '../../core/words';
import type { MassOfReading } from '../../contract';
import { asPlannedWithin } from '../faces/shouldBecome';
import { Mark, markOf } from '../marks/mark';
import { useScale } from '../settings';

const WIDTH = 276;
const TICKS = [0, 2, 4, 6, 8, 10];
const LEAST_SHARE = 0.004; // of the canvas: smaller masses are not told apart here
const x = scaleLinear([0, 10], [6, WIDTH - 6]);

/** Where values lie on the ladder, on the painter's own scale. */
function useLadder() {
  const scale = useScale();
  const most = Math.max(scale.number(0), scale.number(10));
  return { show: scale.show, most, at: (value: number) => x((scale.number(value) * 10) / most) };
}

/** The numbers over the ladder. */
const Steps = ({ most }: { most: number }) => (
  <svg width={WIDTH} height="16" aria-hidden="true" className="block" style={{ overflow: 'visible' }}>
    {TICKS.map((t) => (
      <text key={t} x={x(t)} y="13" fontSize="13.5" textAnchor="middle" fill="var(--ink)" fontWeight="400">
        {+((t * most) / 10).toFixed(1)}
      </text>
    ))}
  </svg>
);

/** Bar = plan, filled dot = painted, whisker = how sure. */
function Rung({ mass, at }: { mass: MassOfReading; at: (value: number) => number }) {
  const { target, painted, uncertainty } = mass;
  const within = uncertainty.value;
  const [low, high] = [painted.value - within, painted.value + within];
  return (
    <svg width={WIDTH} height="25" aria-hidden="true" className="block">
      {TICKS.map((t) => (
        <path key={t} d={`M${x(t)} 0V25`} stroke="var(--rule)" strokeWidth={t % 10 === 0 ? 1.4 : 1} />
      ))}
      <path d={`M${at(target.value)} 12.5H${at(painted.value)}`} stroke="var(--ink)" strokeWidth="1.6" />
      <path d={`M${at(low)} 12.5H${at(high)}`} stroke="var(--ink)" strokeWidth="0.8" />
      <path d={`M${at(target.value)} 5.5V19.5`} stroke="var(--ink)" strokeWidth="2.4" />
      <circle cx={at(painted.value)} cy="12.5" r="4" fill="var(--ink)" />
    </svg>
  );
}

/** What the mass should become, with its mark. */
function Becomes({ amount }: { amount: number }) {
  const scale = useScale();
  const way = amount > 0 ? 'darker' : 'lighter';
  return (
    <>
      <Mark name={markOf({ kind: 'value', amount }, scale.per)} label={way} /> {way} {stepsFigure(amount, scale.per)}
    </>
  );
}

function Row({ mass, onChoose }: { mass: MassOfReading; onChoose: ((mass: MassOfReading) => void) | undefined }) {
  const { at, show } = useLadder();
  const { difference, target, painted, uncertainty } = mass;
  const off = Math.abs(difference.value) > asPlannedWithin('value', uncertainty.value);
  return (
    <tr style={{ borderTop: '1px solid var(--rule)' }}>
      <th scope="row" className={`max-w-40 truncate pr-3 text-left ${off ? 'font-semibold' : 'font-normal'}`}>
        {onChoose ? (
          <button className="min-h-6 border-0 bg-transparent p-0 text-left" onClick={() => onChoose(mass)}>
            {mass.name}
          </button>
        ) : (
          mass.name
        )}
      </th>
      <td className="hidden p-0 sm:table-cell">
        <Rung mass={mass} at={at} />
      </td>
      <td className="px-2 text-right">{show(target.value)}</td>
      <td className="px-2 text-right">{show(painted.value)}</td>
      <td className="pl-2 whitespace-nowrap">{off ? <Becomes amount={difference.value} /> : 'as planned'}</td>
    </tr>
  );
}

/** Masses as rows, those furthest from the plan first. */
export function ValueLadder({
  masses,
  onChoose,
}: {
  masses: readonly MassOfReading[];
  onChoose?: (mass: MassOfReading) => void;
}) {
  const { most } = useLadder();
  const sorted = masses
    .filter(({ share }) => share > LEAST_SHARE)
    .sort((a, b) => Math.abs(b.difference.value) - Math.abs(a.difference.value));
  return (
    <table className="w-full border-collapse text-[0.9375rem]" aria-label="Masses: planned and painted value">
      <thead>
        <tr className="text-left">
          <th scope="col" className="pr-3 font-semibold">
            Mass
          </th>
          <th scope="col" className="hidden p-0 sm:table-cell" style={{ width: WIDTH }}>
            <span className="sr-only">Planned and painted on the scale</span>
            <Steps most={most} />
          </th>
          <th scope="col" className="px-2 text-right font-semibold">
            plan
          </th>
          <th scope="col" className="px-2 text-right font-semibold">
            painted
          </th>
          <th scope="col" className="pl-2 font-semibold">
            should become
          </th>
        </tr>
      </thead>
      <tbody>
        {sorted.map((mass) => (
          <Row key={mass.id} mass={mass} onChoose={onChoose} />
        ))}
      </tbody>
    </table>
  );
}
