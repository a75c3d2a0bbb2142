import { useRef, useState, type KeyboardEvent } from 'react';
import { byteFromLinear, luminanceFromValue } from '../../core/colour';
import { percent, toneEndsInWords, thresholdInWords } from '../../core/words';
import { useScale } from '../settings';
import type { Point } from '../../core/raster';
import { arrowOf } from '../stage/pointers';
import { usePointers } from '../stage/usePointers';
import { movedSplit, shareBelow, spreadLabels, strataOf, valueAt, type Amounts } from './tones';

const SIZE = { width: 240, height: 330 };
const COLUMN = { from: 72, middle: 120, to: 168 };
const [TOP, BOTTOM] = [8, 322];
const INK = 'var(--ink)';
const LABEL = 17; // px between two labels
const NAMED = 16; // px a stratum is high from which its share stands in it
const FINE = 0.1; // of value, by an arrow key

const y = (share: number) => BOTTOM - share * (BOTTOM - TOP);
const greyOf = (value: number) => byteFromLinear(luminanceFromValue(value) / 100);

/** One half of the column: a pattern's tones, each as thick as there is of it. */
function Half({
  amounts,
  splits,
  from,
  to,
}: {
  amounts: Amounts;
  splits: readonly number[];
  from: number;
  to: number;
}) {
  return strataOf(amounts, splits).map(({ below, share, value }, i) => {
    const grey = greyOf(value ?? 5);
    const height = y(below) - y(below + share);
    return (
      <g key={i}>
        <rect x={from} y={y(below + share)} width={to - from} height={height} fill={`rgb(${grey} ${grey} ${grey})`} />
        {height >= NAMED && (
          <text
            x={(from + to) / 2}
            y={y(below + share / 2) + 4.5}
            fontSize="13"
            textAnchor="middle"
            fill={(value ?? 5) > 5 ? '#000' : '#fff'}
          >
            {percent(share)}
          </text>
        )}
      </g>
    );
  });
}

/** Two small arrows, up and down: it can be pulled. */
const gripAt = (x: number, at: number) => `M${x} ${at - 2}h8l-4 -5ZM${x} ${at + 2}h8l-4 5Z`;

interface Threshold {
  readonly value: number;
  readonly label: string;
  readonly words: string;
  /** where its label stands, px */
  readonly at: number;
  readonly left: boolean;
}

/** A threshold with its grip and its value, on its own side of the column. */
function Grip({ one, share, hand, held }: { one: Threshold; share: number; hand: object; held: boolean }) {
  const scale = useScale();
  const here = y(share);
  const d = one.left
    ? `M${COLUMN.middle} ${here}H${COLUMN.from - 8}L${COLUMN.from - 18} ${one.at}H${COLUMN.from - 26}`
    : `M${COLUMN.middle} ${here}H${COLUMN.to + 8}L${COLUMN.to + 18} ${one.at}H${COLUMN.to + 26}`;
  return (
    <g
      tabIndex={0}
      role="slider"
      aria-label={one.label}
      aria-orientation="vertical"
      aria-valuenow={one.value}
      aria-valuemin={0}
      aria-valuemax={10}
      aria-valuetext={one.words}
      style={{ outline: 'none' }}
      {...hand}
    >
      {held && <path d={d} fill="none" stroke="var(--wall)" strokeWidth="7" />}
      <path d={d} fill="none" stroke={INK} strokeWidth={held ? 3.4 : 2} strokeLinejoin="round" />
      <text
        x={one.left ? COLUMN.from - 30 : COLUMN.to + 30}
        y={one.at + 5}
        fontSize="15"
        fontWeight={held ? 700 : 400}
        textAnchor={one.left ? 'end' : 'start'}
        fill={INK}
      >
        {scale.show(one.value)}
      </text>
      <path d={gripAt(one.left ? COLUMN.from - 64 : COLUMN.to + 58, one.at)} fill={INK} />
    </g>
  );
}

interface Props {
  readonly amounts: Amounts;
  /** value that parts light from shadow */
  readonly split: number;
  /** values that part the plan's tones, rising */
  readonly splits: readonly number[];
  /** done = the hand has let go */
  readonly onSplit: (split: number, done: boolean) => void;
  readonly onSplits: (splits: readonly number[], done: boolean) => void;
}

