import { useEffect, useState } from 'react';
import type { Comparison, Painting, Photo } from '../../../contract';
import type { EdgesTold } from '../../../core/edges';
import { profileOf, readArea } from '../../../core/look';
import { areaAloneInWords, gradientInWords, outlineInWords, profileInWords, WALL_TEXT } from '../../../core/words';
import type { Point } from '../../../core/raster';
import { call, type Refused } from '../../api/client';
import { ProfileChart } from '../../charts/profileChart';
import { ValueString } from '../../charts/valueString';
import { useScale } from '../../settings';
import type { LoadedPicture } from '../../stage/usePicture';
import { AcrossResult } from './acrossResult';
import { CompareResult } from './compareResult';
import type { Inquiry } from './inquiry';
import { placed } from './pointed';
import { PointedSlip } from './pointedSlip';
import { spotAt } from './spotAt';
import { WarmResult } from './warmResult';

const STEP_MM = 1;

interface Pair {
  readonly painting: Painting;
  /** null = made without a reference */
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  /** where a place of the plan lies in the painting, mm beyond */
  readonly moved: (at: Point) => Point;
  readonly found: (at: Point) => boolean;
  /** a place of the painting back on the plan; null = there is no plan */
  readonly toPlan: ((at: Point) => Point) | null;
}

/** Values of a place on both pictures; where nothing is planned, of the painting alone. */
function both({ painting, plan, flat, moved }: Pair, at: Point): { planned: number | null; painted: number } | null {
  const [dx, dy] = moved(at);
  const planned = plan ? (spotAt(plan, at, painting)?.value ?? null) : null;
  const painted = flat ? (spotAt(flat, [at[0] + dx, at[1] + dy], painting)?.value ?? null) : null;
  return painted === null || (plan && planned === null) ? null : { planned, painted };
}

/** The gradient under a drawn line. */
export function LineResult({ from, to, ...pair }: Pair & { from: Point; to: Point }) {
  const scale = useScale();
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const count = Math.max(6, Math.round(long / STEP_MM));
  const samples = Array.from({ length: count + 1 }, (_, i) => {
    const t = i / count;
    const seen = both(pair, [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]);
    return seen && { along: t * long, ...seen };
  }).filter((one) => one !== null);
  if (samples.length < 5) return <p className="small">{WALL_TEXT.lineLeaves}</p>;
  const planless = !pair.plan;
  const profile = profileOf(
    samples.map(({ along }) => along),
    samples.map(({ planned, painted }) => planned ?? painted),
    samples.map(({ painted }) => painted),
  );
  return (
    <div data-testid="line-result">
      <ProfileChart profile={profile} planless={planless} />
      <p className="small">{planless ? WALL_TEXT.profileAlone : WALL_TEXT.profileBoth}</p>
      <p className="serif mt-1">
        {planless ? gradientInWords(profile, scale.per) : profileInWords(profile, scale.per)}
      </p>
    </div>
  );
}

/** Spots ordered by value on both pictures. */
function StringResult({ points, ...pair }: Pair & { points: readonly Point[] }) {
  const spots = points.flatMap((at, i) => {
    const seen = both(pair, at);
    return seen ? [{ number: i + 1, ...seen }] : [];
  });
  return spots.length > 0 ? <ValueString spots={spots} /> : null;
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
      {outlineInWords(seen, scale.show, scale.per)}
    </p>
  );
}

/** Any region by outline, where there is no plan to compare it with: as the flat shows it. */
function AreaResult({ points, painting, flat }: Pick<Pair, 'painting' | 'flat'> & { points: readonly Point[] }) {
  const scale = useScale();
  if (!flat) return null;
  const perMm = flat.pixels.width / painting.widthMm;
  const outline = points.map(([x, y]): Point => [x * perMm, y * perMm]);
  const area = readArea(flat.pixels.data, flat.pixels, outline);
  return (
    area && (
      <p className="serif mt-1" data-testid="outline-result">
        {areaAloneInWords(area, scale.show, scale.per)}
      </p>
    )
  );
}

/** What the inquiry under way found. */
export function InquiryResult({
  inquiry,
  photo,
  edges,
  ...pair
}: Pair & { inquiry: Inquiry; photo: Photo; edges: EdgesTold | null }) {
  const { tool, points, pointed } = inquiry;
  const { painting, plan, flat } = pair;
  const [from, to] = points;
  if (tool === 'line' && from && to) return <LineResult from={from} to={to} {...pair} />;
  if (tool === 'across' && from && to && edges) return <AcrossResult {...{ from, to, photo, edges }} />;
  if (tool === 'string') return <StringResult points={points} {...pair} />;
  if (tool === 'compare' || tool === 'warm') {
    const shown = placed(pointed, pair, tool);
    return (
      <>
        {tool === 'compare' && <CompareResult points={shown} painting={painting} />}
        {tool === 'warm' && <WarmResult points={shown} {...{ painting, plan, flat }} />}
        <PointedSlip points={shown} {...{ inquiry, painting, plan, flat }} />
      </>
    );
  }
  if (tool === 'outline' && points.length > 2)
    return plan ? <OutlineResult points={points} photo={photo} /> : <AreaResult {...{ points, painting, flat }} />;
  return null;
}
