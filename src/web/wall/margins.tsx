import { marginsInWords } from '../../core/words';
import type { Point } from '../../core/raster';
import type { MassOfReading, Painting } from '../../contract';

/** Margins of a mass in the window that the frame leaves, planned and painted. */
export function Margins({
  mass,
  painting,
  moved,
}: {
  mass: MassOfReading;
  painting: Painting;
  moved: (at: Point) => Point;
}) {
  const { top, right, bottom, left } = painting.setUp.rebate;
  const points = mass.place.outlines.flat();
  if (points.length === 0) return null;
  const sides = (list: readonly Point[]) => {
    const [xs, ys] = [list.map(([x]) => x), list.map(([, y]) => y)];
    return [
      Math.min(...xs) - left,
      painting.widthMm - right - Math.max(...xs),
      Math.min(...ys) - top,
      painting.heightMm - bottom - Math.max(...ys),
    ];
  };
  const planned = sides(points);
  const painted = sides(
    points.map(([x, y]): Point => {
      const [dx, dy] = moved([x, y]);
      return [x + dx, y + dy];
    }),
  );
  return <p className="small">{marginsInWords(planned, painted)}</p>;
}
