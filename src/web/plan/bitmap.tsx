import { useEffect, useRef } from 'react';

/** A bitmap filling its box. */
export function Bitmap({ bitmap, label }: { bitmap: ImageBitmap | null; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current || !bitmap) return;
    canvas.current.width = bitmap.width;
    canvas.current.height = bitmap.height;
    canvas.current.getContext('2d')?.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className="absolute inset-0 h-full w-full"
      style={{ background: 'var(--well)' }}
    />
  );
}
