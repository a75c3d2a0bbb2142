import type { Painting } from '../../contract';
import type { ToPx } from './layer';

/** What the frame will leave to be seen, on any picture of the canvas. */
export function FrameWindow({ painting, toPx }: { painting: Painting; toPx: ToPx }) {
  const { widthMm, heightMm } = painting;
  const { top, right, bottom, left } = painting.setUp.rebate;
  if (top + right + bottom + left === 0) return null;
  const [x0, y0] = toPx([left / widthMm, top / heightMm]);
  const [x1, y1] = toPx([1 - right / widthMm, 1 - bottom / heightMm]);
  const box = { x: Math.min(x0, x1), y: Math.min(y0, y1), width: Math.abs(x1 - x0), height: Math.abs(y1 - y0) };
  return (
    <g fill="none" data-testid="window">
      <rect {...box} stroke="#fff" strokeWidth="2" strokeOpacity=".8" />
      <rect {...box} stroke="#000" strokeWidth="1" strokeDasharray="5 4" />
    </g>
  );
}
