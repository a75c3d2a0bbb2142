import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useRef, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';
import { dragKnot, makeKey, type Knot, type PaintRange } from '../../core/plan';
import { useScale } from '../settings';
import { arrowOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';

const SIDE = 222;
const [LEFT, TOP] = [26, 10];
const SIZE = { width: SIDE + LEFT + 12, height: SIDE + TOP + 40 };
const MOST_KNOTS = 12;
const x = scaleLinear([0, 10], [LEFT, LEFT + SIDE]);
const y = scaleLinear([0, 10], [TOP + SIDE, TOP]);
const AT = Array.from({ length: 101 }, (_, i) => i / 10);
const STEPS = Array.from({ length: 11 }, (_, v) => v);
const INK = 'var(--ink)';

const curveOf = (key: (value: number) => number): string =>
  line<number>(
    (v) => x(v),
    (v) => y(key(v)),
  )(AT) ?? '';

const bars = area<number>()
  .x((_, i) => x((i + 0.5) / 5))
  .y0(y(0))
  .y1((n) => y(2.4 * n));

/** The field the curve lies in: its steps, how much of the reference lies at each, and what the paint can reach. */
function Field({ paint, histogram }: { paint: PaintRange; histogram: readonly number[] }) {
  const scale = useScale();
  return (
    <>
      <g stroke="var(--slip-rule)" strokeWidth=".7">
        {STEPS.map((v) => (
          <path key={v} d={`M${x(v)} ${y(0)}V${y(10)}M${x(0)} ${y(v)}H${x(10)}`} />
        ))}
      </g>
      <path d={bars([...histogram]) ?? ''} fill={INK} fillOpacity=".22" />
      <path d={`M${x(0)} ${y(0)}L${x(10)} ${y(10)}`} stroke={INK} strokeDasharray="2 3" />
      {[paint.white, paint.darkest].map((value, k) => (
        <path key={k} d={`M${x(0)} ${y(value)}H${x(10)}`} stroke={INK} strokeDasharray="6 4" />
      ))}
      <text x={x(0) + 4} y={y(paint.white) - 4} fontSize="13.5" fill={INK}>
        your white {scale.show(paint.white)}
      </text>
      <text x={x(10) - 3} y={y(paint.darkest) + 15} fontSize="13.5" textAnchor="end" fill={INK}>
        your darkest {scale.show(paint.darkest)}
      </text>
    </>
  );
}

/** Greys along both sides, and what each side is. */
const Sides = () => (
  <>
    {STEPS.map((v) => (
      <g key={v} fill={`rgb(${v * 25} ${v * 25} ${v * 25})`}>
        <rect x={x(v) - SIDE / 22} y={y(0) + 4} width={SIDE / 11} height="7" />
        <rect x={LEFT - 14} y={y(v) - SIDE / 22} width="7" height={SIDE / 11} />
      </g>
    ))}
    <text x={x(10)} y={y(0) + 27} fontSize="13.5" textAnchor="end" fill={INK}>
      reference
    </text>
    <text transform={`translate(9 ${y(9.6)}) rotate(-90)`} fontSize="13.5" textAnchor="end" fill={INK}>
      paint
    </text>
  </>
);

/** A knot of the curve, to be dragged or moved by the arrow keys. */
function KnotMark({
  knot,
  index,
  onKeyDown,
  onPointerDown,
}: {
  knot: Knot;
  index: number;
  onKeyDown: (event: KeyboardEvent) => void;
  onPointerDown: (event: PointerEvent) => void;
}) {
  const scale = useScale();
  return (
    <circle
      cx={x(knot.reference)}
      cy={y(knot.paint)}
      r="7.5"
      fill="var(--slip)"
      stroke={INK}
      strokeWidth="2.4"
      tabIndex={0}
      role="slider"
      aria-label={`Knot ${index + 1}: ${scale.show(knot.reference)} of the reference`}
      aria-valuenow={knot.paint}
      aria-valuemin={0}
      aria-valuemax={10}
      aria-valuetext={`becomes ${scale.show(knot.paint)} in paint`}
      style={{ cursor: 'grab' }}
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
    />
  );
}

/** The knots after a key was pressed on one of them: moved by an arrow, taken away by Delete; null = no such key. */
export function knotsAfterKey(
  knots: readonly Knot[],
  index: number,
  { key, shiftKey }: { key: string; shiftKey: boolean },
): Knot[] | null {
  if ((key === 'Delete' || key === 'Backspace') && knots.length > 2) return knots.filter((_, i) => i !== index);
  const way = arrowOf(key);
  const knot = knots.at(index);
  if (!way || !knot) return null;
  const step = shiftKey ? 0.5 : 0.1;
  return dragKnot(knots, index, { reference: knot.reference + step * way[0], paint: knot.paint - step * way[1] });
}

/**
 * The key as a curve: the reference's values along, the paint's upwards. Its knots are dragged, or moved by the arrow
 * keys.
 */
export function KeyCurve({
  knots,
  paint,
  histogram,
  onKnots,
}: {
  knots: readonly Knot[];
  paint: PaintRange;
  histogram: readonly number[];
  /** the knots as dragged; done = the hand has let go */
  onKnots: (knots: Knot[], done: boolean) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const key = makeKey(knots);
  const { at, hold, handlers } = usePointers<SVGSVGElement, number>(svg, SIZE, {
    move: (knot, { at: [px, py] }) =>
      onKnots(dragKnot(knots, knot, { reference: x.invert(px), paint: y.invert(py) }), false),
    end: () => onKnots([...knots], true),
  });
  const nudge = (index: number) => (event: KeyboardEvent) => {
    const next = knotsAfterKey(knots, index, event);
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    onKnots(next, true);
  };
  const addAt = (event: MouseEvent) => {
    const reference = x.invert(at(event)[0]);
    if (knots.length >= MOST_KNOTS || knots.some((knot) => Math.abs(knot.reference - reference) < 0.3)) return;
    const added = [...knots, { reference, paint: key(reference) }];
    onKnots(
      added.sort((a, b) => a.reference - b.reference),
      true,
    );
  };
  const curve = { d: curveOf(key), fill: 'none', onDoubleClick: addAt };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="block w-full"
      role="group"
      aria-label="The key as a curve"
      style={{ touchAction: 'none' }}
      {...handlers}
    >
      <Field paint={paint} histogram={histogram} />
      <path {...curve} stroke={INK} strokeWidth="2.4" />
      <path {...curve} stroke="transparent" strokeWidth="18" style={{ cursor: 'copy' }} />
      {knots.map((knot, i) => (
        <KnotMark key={i} knot={knot} index={i} onKeyDown={nudge(i)} onPointerDown={hold(() => i)} />
      ))}
      <Sides />
    </svg>
  );
}
