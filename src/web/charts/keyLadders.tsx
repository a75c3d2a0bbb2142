import { scaleLinear } from 'd3-scale';
import { useRef, useState, type CSSProperties, type KeyboardEvent, type SVGProps } from 'react';
import type { Knot, PaintRange } from '../../core/plan';
import { byteFromLinear, luminanceFromValue } from '../../core/colour';
import { MarkAt } from '../marks/mark';
import { useScale } from '../settings';
import { usePointers } from '../stage/usePointers';
import { knotsAfterKey, pulled, threadsOf, weightsOf, type Thread } from './keyThreads';

const SIZE = { width: 420, height: 560 };
const LEFT = { from: 42, to: 114 };
const RIGHT = { from: 306, to: 378 };
const MIDDLE = (LEFT.to + RIGHT.from) / 2;
const y = scaleLinear([0, 10], [534, 34]);
const RUNGS = Array.from({ length: 11 }, (_, value) => value);
const [RUNG, REACH] = [14, 9]; // px: height of a rung, half of what is taken hold of around a thread
const INK = 'var(--ink)';

function Rung({ value, side, dashed }: { value: number; side: typeof LEFT; dashed: boolean }) {
  const grey = byteFromLinear(luminanceFromValue(value) / 100);
  return (
    <rect
      x={side.from}
      y={y(value) - RUNG / 2}
      width={side.to - side.from}
      height={RUNG}
      fill={dashed ? 'none' : `rgb(${grey} ${grey} ${grey})`}
      stroke={INK}
      strokeDasharray={dashed ? '3 3' : undefined}
    />
  );
}

/** Two uprights with a rung at every value; those beyond what the paint reaches are dashed. */
function Ladder({ side, title, reach }: { side: typeof LEFT; title: string; reach?: PaintRange }) {
  const scale = useScale();
  const isLeft = side === LEFT;
  return (
    <>
      <path d={`M${side.from} 18V${y(0) + 16}M${side.to} 18V${y(0) + 16}`} stroke={INK} strokeWidth="3" />
      <text x={(side.from + side.to) / 2} y="11" fontSize="16" fontWeight="650" textAnchor="middle" fill={INK}>
        {title}
      </text>
      {RUNGS.map((value) => (
        <g key={value}>
          <Rung value={value} side={side} dashed={!!reach && (value < reach.darkest || value > reach.white)} />
          <text
            x={isLeft ? side.from - 12 : side.to + 12}
            y={y(value) + 5}
            fontSize="15.5"
            textAnchor={isLeft ? 'end' : 'start'}
            fontWeight={value % 5 === 0 ? 700 : 400}
            fill={INK}
          >
            {+scale.number(value).toFixed(1)}
          </text>
        </g>
      ))}
      {reach &&
        [reach.white, reach.darkest].map((value) => (
          <path
            key={value}
            d={`M${side.from - 6} ${y(value) - 1.5}H${side.to + 6}m${side.from - side.to - 12} 3H${side.to + 6}`}
            stroke={INK}
            strokeWidth="1.4"
          />
        ))}
    </>
  );
}

const BEAD = 15; // px, radius

/** What is pulled: a bead on the chosen thread. */
const Bead = ({ at }: { at: number }) => (
  <g stroke={INK} fill="none">
    <circle cx={MIDDLE} cy={at} r={BEAD} fill="var(--wall)" strokeWidth="2.5" />
    <path d={`M${MIDDLE - 5} ${at - 3}l5 -5l5 5M${MIDDLE - 5} ${at + 3}l5 5l5 -5`} strokeWidth="2" />
  </g>
);

