import { useEffect, useState } from 'react';
import type { Comparison, Painting, Photo } from '../../../contract';
import { measuresOf, profileOf, readSpot } from '../../../core/look';
import { outlineInWords, profileInWords, WALL_TEXT } from '../../../core/words';
import type { Point } from '../../../core/raster';
import { call, type Refused } from '../../api/client';
import { ProfileChart } from '../../charts/profileChart';
import { ValueString } from '../../charts/valueString';
import { useScale } from '../../settings';
import type { LoadedPicture } from '../../stage/usePicture';
import type { Inquiry } from './inquiry';

const SPOT_MM = 2.5;
const STEP_MM = 1;

interface Pair {
  readonly painting: Painting;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  /** where a place of the plan lies in the painting, mm beyond */
  readonly moved: (at: Point) => Point;
  readonly found: (at: Point) => boolean;
}

function valueAt(picture: LoadedPicture, [x, y]: Point, { widthMm }: Painting): number | null {
  const { width, height, data } = picture.pixels;
  const perMm = width / widthMm;
  return readSpot(data, { width, height }, { x: x * perMm, y: y * perMm, radius: SPOT_MM * perMm })?.value ?? null;
}

function both({ painting, plan, flat, moved }: Pair, at: Point): { planned: number; painted: number } | null {
  if (!plan || !flat) return null;
  const [dx, dy] = moved(at);
  const [planned, painted] = [valueAt(plan, at, painting), valueAt(flat, [at[0] + dx, at[1] + dy], painting)];
  return planned === null || painted === null ? null : { planned, painted };
}

/** The gradient under a drawn line. */
export function LineResult({ from, to, ...pair }: Pair & { from: Point; to: Point }) {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const count = Math.max(6, Math.round(long / STEP_MM));
  const samples = Array.from({ length: count + 1 }, (_, i) => {
    const t = i / count;
    const seen = both(pair, [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]);
    return seen && { along: t * long, ...seen };
  }).filter((one) => one !== null);
  if (samples.length < 5) return <p className="small">{WALL_TEXT.lineLeaves}</p>;
  const profile = profileOf(
    samples.map(({ along }) => along),
    samples.map(({ planned }) => planned),
    samples.map(({ painted }) => painted),
  );
  return (
    <div data-testid="line-result">
      <ProfileChart profile={profile} />
      <p className="small">dashed: plan; unbroken: painted; from A to B in mm</p>
      <p className="serif mt-1">{profileInWords(profile)}</p>
    </div>
  );
}

/** Spots ordered by value on both pictures. */
export function StringResult({ points, ...pair }: Pair & { points: readonly Point[] }) {
  const spots = points.flatMap((at, i) => {
    const seen = both(pair, at);
    return seen ? [{ number: i + 1, ...seen }] : [];
  });
  return spots.length > 0 ? <ValueString spots={spots} /> : null;
}

const NOT_FOUND = 'not found';

/** A lean from whichever of level and plumb is nearer. */
const leanInWords = (lean: number): string =>
  Math.abs(lean) <= 45
    ? `${Math.abs(lean).toFixed(1)}° off level${Math.abs(lean) < 0.05 ? '' : lean > 0 ? ', right end low' : ', right end high'}`
    : `${(90 - Math.abs(lean)).toFixed(1)}° off plumb${Math.abs(lean) > 89.95 ? '' : lean > 0 ? ', top left' : ', top right'}`;

/**
 * Lengths, angles and proportions of two or four points, planned and painted; of the painting only where both ends were
 * found in it.
 */
export function CompareResult({
  points,
  moved,
  found,
}: Pick<Pair, 'moved' | 'found'> & { readonly points: readonly Point[] }) {
  const planned = measuresOf(points);
  const painted = measuresOf(
    points.map((at): Point => {
      const [dx, dy] = moved(at);
      return [at[0] + dx, at[1] + dy];
    }),
  );
  if (!planned || !painted) return null;
  const known = points.map(found);
  const every = (ends: readonly boolean[]) => !ends.includes(false);
  const [first, second, all] = [every(known.slice(0, 2)), every(known.slice(2)), every(known)];
  const told = (is: boolean, words: string) => (is ? words : NOT_FOUND);
  const rows: [string, string, string][] = [
    ['A to B', `${planned.first.toFixed(1)} mm`, told(first, `${painted.first.toFixed(1)} mm`)],
    ['A to B leans', leanInWords(planned.lean), told(first, leanInWords(painted.lean))],
  ];
  if (planned.second !== null && painted.second !== null) {
    rows.push(['C to D', `${planned.second.toFixed(1)} mm`, told(second, `${painted.second.toFixed(1)} mm`)]);
    rows.push(['A B : C D', planned.proportion?.toFixed(2) ?? '', told(all, painted.proportion?.toFixed(2) ?? '')]);
    rows.push(['angle between', `${planned.angle?.toFixed(1)}°`, told(all, `${painted.angle?.toFixed(1)}°`)]);
  }
  return (
    <table className="mt-2 w-full text-[15px]" data-testid="compare-result">
      {!all && <caption className="small caption-bottom text-left">{WALL_TEXT.endsNotFound}</caption>}
      <thead>
        <tr className="text-left">
          <th scope="col">
            <span className="sr-only">Measure</span>
          </th>
          <th scope="col">planned</th>
          <th scope="col">painted</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, a, b]) => (
          <tr key={name} style={{ borderTop: '1px solid var(--slip-rule)' }}>
            <th scope="row" className="text-left font-normal">
              {name}
            </th>
            <td>{a}</td>
            <td>{b}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Any region by outline, measured where the whole photograph is. */
export function OutlineResult({ points, photo }: { points: readonly Point[]; photo: Photo }) {
  const scale = useScale();
  const [state, setState] = useState<{ seen: Comparison | null; problem: string | null }>({
    seen: null,
    problem: null,
  });
  const name = JSON.stringify(points);
  useEffect(() => {
    let current = true;
    setState({ seen: null, problem: null });
    call('measure', {
      params: { photoId: photo.id },
      body: { place: { outlines: [points.map(([x, y]): [number, number] => [x, y])] } },
    }).then(
      (seen) => current && setState({ seen, problem: null }),
      (refused: Refused) => current && setState({ seen: null, problem: refused.message }),
    );
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- measured by its shape
  }, [name, photo.id]);
  const { seen, problem } = state;
  if (problem)
    return (
      <p className="problem" role="alert">
        {problem}
      </p>
    );
  if (!seen)
    return (
      <p className="small" role="status">
        {WALL_TEXT.measuring}
      </p>
    );
  return (
    <p className="serif mt-1" data-testid="outline-result">
      {outlineInWords(seen, scale.show)}
    </p>
  );
}

/** What the inquiry under way found. */
export function InquiryResult({ inquiry, photo, ...pair }: Pair & { inquiry: Inquiry; photo: Photo }) {
  const { tool, points } = inquiry;
  const [from, to] = points;
  if (tool === 'line' && from && to) return <LineResult from={from} to={to} {...pair} />;
  if (tool === 'string') return <StringResult points={points} {...pair} />;
  if (tool === 'compare') return <CompareResult points={points} moved={pair.moved} found={pair.found} />;
  if (tool === 'outline' && points.length > 2) return <OutlineResult points={points} photo={photo} />;
  return null;
}
