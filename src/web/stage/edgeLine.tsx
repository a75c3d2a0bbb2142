import type { EdgeClass } from '../../core/edges';
import { Onpic } from './onpic';

/** How an edge of each class is drawn on a picture: unbroken heavy, long dashes, comb of ticks across, sparse dots. */
const LINES: Record<EdgeClass, { width: number; dash?: string; rim?: string }> = {
  hard: { width: 3 },
  firm: { width: 1.8, dash: '11 5' },
  soft: { width: 6, dash: '0 .8 1.2 4', rim: '2.8 3.2' },
  lost: { width: 2.2, dash: '0 .8 2 9.2', rim: '3.6 8.4' },
};

/** A line along an edge in the character of its class. */
export const EdgePath = ({ d, is, faint = false }: { d: string; is: EdgeClass; faint?: boolean }) => (
  <g opacity={faint ? 0.6 : 1}>
    <Onpic d={d} {...LINES[is]} />
  </g>
);
