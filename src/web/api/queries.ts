import { useIsMutating, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import {
  fileUrl,
  Job,
  type PaintingDetail,
  type Photo,
  type Reference,
  type ResponseOf,
  type RouteName,
} from '../../contract';
import { call, LEFT, type Refused, type Sent } from './client';

const painting = (id: string) => ['painting', id] as const;
export const keys = {
  studio: ['studio'] as const,
  painting,
  masses: (id: string, plan: number) => [...painting(id), 'masses', plan] as const,
  reading: (id: string, photoId: string) => [...painting(id), 'photo', photoId, 'reading'] as const,
  quality: (id: string, { id: photoId, corners, greys, areas, lightFrom, lamp, surface, room, hour, covered }: Photo) =>
    [
      ...painting(id),
      'photo',
      photoId,
      'quality',
      { corners, greys, areas, lightFrom, lamp, surface, room, hour, covered },
    ] as const,
  history: (id: string, photoId: string) => [...painting(id), 'photo', photoId, 'history'] as const,
  settings: ['settings'] as const,
  arrivals: ['arrivals'] as const,
  putAway: ['put-away'] as const,
};

export const useStudio = () => useQuery({ queryKey: keys.studio, queryFn: () => call('listPaintings') });
/** What waits in the inbox; looked at again every few seconds while the page is open. */
export const useArrivals = () =>
  useQuery({ queryKey: keys.arrivals, queryFn: () => call('listArrivals'), refetchInterval: 4000 });
/** One painting; while corners are being looked for anywhere in it, it is asked for again and again. */
export const usePainting = (id: string) =>
  useQuery({
    queryKey: keys.painting(id),
    queryFn: () => call('getPainting', { params: { paintingId: id } }),
    refetchInterval: ({ state }) =>
      state.data?.sessions.some(({ photos }) => photos.some(({ looking }) => looking)) ? 1200 : false,
  });
export const useReading = (id: string, photoId: string | null) =>
  useQuery({
    queryKey: keys.reading(id, photoId ?? ''),
    queryFn: () => call('getReading', { params: { photoId: photoId ?? '' } }),
    enabled: photoId !== null,
  });
/** What was done to a painting, newest first; asked again with the painting. */
export const useDeeds = (id: string) =>
  useQuery({ queryKey: [...painting(id), 'deeds'], queryFn: () => call('listDeeds', { params: { paintingId: id } }) });
/** How good a photograph is before it is read; asked again when anything it rests on changes. */
export const useQuality = (id: string, photo: Photo, wanted: boolean) =>
  useQuery({
    queryKey: keys.quality(id, photo),
    queryFn: () => call('judgePhoto', { params: { photoId: photo.id } }),
    enabled: wanted && photo.corners !== null && photo.role === 'canvas',
    retry: false,
    placeholderData: (before, query) => (query?.queryKey[3] === photo.id ? before : undefined),
  });
/** What a reference hides under its crop. */
export const useAudit = (id: string, reference: Reference | null) =>
  useQuery({
    queryKey: [...painting(id), 'audit', reference?.id, reference?.crop, reference?.place],
    queryFn: () => call('auditReference', { params: { referenceId: reference?.id ?? '' } }),
    enabled: reference !== null,
  });
/** Every version of the plan. */
export const usePlans = (id: string) =>
  useQuery({ queryKey: [...painting(id), 'plans'], queryFn: () => call('listPlans', { params: { paintingId: id } }) });
export const useMasses = (id: string, plan: number | null) =>
  useQuery({
    queryKey: keys.masses(id, plan ?? 0),
    queryFn: () => call('getMasses', { params: { paintingId: id } }),
    enabled: plan !== null,
  });

/** Puts a fresh description in place of the old one; everything below it is asked again. */
export async function refresh(client: QueryClient, id: string, detail?: PaintingDetail): Promise<void> {
  if (detail) client.setQueryData(keys.painting(id), detail);
  const below = id ? [keys.painting(id)] : [keys.arrivals, keys.putAway];
  await Promise.all([...below, keys.studio].map((queryKey) => client.invalidateQueries({ queryKey })));
}

const turnsOf = (paintingId: string) => `turns ${paintingId}`;
/** Whether something of a painting that is kept in its turn is under way, or waits for its turn. */
export const useKeeping = (paintingId: string): boolean =>
  useIsMutating({ predicate: ({ options }) => options.scope?.id === turnsOf(paintingId) }) > 0;

/**
 * An action of the contract on one painting; afterwards all that is shown of it is fresh.
 * @param paintingId '' = what belongs to none
 * @param inTurn it waits until what was asked for before it, in its turn too, is kept
 */
export function useAction<N extends RouteName>(name: N, paintingId: string, { inTurn = false } = {}) {
  const client = useQueryClient();
  return useMutation<ResponseOf<N>, Refused, Sent<N>>({
    ...(inTurn && { scope: { id: turnsOf(paintingId) } }),
    mutationFn: (sent) => call(name, sent),
    onSuccess: () => refresh(client, paintingId),
    onError: ({ code }) => (code === LEFT ? refresh(client, paintingId) : undefined),
  });
}

const AGAIN_MS = 1000; // after a stream has broken it is taken up again

const isOpen = ({ state }: Job) => state === 'queued' || state === 'running';

/**
 * Listens to a job over server-sent events until it has ended; a stream that breaks is taken up again.
 * @param tell is called with every change; null = nothing is known of it any more
 * @returns stops listening
 */
function followJob(id: string, tell: (job: Job | null) => void): () => void {
  let left = false;
  let stop = () => {};
  const listen = () => {
    const stream = new EventSource(fileUrl('jobProgress', id));
    stop = () => stream.close();
    stream.onmessage = ({ data }) => {
      const job = Job.parse(JSON.parse(data as string));
      if (!isOpen(job)) stream.close();
      tell(job);
    };
    stream.onerror = () => {
      // The stream ends with the work; when it breaks before, one look tells how things stand.
      stream.close();
      const again = () => {
        const timer = setTimeout(listen, AGAIN_MS);
        stop = () => clearTimeout(timer);
      };
      const look = (job: Job) => {
        if (left) return;
        tell(job);
        if (isOpen(job)) again();
      };
      const gone = ({ code }: Refused) => {
        if (left) return;
        if (code === 'unreachable') again();
        else tell(null);
      };
      call('getJob', { params: { jobId: id } }).then(look, gone);
    };
  };
  listen();
  return () => {
    left = true;
    stop();
  };
}

/** Follows a job to its end; calls back once it has ended. */
export function useJob(start: Job | null, onEnd: (job: Job) => void): Job | null {
  const [job, setJob] = useState(start);
  const id = start?.id;
  useEffect(() => {
    setJob(start);
    if (!id) return;
    return followJob(id, (next) => {
      setJob(next);
      if (next && !isOpen(next)) onEnd(next);
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a job is followed by its id alone
  }, [id]);
  return job;
}