/** A thread from rung to rung, with a nail where it is kept; to be pulled, or moved by the arrow keys. */
function ThreadMark({
  thread,
  width,
  chosen,
  nailed,
  hand,
}: {
  thread: Thread;
  /** px */
  width: number;
  chosen: boolean;
  /** the painter has nailed it there */
  nailed: boolean;
  hand: Pick<SVGProps<SVGGElement>, 'onKeyDown' | 'onFocus' | 'onPointerDown'>;
}) {
  const scale = useScale();
  const [from, to] = [y(thread.reference), y(thread.paint)];
  const d = `M${LEFT.to + 2} ${from}L${RIGHT.from - 2} ${to}`;
  return (
    <g
      tabIndex={0}
      role="slider"
      aria-label={`Thread ${scale.show(thread.reference)}`}
      aria-orientation="vertical"
      aria-valuenow={thread.paint}
      aria-valuemin={0}
      aria-valuemax={10}
      aria-valuetext={`becomes ${scale.show(thread.paint)}`}
      style={{ cursor: 'ns-resize', outline: 'none', touchAction: 'none' }}
      {...hand}
    >
      <path d={d} stroke="transparent" strokeWidth={2 * REACH} />
      {chosen && <path d={d} stroke={INK} strokeWidth={width + 7} />}
      {chosen && <path d={d} stroke="var(--wall)" strokeWidth={width + 3.5} />}
      <path d={d} stroke={INK} strokeWidth={width} />
      {nailed && <MarkAt name="kept-at" x={RIGHT.from - 24} y={to - 11} />}
      {chosen && <Bead at={(from + to) / 2} />}
    </g>
  );
}

/** What the hand holds: a thread, and the key as it was when it was taken hold of. */
interface Held {
  readonly thread: Thread;
  readonly knots: readonly Knot[];
}

interface Props {
  readonly knots: readonly Knot[];
  readonly paint: PaintRange;
  /** the knots are the painter's own: they are shown as nails */
  readonly nailed: boolean;
  readonly histogram: readonly number[];
  /** the knots as pulled; done = the hand has let go */
  readonly onKnots: (knots: Knot[], done: boolean) => void;
  /** the reference's value whose thread is held or under the keys */
  readonly onChoose: (reference: number) => void;
}

/** Threads under hand and keys. */
function useThreads({ knots, onKnots, onChoose }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const { hold, handlers } = usePointers<SVGSVGElement, Held>(svg, SIZE, {
    move: ({ thread, knots: before }, { at, start, travelled }) =>
      travelled > 2 && onKnots(pulled(before, thread, thread.paint + y.invert(at[1]) - y.invert(start[1])), false),
    end: (_held, { travelled }) => travelled > 2 && onKnots([...knots], true),
  });
  const choose = (reference: number) => {
    setChosen(reference);
    onChoose(reference);
  };
  const nudge = (thread: Thread) => (event: KeyboardEvent) => {
    const next = knotsAfterKey(knots, thread, event);
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    onKnots(next, true);
  };
  const under = (thread: Thread) => ({
    chosen: chosen !== null && Math.abs(chosen - thread.reference) < 1e-6,
    hand: {
      onKeyDown: nudge(thread),
      onFocus: () => choose(thread.reference),
      onPointerDown: hold(() => {
        choose(thread.reference);
        return { thread, knots };
      }),
    },
  });
  return { svg, handlers, under };
}

/**
 * The key as two ladders of values, the reference's and the paint's, with threads from rung to rung, heavier where more
 * of the picture lies. A thread is pulled up or down, or moved by the arrow keys.
 */
export function KeyLadders(props: Props) {
  const { knots, paint, nailed, histogram } = props;
  const { svg, handlers, under } = useThreads(props);
  const threads = threadsOf(knots);
  const weights = weightsOf(threads, histogram);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="mx-auto block w-full max-w-[430px]"
      role="group"
      aria-label="The key as threads between two ladders"
      style={{ '--mark-rim': 'var(--wall)' } as CSSProperties}
      {...handlers}
    >
      <Ladder side={LEFT} title="Reference" />
      <Ladder side={RIGHT} title="Your paint" reach={paint} />
      {threads.map((thread, i) => (
        <ThreadMark
          key={thread.reference}
          thread={thread}
          width={1.2 + 10 * (weights[i] ?? 0)}
          nailed={nailed && thread.nail !== null}
          {...under(thread)}
        />
      ))}
    </svg>
  );
}
