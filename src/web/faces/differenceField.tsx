import { contours } from 'd3-contour';
import { outlinesOf, ringsOf } from '../stage/paths';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { fileUrl, type Painting } from '../../contract';
import type { Point } from '../../core/raster';
import { KEPT_SHORT, loadPixels } from '../stage/pixels';
import { mapOfPixels, type CodedMap } from '../../core/read';

/** Where the map of a photo's newest reading is. */
export const mapOf = (photo: { id: string; readingId: string | null } | undefined): string | null =>
  photo?.readingId ? fileUrl('differences', photo.id, { r: photo.readingId }) : null;

/** A map of differences; null until it is there, and for a reading of an earlier version, which has none. */
export function useDifferences(url: string | null): CodedMap | null {
  const { data } = useQuery({
    queryKey: ['map', url],
    queryFn: async ({ signal }) => {
      const { pixels } = await loadPixels(url ?? '', signal);
      return mapOfPixels(pixels.data, { width: pixels.width, height: pixels.height, channels: 4 });
    },
    enabled: url !== null,
    ...KEPT_SHORT,
  });
  return data ?? null;
}

/** Bands of amount, each with its field; below the first nothing is drawn. */
const BANDS = {
  value: {
    from: [0.25, 0.6, 1.1, 1.9],
    more: ['darker-1', 'darker-3', 'darker-4', 'darker-7'],
    less: ['lighter-1', 'lighter-3', 'lighter-4', 'lighter-7'],
  },
  warmth: { from: [3, 7, 14], more: ['cooler-1', 'cooler-2', 'cooler-3'], less: ['warmer-1', 'warmer-2', 'warmer-3'] },
  chroma: {
    from: [4, 8, 15],
    more: ['greyer-1', 'greyer-2', 'greyer-3'],
    less: ['stronger-1', 'stronger-2', 'stronger-3'],
  },
} as const;
export type Mapped = keyof typeof BANDS;
const LEAST_TRUST = 0.15;

/** Fields over the flat: each place hatched with what the hand should do there. */
export function DifferenceField({
  map,
  of,
  painting,
  toPx,
}: {
  map: CodedMap;
  of: Mapped;
  painting: Painting;
  toPx: (at: Point) => Point;
}) {
  const { from, more, less } = BANDS[of];
  const areas = useMemo(() => {
    const signed = (sign: number) => {
      const values = Array.from(map[of], (v, i) => ((map.trust[i] ?? 0) > LEAST_TRUST ? sign * v : 0));
      return contours()
        .size([map.width, map.height])
        .thresholds([...from])(values);
    };
    return [signed(1), signed(-1)];
  }, [map, of, from]);
  // Drawn anew when the view moves, not at every move of the pointer over it.
  const [[x0, y0], [x1, y1]] = [toPx([0, 0]), toPx([1, 1])];
  const paths = useMemo(() => {
    const [sx, sy] = [(x1 - x0) / map.width, (y1 - y0) / map.height];
    const placed = ([x, y]: Point): Point => [x0 + x * sx, y0 + y * sy];
    return areas.map((bands) => bands.map((band) => outlinesOf(ringsOf(band), placed)));
  }, [areas, map, x0, y0, x1, y1]);
  return (
    <g data-testid={`map-${of}`} aria-label={`${painting.title}: map of ${of}`}>
      {paths.map((bands, sign) =>
        bands.map((band, k) =>
          // A band is drawn where the next one does not lie: fields never cross each other.
          band ? (
            <path
              key={`${sign}${k}`}
              d={band + (bands[k + 1] ?? '')}
              fillRule="evenodd"
              fill={`url(#field-${(sign === 0 ? more : less)[k]})`}
              opacity={0.75}
            />
          ) : null,
        ),
      )}
    </g>
  );
}
