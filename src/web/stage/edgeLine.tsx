import type { EdgeClass } from '../../core/edges';

/** How an edge of each class is drawn on a picture: unbroken heavy, long dashes, comb of ticks across, sparse dots. */
const LINES: Record<EdgeClass, { width: number; dash?: string; rim?: string }> = {
  hard: { width: 3 },
  firm: { width: 1.8, dash: '11 5' },
  soft: { width: 6, dash: '0 .8 1.2 4', rim: '2.8 3.2' },
  lost: { width: 2.2, dash: '0 .8 2 9.2', rim: '3.6 8.4' },
};

/** A line along an edge in the character of its class, black on white so that it is seen on every picture. */
export function EdgePath({ d, is, faint = false }: { d: string; is: EdgeClass; faint?: boolean }) {
  const { width, dash, rim } = LINES[is];
  return (
    <g fill="none" strokeLinejoin="round" opacity={faint ? 0.6 : 1}>
      <path
        d={d}
        stroke="#fff"
        strokeWidth={width + 2.2}
        strokeOpacity=".85"
        strokeDasharray={rim}
        vectorEffect="non-scaling-stroke"
      />
      <path d={d} stroke="#000" strokeWidth={width} strokeDasharray={dash} vectorEffect="non-scaling-stroke" />
    </g>
  );
}
