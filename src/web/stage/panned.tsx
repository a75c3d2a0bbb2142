import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { ToPx } from './layer';

/** A picture whose size has not changed for so long is being panned, if anything, ms. */
const SETTLED_MS = 150;

/** Whether a size has stood for a while: a sheet of the compositor's own is dear to make, and cheap to push. */
function useSettled(size: number): boolean {
  const [settled, settle] = useState(size);
  useEffect(() => {
    const timer = setTimeout(() => settle(size), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [size]);
  return settled === size;
}

/**
 * What lies on the picture, drawn once for each zoom and pushed as a whole while the hand pans: outlines of thousands
 * of corners are neither told nor painted anew at each frame.
 */
export function Panned({ toPx, children }: { toPx: ToPx; children: (toPx: ToPx) => ReactNode }) {
  const [x, y] = toPx([0, 0]);
  const [right, foot] = toPx([1, 1]);
  // Rounded: while panning the picture's size differs by the rounding of sums alone.
  const rounded = (px: number) => Math.round(px * 1e6) / 1e6;
  const [width, height] = [rounded(right - x), rounded(foot - y)];
  const settled = useSettled(width);
  const still = useMemo<ToPx>(
    () =>
      ([u, v]) => [u * width, v * height],
    [width, height],
  );
  return (
    <g style={{ transform: `translate(${x}px, ${y}px)`, willChange: settled ? 'transform' : undefined }}>
      {children(still)}
    </g>
  );
}
