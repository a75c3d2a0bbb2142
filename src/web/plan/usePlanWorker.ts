import { releaseProxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { PLAN_TEXT } from '../../core/words';
import { fileUrl, type PaintingDetail } from '../../contract';
import type { Pin } from '../../core/plan';
import type { Point } from '../../core/raster';
import type { PlanApi } from '../workers/planWorker';

/** What is known of an opened reference. */
export interface OpenedBase {
  readonly treeMs: number;
  readonly width: number;
  readonly height: number;
  readonly range: { readonly darkest: number; readonly middle: number; readonly lightest: number };
  /** the darkest and the lightest spot, and where they lie (canvas mm) */
  readonly extremes: Record<'darkest' | 'lightest', { readonly at: Point; readonly value: number }>;
  /** share of each fifth of a step, the fullest 1 */
  readonly histogram: readonly number[];
}

export interface PlanWorker {
  readonly api: Remote<PlanApi>;
  readonly base: OpenedBase;
  /** changes with everything the worker has open */
  readonly name: string;
}

/** The plan's worker with the reference open in it; null while it is being opened. */
export function usePlanWorker(
  { painting, reference }: PaintingDetail,
  pins: readonly Pin[],
): { worker: PlanWorker | null; problem: string | null } {
  const remote = useRef<Remote<PlanApi> | null>(null);
  const [worker, setWorker] = useState<PlanWorker | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    const thread = new Worker(new URL('../workers/planWorker.ts', import.meta.url), { type: 'module' });
    remote.current = wrap<PlanApi>(thread);
    return () => {
      remote.current?.[releaseProxy]();
      remote.current = null;
      thread.terminate();
    };
  }, []);
  const name = reference
    ? JSON.stringify([reference.id, reference.crop, painting.widthMm, painting.heightMm, pins])
    : '';
  useEffect(() => {
    if (!reference || !remote.current) return;
    let current = true;
    const api = remote.current;
    setProblem(null);
    const url = fileUrl('referenceBase', reference.id, { crop: JSON.stringify(reference.crop) });
    api.open(url, { widthMm: painting.widthMm, pins }).then(
      (base) => current && setWorker({ api, base, name }),
      () => current && setProblem(PLAN_TEXT.referenceNotOpened),
    );
    return () => {
      current = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- opened by what it is, whoever describes it
  }, [name]);
  return { worker, problem };
}

/**
 * Something asked of the worker, asked again when the question changes; the last answer stays until the next is there.
 */
export function useAsked<T>(
  worker: PlanWorker | null,
  question: string,
  ask: (api: Remote<PlanApi>) => Promise<T>,
): T | null {
  const [answer, setAnswer] = useState<T | null>(null);
  const running = useRef(false);
  const waiting = useRef<(() => void) | null>(null);
  useEffect(() => {
    if (!worker) return;
    const run = () => {
      running.current = true;
      ask(worker.api)
        // Answers come in the order of asking, so a late one is still nearer than what is shown.
        .then(setAnswer)
        .catch(() => undefined) // a worker that is being closed; a new one is asked again
        .finally(() => {
          running.current = false;
          const next = waiting.current;
          waiting.current = null;
          next?.();
        });
    };
    // While one is under way only the newest question waits: a slider's positions in between are not worth an answer.
    if (running.current) waiting.current = run;
    else run();
    return () => {
      if (waiting.current === run) waiting.current = null;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked again by the question alone
  }, [worker, question]);
  return answer;
}
