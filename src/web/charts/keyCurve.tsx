import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { dragKnot, makeKey, type Knot, type PaintRange } from '../../core/plan';
import { useScale } from '../settings';

const SIZE = 222;
const [LEFT, TOP] = [26, 10];
const x = scaleLinear([0, 10], [LEFT, LEFT + SIZE]);
const y = scaleLinear([0, 10], [TOP + SIZE, TOP]);
const AT = Array.from({ length: 101 }, (_, i) => i / 10);

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
  const [held, setHeld] = useState<number | null>(null);
  const scale = useScale();
  const key = makeKey(knots);
  const curve =
    line<number>(
      (v) => x(v),
      (v) => y(key(v)),
    )(AT) ?? '';
  const bars = area<number>()
    .x((_, i) => x((i + 0.5) / 5))
    .y0(y(0))
    .y1((n) => y(2.4 * n));
  const at = (event: PointerEvent): Knot => {
    const box = svg.current?.getBoundingClientRect() ?? { left: 0, top: 0, width: 1 };
    const unit = (SIZE + LEFT + 12) / box.width;
    return {
      reference: x.invert((event.clientX - box.left) * unit),
      paint: y.invert((event.clientY - box.top) * unit),
    };
  };
  const nudge = (index: number) => (event: KeyboardEvent) => {
    const step = event.shiftKey ? 0.5 : 0.1;
    const moves: Record<string, readonly [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    if ((event.key === 'Delete' || event.key === 'Backspace') && knots.length > 2) {
      event.preventDefault();
      onKnots(
        knots.filter((_, i) => i !== index),
        true,
      );
    }
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    const { reference, paint: value } = knots[index];
    onKnots(dragKnot(knots, index, { reference: reference + move[0], paint: value + move[1] }), true);
  };
  const addAt = (event: PointerEvent | React.MouseEvent) => {
    const { reference } = at(event as PointerEvent);
    if (knots.length >= 12 || knots.some((knot) => Math.abs(knot.reference - reference) < 0.3)) return;
    onKnots(
      [...knots, { reference, paint: key(reference) }].sort((a, b) => a.reference - b.reference),
      true,
    );
  };
  const ends = [
    ['white', paint.white],
    ['darkest', paint.darkest],
  ] as const;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${SIZE + LEFT + 12} ${SIZE + TOP + 40}`}
      className="block w-full"
      role="group"
      aria-label="The key as a curve"
      style={{ touchAction: 'none' }}
      onPointerMove={(event) => held !== null && onKnots(dragKnot(knots, held, at(event)), false)}
      onPointerUp={() => {
        if (held !== null) onKnots([...knots], true);
        setHeld(null);
      }}
    >
      <g stroke="var(--slip-rule)" strokeWidth=".7">
        {Array.from({ length: 11 }, (_, v) => (
          <path key={v} d={`M${x(v)} ${y(0)}V${y(10)}M${x(0)} ${y(v)}H${x(10)}`} />
        ))}
      </g>
      <path d={bars([...histogram]) ?? ''} fill="var(--ink)" fillOpacity=".22" />
      <path d={`M${x(0)} ${y(0)}L${x(10)} ${y(10)}`} stroke="var(--ink)" strokeDasharray="2 3" />
      {ends.map(([name, value]) => (
        <path key={name} d={`M${x(0)} ${y(value)}H${x(10)}`} stroke="var(--ink)" strokeDasharray="6 4" />
      ))}
      <text x={x(0) + 4} y={y(paint.white) - 4} fontSize="13.5" fill="var(--ink)">
        your white {scale.show(paint.white)}
      </text>
      <text x={x(10) - 3} y={y(paint.darkest) + 15} fontSize="13.5" textAnchor="end" fill="var(--ink)">
        your darkest {scale.show(paint.darkest)}
      </text>
      <path d={curve} fill="none" stroke="var(--ink)" strokeWidth="2.4" onDoubleClick={addAt} />
      <path
        d={curve}
        fill="none"
        stroke="transparent"
        strokeWidth="18"
        onDoubleClick={addAt}
        style={{ cursor: 'copy' }}
      />
      {knots.map((knot, i) => (
        <circle
          key={i}
          cx={x(knot.reference)}
          cy={y(knot.paint)}
          r="7.5"
          fill="var(--slip)"
          stroke="var(--ink)"
          strokeWidth="2.4"
          tabIndex={0}
          role="slider"
          aria-label={`Knot ${i + 1}: ${scale.show(knot.reference)} of the reference`}
          aria-valuenow={knot.paint}
          aria-valuemin={0}
          aria-valuemax={10}
          aria-valuetext={`becomes ${scale.show(knot.paint)} in paint`}
          style={{ cursor: 'grab' }}
          onKeyDown={nudge(i)}
          onPointerDown={(event) => {
            svg.current?.setPointerCapture(event.pointerId);
            setHeld(i);
          }}
        />
      ))}
      {Array.from({ length: 11 }, (_, v) => (
        <g key={v} fill={`rgb(${v * 25} ${v * 25} ${v * 25})`}>
          <rect x={x(v) - SIZE / 22} y={y(0) + 4} width={SIZE / 11} height="7" />
          <rect x={LEFT - 14} y={y(v) - SIZE / 22} width="7" height={SIZE / 11} />
        </g>
      ))}
      <text x={x(10)} y={y(0) + 27} fontSize="13.5" textAnchor="end" fill="var(--ink)">
        reference
      </text>
      <text transform={`translate(9 ${y(9.6)}) rotate(-90)`} fontSize="13.5" textAnchor="end" fill="var(--ink)">
        paint
      </text>
    </svg>
  );
}
