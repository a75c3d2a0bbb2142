import { useQuery } from '@tanstack/react-query';
import type { CrossedLine, Photo } from '../../../contract';
import { edgeClass, wishAt, type EdgesTold } from '../../../core/edges';
import { crossedInWords, EDGE_TEXT, WALL_TEXT } from '../../../core/words';
import type { Point } from '../../../core/raster';
import { call } from '../../api/client';
import { EdgeChart } from '../../charts/edgeChart';
import { useScale } from '../../settings';

/** Asks for the edge that a line crosses; what was asked before is at hand. */
const useCrossed = (photo: Photo, [from, to]: readonly [Point, Point]) =>
  useQuery({
    queryKey: ['edge', photo.id, photo.readingId, from, to],
    queryFn: () => {
      const line: CrossedLine = [
        [from[0], from[1]],
        [to[0], to[1]],
      ];
      return call('measureEdge', { params: { photoId: photo.id }, body: { line } });
    },
    retry: false,
  });

/** The edge under a drawn line, measured where the whole photograph is: its two courses and what they come to. */
export function AcrossResult({ from, to, photo, edges }: { from: Point; to: Point; photo: Photo; edges: EdgesTold }) {
  const { per } = useScale();
  const { data: edge, error } = useCrossed(photo, [from, to]);
  if (error)
    return (
      <p className="problem" role="alert">
        {error.message}
      </p>
    );
  if (!edge)
    return (
      <p className="small" role="status">
        {WALL_TEXT.measuring}
      </p>
    );
  const { planned, painted, reversed } = edge;
  const classed = <E extends typeof planned>(one: E) => ({ ...one, class: edgeClass(one, edges.viewingM) });
  const wish = wishAt(edges, planned.at);
  return (
    <div data-testid="across-result">
      <EdgeChart edge={edge} />
      <p className="small">{planned.by === 'colour' ? EDGE_TEXT.acrossColour : EDGE_TEXT.across}</p>
      <p className="serif mt-1">
        {crossedInWords({ planned: classed(planned), painted: classed(painted), reversed, wish }, per)}
      </p>
    </div>
  );
}
