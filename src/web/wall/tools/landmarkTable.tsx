import { spanInWords } from '../../../core/words';
import type { Landmark, PaintingDetail } from '../../../contract';
import type { Point } from '../../../core/raster';
import { SortTable } from '../../ui/sortTable';

const distanceBetween = ([x, y]: Point, [u, v]: Point) => Math.hypot(x - u, y - v);
const offOf = ({ plan, painted }: Landmark) => distanceBetween(plan, painted);

/** The two landmarks planned furthest from each other: what shifts are counted against. */
function spanOf(landmarks: readonly Landmark[]): { readonly mm: number; readonly names: string } | null {
  const named = landmarks.map((one, i) => ({ ...one, name: one.name || String(i + 1) }));
  const pairs = named.flatMap((a, i) =>
    named.slice(i + 1).map((b) => ({ mm: distanceBetween(a.plan, b.plan), names: `${a.name} to ${b.name}` })),
  );
  const [widest] = pairs.sort((p, q) => q.mm - p.mm);
  return widest && widest.mm > 0 ? widest : null;
}

/** Landmarks of the newest earlier session that has any. */
function landmarksBefore({ sessions }: PaintingDetail, number: number) {
  const earlier = sessions.filter((session) => session.number < number).reverse();
  return earlier
    .map((session) => ({ number: session.number, landmarks: session.photos.flatMap((photo) => photo.landmarks) }))
    .find(({ landmarks }) => landmarks.length > 0);
}

/**
 * Every feature's shift, in millimetres and as a share of the widest span, beside the session before; the furthest off
 * first.
 */
export function LandmarkTable({
  detail,
  number,
  landmarks,
}: {
  detail: PaintingDetail;
  number: number;
  landmarks: readonly Landmark[];
}) {
  const span = spanOf(landmarks);
  const before = landmarksBefore(detail, number);
  if (!span) return null;
  const earlier = ({ name }: Landmark) => (name ? before?.landmarks.find((one) => one.name === name) : undefined);
  return (
    <div className="mt-3">
      <SortTable
        label="Landmarks, the furthest off first"
        rows={landmarks.map((one, i) => ({ ...one, i }))}
        idOf={({ i }) => i}
        first={{ column: 1, down: true }}
        columns={[
          { name: 'Landmark', show: ({ name, i }) => name || i + 1, by: ({ name, i }) => name || String(i + 1) },
          { name: 'off by', number: true, show: (one) => `${offOf(one).toFixed(1)} mm`, by: offOf },
          { name: 'of span', number: true, show: (one) => `${((100 * offOf(one)) / span.mm).toFixed(1)} %`, by: offOf },
          ...(before
            ? [
                {
                  name: `session ${before.number}`,
                  number: true,
                  show: (one: Landmark) => {
                    const was = earlier(one);
                    return was ? `${offOf(was).toFixed(1)} mm` : '';
                  },
                  by: (one: Landmark) => {
                    const was = earlier(one);
                    return was ? offOf(was) : -1;
                  },
                },
              ]
            : []),
        ]}
      />
      <p className="small">{spanInWords(span)}</p>
    </div>
  );
}