/** What is held: a threshold of the column, by its place on it; -1 = the one between light and shadow. */
interface Held {
  readonly index: number;
  readonly share: number;
}

/** Thresholds under hand and keys. */
function useGrips({ amounts, split, splits, onSplit, onSplits }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const move = (index: number, value: number, done: boolean) =>
    index < 0 ? onSplit(Math.min(9.8, Math.max(0.2, value)), done) : onSplits(movedSplit(splits, index, value), done);
  const valueOf = (index: number) => (index < 0 ? split : (splits[index] ?? 5));
  const { hold, handlers } = usePointers<SVGSVGElement, Held>(svg, SIZE, {
    move: ({ index, share }, { at, start }) =>
      move(index, valueAt(amounts, share - (at[1] - start[1]) / (BOTTOM - TOP)), false),
    end: ({ index }, { travelled }) => travelled > 0 && move(index, valueOf(index), true),
  });
  const nudge = (index: number) => (event: KeyboardEvent) => {
    const way = arrowOf(event.key);
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    move(index, valueOf(index) + (way[0] - way[1]) * (event.shiftKey ? 10 : 1) * FINE, true);
  };
  const hand = (index: number) => ({
    onKeyDown: nudge(index),
    onFocus: () => setHeld(index),
    onBlur: () => setHeld(null),
  });
  /** The threshold nearest to a hand, on its side of the column. */
  const nearest = ([x, at]: Point): Held => {
    const all = x < COLUMN.middle ? [-1] : splits.map((_, i) => i);
    const shares = all.map((index) => ({ index, share: shareBelow(amounts, valueOf(index)) }));
    const [first] = shares.sort((a, b) => Math.abs(y(a.share) - at) - Math.abs(y(b.share) - at));
    return first ?? { index: -1, share: shareBelow(amounts, split) };
  };
  const onPointerDown = hold((at) => {
    const one = nearest(at);
    setHeld(one.index);
    return one;
  });
  return { svg, handlers: { ...handlers, onPointerDown }, hand, held };
}

/**
 * The canvas as a stack of its tones, the darkest below, each as thick as there is of it: light and shadow on the left,
 * the plan's tones on the right. What parts them is pulled up or down, or moved by the arrow keys.
 */
export function ToneStack(props: Props) {
  const { amounts, split, splits } = props;
  const { svg, handlers, hand, held } = useGrips(props);
  const scale = useScale();
  const shares = splits.map((value) => shareBelow(amounts, value));
  // Down the page the values fall.
  const labels = spreadLabels(shares.map(y).reverse(), LABEL, BOTTOM).reverse();
  const light = shareBelow(amounts, split);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="mx-auto block w-full max-w-[240px]"
      role="group"
      aria-label="The canvas as a stack of its tones"
      style={{ cursor: 'ns-resize', touchAction: 'none', userSelect: 'none' }}
      {...handlers}
    >
      <Half amounts={amounts} splits={[split]} from={COLUMN.from} to={COLUMN.middle} />
      <Half amounts={amounts} splits={splits} from={COLUMN.middle} to={COLUMN.to} />
      <rect
        x={COLUMN.from}
        y={TOP}
        width={COLUMN.to - COLUMN.from}
        height={BOTTOM - TOP}
        fill="none"
        stroke={INK}
        strokeWidth="1.4"
      />
      <path d={`M${COLUMN.middle} ${TOP}V${BOTTOM}`} stroke={INK} strokeWidth="1.4" />
      <Grip
        one={{
          value: split,
          label: 'Light-shadow threshold',
          words: thresholdInWords(scale.show(split), light),
          at: y(light),
          left: true,
        }}
        share={light}
        hand={hand(-1)}
        held={held === -1}
      />
      {splits.map((value, i) => (
        <Grip
          key={i}
          one={{
            value,
            label: `Value at which tone ${i + 1} ends`,
            words: toneEndsInWords(scale.show(value), shares[i] ?? 0),
            at: labels[i] ?? 0,
            left: false,
          }}
          share={shares[i] ?? 0}
          hand={hand(i)}
          held={held === i}
        />
      ))}
    </svg>
  );
}
