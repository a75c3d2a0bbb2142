import type { Painting } from '../../contract';
import type { Pin } from '../../core/plan';
import { Onpic } from '../stage/onpic';

/** Where places are pulled to, by hand or by a drawing. */
export function Pins({ pins, painting }: { pins: readonly Pin[]; painting: Painting }) {
  return pins.map(({ from, to }, i) => (
    <g key={i}>
      <Onpic d={`M${from.join(' ')}L${to.join(' ')}`} />
      <circle
        cx={to[0]}
        cy={to[1]}
        r={painting.widthMm / 120}
        fill="#000"
        stroke="#fff"
        strokeWidth="1.5"
        vectorEffect="non-scaling-stroke"
      />
    </g>
  ));
}
