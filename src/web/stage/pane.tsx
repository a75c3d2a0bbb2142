import { useEffect, useRef } from 'react';

/** A small square canvas that is drawn anew when what it shows changes. @param changes what it is drawn from */
export function Pane({
  size,
  draw,
  changes,
  ...said
}: {
  size: number;
  draw: (context: CanvasRenderingContext2D, ratio: number) => void;
  changes: readonly unknown[];
  role?: 'img';
  'aria-label'?: string;
}) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = ref.current?.getContext('2d');
    if (!ref.current || !context) return;
    const ratio = window.devicePixelRatio || 1;
    ref.current.width = ref.current.height = size * ratio;
    draw(context, ratio);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- who draws says what it depends on
  }, [size, ...changes]);
  return <canvas ref={ref} {...said} style={{ width: size, height: size, background: '#7d7d7d' }} />;
}
