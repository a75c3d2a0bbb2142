import { memo } from 'react';
import type { FindingOfReading } from '../../contract';
import type { Point } from '../../core/raster';
import { amountFigure, MarkAt, markOf } from '../marks/mark';
import type { FrameSize } from './pictureFrame';
import { Panned } from './panned';
import { placePath } from './paths';
import { useScale } from '../settings';

interface Props {
  readonly findings: readonly FindingOfReading[];
  readonly chosen: number | null;
  readonly canvas: { widthMm: number; heightMm: number };
  readonly toPx: (at: Point) => Point;
  readonly size: FrameSize;
  /** leader lines to numerals above the picture */
  readonly leaders: boolean;
}

const [MARKED, FIGURED] = [46, 78]; // px a numeral and its mark take, and with an amount in figures
const MARGIN = 26; // px above the picture where numerals stand

function fieldOf(finding: FindingOfReading, per: number): string {
  return `field-${markOf(finding, per)}`;
}

/** A point well inside the place: the middle of its widest run along some row through it. */
function anchorOf({ place, region: { box } }: FindingOfReading): Point {
  let best = { width: -1, at: [box[0] + box[2] / 2, box[1] + box[3] / 2] as Point };
  for (let k = 1; k < 8; k++) {
    const y = box[1] + (box[3] * k) / 8;
    const xs = place.outlines
      .flatMap((outline) =>
        outline.flatMap(([ax, ay], i) => {
          const [bx, by] = outline[i + 1] ?? outline[0] ?? [ax, ay];
          return ay > y !== by > y ? [ax + ((y - ay) / (by - ay)) * (bx - ax)] : [];
        }),
      )
      .sort((a, b) => a - b);
    xs.forEach((from, i) => {
      const to = xs[i + 1];
      if (i % 2 === 0 && to !== undefined && to - from > best.width)
        best = { width: to - from, at: [(from + to) / 2, y] };
    });
  }
  return best.at;
}

/** Numerals in a row without touching, in the order of their places, so that no two leader lines cross. */
function spread(
  places: { index: number; x: number }[],
  { width, least }: { width: number; least: number },
): Map<number, number> {
  const sorted = [...places].sort((a, b) => a.x - b.x);
  let from = -Infinity;
  const apart = sorted.map(({ index, x }) => ({ index, x: (from = Math.max(x, from + least)) }));
  // Pushed back from the right edge, the last one first.
  let limit = width + least * 0.3;
  const pushed = apart.reverse().map(({ index, x }): [number, number] => [index, Math.min(x, (limit -= least))]);
  return new Map(pushed);
}

const strengthOf = (finding: FindingOfReading, chosen: number | null, weak: number) =>
  chosen === null || chosen === finding.index ? 1 : weak;

/** Outline and field of each finding. */
const Fields = memo(function Fields({ findings, chosen, canvas, toPx }: Omit<Props, 'size' | 'leaders'>) {
  const { per } = useScale();
  return findings.map((finding) => {
    const d = placePath(finding.place, canvas, toPx);
    return (
      <g key={finding.index} opacity={strengthOf(finding, chosen, 0.16)}>
        <path
          d={d}
          fill={`url(#${fieldOf(finding, per)})`}
          fillRule="evenodd"
          opacity={chosen === null ? 0.55 : 0.85}
        />
        <path d={d} fill="none" stroke="#fff" strokeWidth="3.2" strokeOpacity=".8" strokeLinejoin="round" />
        <path d={d} fill="none" stroke="#000" strokeWidth="1.3" strokeLinejoin="round" />
      </g>
    );
  });
});

/** Leader lines from the places in the frame to their numerals above it. */
function Numerals({ findings, chosen, canvas, toPx, size }: Omit<Props, 'leaders'>) {
  const { per } = useScale();
  const shown = findings.flatMap((finding) => {
    const [x, y] = anchorOf(finding);
    const at = toPx([x / canvas.widthMm, y / canvas.heightMm]);
    return at[0] >= 0 && at[0] <= size.width && at[1] >= 0 && at[1] <= size.height ? [{ finding, at }] : [];
  });
  const numerals = spread(
    shown.map(({ finding, at }) => ({ index: finding.index, x: at[0] })),
    { width: size.width, least: shown.some(({ finding }) => amountFigure(finding)) ? FIGURED : MARKED },
  );
  return shown.map(({ finding, at }) => {
    const x = numerals.get(finding.index) ?? at[0];
    return (
      <g key={finding.index} opacity={strengthOf(finding, chosen, 0.35)}>
        <path d={`M${at[0]} ${at[1]}L${x} -6`} stroke="#fff" strokeWidth="3.4" strokeOpacity=".8" />
        <path d={`M${at[0]} ${at[1]}L${x} -6`} stroke="#000" strokeWidth="1.2" />
        <circle cx={at[0]} cy={at[1]} r="2.8" fill="#000" stroke="#fff" strokeWidth="1.2" />
        <text x={x - 12} y={-MARGIN + 15} fontSize="15" fontWeight="700" fill="var(--ink)">
          {finding.index + 1}
        </text>
        <MarkAt name={markOf(finding, per)} x={x + (finding.index > 8 ? 7 : -1)} y={-MARGIN + 2} />
        <text x={x + (finding.index > 8 ? 27 : 18)} y={-MARGIN + 15} fontSize="14" fill="var(--ink)">
          {amountFigure(finding)}
        </text>
      </g>
    );
  });
}

/** Each finding on the flat; nothing is written on a picture, numerals stand in the margin. */
export function FindingMarks({ leaders, ...marks }: Props) {
  const { findings, chosen, canvas, size } = marks;
  return (
    <>
      <svg width={size.width} height={size.height} style={{ overflow: 'hidden' }}>
        <Panned toPx={marks.toPx}>{(toPx) => <Fields {...{ findings, chosen, canvas, toPx }} />}</Panned>
      </svg>
      {leaders && <Numerals {...marks} />}
    </>
  );
}
