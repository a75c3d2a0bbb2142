import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { EdgeCrossed } from '../../contract';
import { crossedChartInWords, EDGE_TEXT } from '../../core/words';
import { UNITS_PER_STEP } from '../../core/colour';
import { Axis, ValueAxis } from './valueAxis';

const [W, H, LEFT, LOW, TOP] = [256, 176, 26, 18, 18];
const FOOT = H - LOW - 12; // of the curves: the plan's bracket stands under them
const HALF_MM = 15; // either side of the edge's middle
const EVERY_MM = 2; // between the bars of the plan and the dots of the painting

type Course = EdgeCrossed['planned']['course'];

/** Places of a course about so far apart, for its marks. */
const marked = ({ at }: Course): number[] => {
  const out: number[] = [];
  at.forEach((mm, k) => {
    const last = out.at(-1);
    if (last === undefined || mm - (at[last] ?? 0) >= EVERY_MM - 0.01) out.push(k);
  });
  return out;
};

/** A width as a bracket about the middle. */
function Bracket({ x, y, widthMm, name }: { x: (mm: number) => number; y: number; widthMm: number; name: string }) {
  const [from, to] = [x(-widthMm / 2), x(widthMm / 2)];
  return (
    <>
      <path
        d={`M${from} ${y - 4}v8M${from} ${y}H${to}M${to} ${y - 4}v8`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      {/* Where a wide one leaves no room beside it, its name stands on it. */}
      <text
        {...(to < W - 60 ? { x: to + 6 } : { x: (from + to) / 2, textAnchor: 'middle' })}
        {...{ y: y + 4, stroke: 'var(--slip)', strokeWidth: 6, paintOrder: 'stroke' }}
        fontSize="12.5"
        fill="var(--ink)"
      >
        {name}
      </text>
    </>
  );
}

type At = (v: number) => number;

/** A course as a thin line, with a mark every so often. */
function Curve({ course, x, y, bars = false }: { course: Course; x: At; y: At; bars?: boolean }) {
  const points = course.values.map((value, k): [number, number] => [x(course.at[k] ?? 0), y(value)]);
  return (
    <>
      <path d={line()(points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1" />
      {marked(course).map((k) => {
        const [px, py] = points[k] ?? [0, 0];
        return bars ? (
          <path key={k} d={`M${px} ${py - 5}v10`} stroke="var(--ink)" strokeWidth="1.8" />
        ) : (
          <circle key={k} cx={px} cy={py} r="2.6" fill="var(--ink)" />
        );
      })}
    </>
  );
}

/**
 * Values across an edge, or units of colour: bars = plan, dots = painted, each about its own middle; the grey band =
 * the photo's blur.
 */
export function EdgeChart({ edge }: { edge: EdgeCrossed }) {
  const { planned, painted, blurMm } = edge;
  const all = [...planned.course.values, ...painted.course.values];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const pad = Math.max(0.3, (high - low) * 0.1);
  const x = scaleLinear([-HALF_MM, HALF_MM], [LEFT, W - 6]);
  const y = scaleLinear([low - pad, high + pad], [FOOT, TOP]);
  const band = x(blurMm ?? 0) - x(0);
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={crossedChartInWords(edge)}>
      <rect x={x(0) - band / 2} width={band} y={TOP} height={FOOT - TOP} fill="var(--slip-rule)" />
      {planned.by === 'colour' ? (
        <Axis y={y} from={LEFT} to={W - 6} told={(v) => Math.round(v * UNITS_PER_STEP)} />
      ) : (
        <ValueAxis y={y} from={LEFT} to={W - 6} />
      )}
      {[-10, 0, 10].map((mm) => (
        <text key={mm} x={x(mm)} y={H - 2} fontSize="12.5" textAnchor="middle" fill="var(--ink)">
          {Math.abs(mm)}
        </text>
      ))}
      <Curve course={planned.course} {...{ x, y }} bars />
      <Curve course={painted.course} {...{ x, y }} />
      {painted.widthMm !== null && <Bracket x={x} y={8} widthMm={painted.widthMm} name={EDGE_TEXT.painted} />}
      {planned.widthMm !== null && <Bracket x={x} y={FOOT + 8} widthMm={planned.widthMm} name={EDGE_TEXT.planned} />}
    </svg>
  );
}
