import { createContext, useContext, useMemo, useState } from 'react';
import type { PaintingDetail, Photo, ReadingDetail } from '../../contract';
import { tellEdges, type EdgesTold } from '../../core/edges';
import { tellStrips, type StripsTold } from '../../core/thin';
import { placeHolds, type Point } from '../../core/raster';
import { useReading } from '../api/queries';
import { mapOf, useDifferences } from '../faces/differenceField';
import { isPattern } from '../faces/patternPlaces';
import { seatShown } from '../faces/seats';
import { belongs, SUBJECTS, type Subject } from '../faces/subjects';
import { mapsOf } from '../faces/subjectViews';
import { useGuessing } from '../painting/guessing';
import { useAids } from '../stage/aidState';
import { Spot } from '../stage/spot';
import { useMoved, type Moved } from '../stage/useMoved';
import type { LoadedPicture } from '../stage/usePicture';
import { useInquiry, type Side } from './tools/inquiry';
import { useLandmarks } from './tools/useLandmarks';
import { useSnap } from './tools/useSnap';
import { departurePlaces } from './planOverlay';
import { useFitted, useHung } from './useHung';
import { takenOf, useWhatIf } from './useWhatIf';
import { useWallState, type WallState } from './wallState';

const MOST_LISTED = 7;

/**
 * What of a reading the wall speaks of: findings of the subject, aloud or asked for, those left out, and where the
 * painting has those that are listed.
 */
function useFindingsShown(
  reading: ReadingDetail | undefined,
  { subject, more, onFlat }: { subject: Subject; more: boolean } & Pick<Moved, 'onFlat'>,
) {
  return useMemo(() => {
    const here = (reading?.findings ?? []).filter((one) => belongs(subject, one));
    const open = here.filter(
      ({ loud, decision }) => (loud || more) && decision !== 'dismissed' && decision !== 'planned',
    );
    const least = open.map(({ weight }) => weight).sort((a, b) => b - a)[MOST_LISTED - 1] ?? 0;
    const listed = open.filter(({ weight }) => weight >= least);
    return { open, listed, quiet: here.length - open.length, marked: listed.map(onFlat) };
  }, [reading, subject, more, onFlat]);
}

/** The painting without what was taken out of it; null while nothing is. */
function useRepainted(
  {
    detail,
    reading,
    state,
    moved,
  }: { detail: PaintingDetail; reading: ReadingDetail | undefined; state: WallState } & Pick<Moved, 'moved'>,
  painted: LoadedPicture | null,
) {
  const taken = (reading?.findings ?? []).filter(({ index }) => state.whatIf.includes(index));
  const repainted = useWhatIf(
    painted,
    taken.flatMap((one) => takenOf(one, moved) ?? []),
    detail.painting,
  );
  return { taken: taken.length, repainted };
}

/** The map that is laid over the flat. */
function useMap(photo: Photo | undefined, subject: Subject, mapped: WallState['mapped']) {
  const maps = mapsOf(subject);
  const map = maps.find(({ of }) => of === mapped)?.of ?? maps[0]?.of ?? null;
  const field = map && !isPattern(map) ? map : null;
  const differences = useDifferences(field === null ? null : mapOf(photo));
  return { maps, map, field, differences };
}

/** What the reading's edges come to, from where the plan is seen and with what it wishes of them. */
function useEdgesTold({ painting, plan }: PaintingDetail, reading: ReadingDetail | undefined): EdgesTold | null {
  const { viewingM } = painting.setUp;
  const wishes = plan?.edges;
  const edges = reading?.account?.edges;
  return (
    useMemo(() => edges && tellEdges(edges, { viewingM, wishes: wishes ?? [] }), [edges, viewingM, wishes]) ?? null
  );
}

/** What the reading's thin shapes come to. */
function useStripsTold({ painting }: PaintingDetail, reading: ReadingDetail | undefined): StripsTold | null {
  const { viewingM } = painting.setUp;
  const account = reading?.account;
  return useMemo(() => account && tellStrips(account, viewingM), [account, viewingM]) ?? null;
}

/** Everything the parts of the wall show and do, for one session of a painting. */
export function useWallModel(detail: PaintingDetail, number: number) {
  const { painting } = detail;
  const hung = useHung(detail, number);
  const { photo, flat: painted } = hung;
  const { data: whole } = useReading(painting.id, photo?.id ?? null);
  const { waits, reveal } = useGuessing();
  const guessing = waits(photo);
  const reading = guessing ? undefined : whole;
  const aids = useAids();
  const { state, moves } = useWallState();
  const [spot] = useState(() => new Spot());
  const subject: Subject = SUBJECTS.find(([name]) => name === hung.search.get('read'))?.[0] ?? 'all';
  const { moved, found, toPlan, onFlat } = useMoved(whole);
  const inquiry = useInquiry(painting, toPlan);
  const snap = useSnap(painting, { plan: hung.planned, flat: painted });
  const landmarks = useLandmarks(painting, photo, { inquiry, snapped: snap.snapped });
  const { taken, repainted } = useRepainted({ detail, reading, state, moved }, painted);
  // What was taken out is compared with the painting as it is.
  const left = repainted ? painted : hung.left;
  const { beside } = hung;
  const leftName = repainted ? 'as painted' : beside === null ? 'plan' : `session ${beside}`;
  return {
    ...{ detail, painting, number, hung, photo, reading, aids, state, moves, spot, subject, inquiry, snap, landmarks },
    ...{ moved, found, toPlan, taken, repainted, painted, left, leftName, planned: hung.planned, beside },
    flat: repainted ?? painted,
    fitted: useFitted(left?.pixels, detail, whole),
    ...{ guessing, reveal: () => reveal(photo) },
    ...useMap(guessing ? undefined : photo, subject, state.mapped),
    ...useFindingsShown(reading, { subject, more: state.more, onFlat }),
    mass: reading?.masses.find(({ id }) => id === state.mass) ?? null,
    sitting: seatShown(subject, reading, state.seat),
    edges: useEdgesTold(detail, reading),
    thin: useStripsTold(detail, reading),
    tied: detail.references.filter(({ place, governs }) => place && !governs),
    departures: departurePlaces(detail, reading),
    read(next: Subject) {
      hung.put('read', next === 'all' ? null : next);
      moves.turnTo();
    },
    /** a tap on one picture, shares of it */
    pick(at: Point, side: Side) {
      if (inquiry.tool === 'landmarks') return landmarks.tap(at, side);
      // Where no plan hangs at the left, nothing there is planned.
      if (side === 'plan' && inquiry.takesPoints && (beside !== null || repainted)) return;
      if (inquiry.tool) return inquiry.tap(at, side, snap.snapped);
      const mm: Point = [at[0] * painting.widthMm, at[1] * painting.heightMm];
      const place = side === 'flat' ? toPlan(mm) : mm;
      moves.pin(at, reading?.masses.find((one) => placeHolds(one.place, place))?.id ?? null);
    },
  };
}
export type WallModel = ReturnType<typeof useWallModel>;

const Context = createContext<WallModel | null>(null);
export const WallProvider = Context.Provider;

/** The wall this part belongs to. @throws Error outside of one */
export function useWall(): WallModel {
  const wall = useContext(Context);
  if (!wall) throw new Error('useWall outside of a wall');
  return wall;
}
