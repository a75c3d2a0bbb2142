import type { Job } from '../../contract';
import { refusalFor, UNEXPECTED } from '../refusals';
import type { World } from '../world';

type State = Job['state'];
type Move = 'start' | 'finish' | 'fail' | 'stop';
const MOVES: Record<State, Partial<Record<Move, State>>> = {
  queued: { start: 'running', stop: 'stopped', fail: 'failed' },
  running: { finish: 'done', fail: 'failed', stop: 'stopped' },
  done: {},
  failed: {},
  stopped: {},
};

/** Pictures of work that has not ended. */
export interface Pictures {
  readonly flat?: Uint8Array;
  readonly map?: Uint8Array;
}

/** How far work is, and what is there of it by now. */
export interface Told extends Pick<Job, 'doing' | 'share'> {
  readonly early?: Partial<NonNullable<Job['early']>>;
  readonly pictures?: Pictures;
}

const NOTHING_YET: NonNullable<Job['early']> = { flat: false, map: false, masses: [] };

interface Entry {
  job: Job;
  pictures: Pictures;
  readonly abort: AbortController;
  readonly watchers: Set<(job: Job) => void>;
}

const KEEP = 200; // ended jobs remembered

const isOpen = ({ state }: Job) => state === 'queued' || state === 'running';

/**
 * Long work under way: what, how far, and how to stop it. Lives in memory; what a job has committed is in the database.
 */
export class JobBoard {
  private readonly entries = new Map<string, Entry>();
  /** @param report is told of failures that nobody foresaw */
  constructor(
    private readonly world: World,
    private readonly report: (cause: unknown) => void = () => undefined,
  ) {}

  /** Posts a job and starts it; the work gets a signal that says stop and a way to tell its progress. */
  post(
    about: Pick<Job, 'kind' | 'photoId'>,
    work: (signal: AbortSignal, tell: (told: Told) => void) => Promise<void>,
  ): Job {
    const job: Job = {
      id: this.world.newId(),
      ...about,
      state: 'queued',
      doing: 'waiting',
      share: 0,
      problem: null,
      code: null,
      early: null,
    };
    const entry: Entry = { job, pictures: {}, abort: new AbortController(), watchers: new Set() };
    // Pictures of ended work are in its result by now.
    for (const other of this.entries.values()) if (!isOpen(other.job)) other.pictures = {};
    this.entries.set(job.id, entry);
    void this.carryOut(entry, work);
    return job;
  }

  /** Of those that have ended the oldest go; work under way is never forgotten, however much of it there is. */
  private forget(): void {
    const over = [...this.entries].filter(([, { job }]) => !isOpen(job)).slice(0, -KEEP);
    for (const [id] of over) this.entries.delete(id);
  }

  private async carryOut(
    entry: Entry,
    work: (signal: AbortSignal, tell: (told: Told) => void) => Promise<void>,
  ): Promise<void> {
    this.move(entry, 'start', {});
    try {
      await work(entry.abort.signal, ({ doing, share, early, pictures }) => {
        entry.pictures = { ...entry.pictures, ...pictures };
        this.move(entry, null, {
          doing,
          share,
          ...(early && { early: { ...(entry.job.early ?? NOTHING_YET), ...early } }),
        });
      });
      this.move(entry, 'finish', { doing: 'done', share: 1 });
    } catch (cause) {
      const stopped = entry.abort.signal.aborted;
      const refusal = refusalFor(cause);
      if (!stopped && !refusal) this.report(cause);
      this.move(entry, stopped ? 'stop' : 'fail', {
        doing: stopped ? 'stopped' : 'failed',
        problem: stopped ? null : (refusal?.detail ?? UNEXPECTED),
        code: stopped ? null : (refusal?.code ?? 'unexpected'),
      });
    }
    // Remembered in the order they ended.
    this.entries.delete(entry.job.id);
    this.entries.set(entry.job.id, entry);
    this.forget();
  }

  private move(entry: Entry, move: Move | null, change: Partial<Job>): void {
    const state = move === null ? entry.job.state : MOVES[entry.job.state][move];
    if (!state || (move === null && state !== 'running')) return;
    entry.job = { ...entry.job, ...change, state };
    for (const watcher of entry.watchers) watcher(entry.job);
  }

  get(id: string): Job | undefined {
    return this.entries.get(id)?.job;
  }

  /** A picture of work under way; undefined where there is none yet or no more. */
  picture(id: string, which: keyof Pictures): Uint8Array | undefined {
    return this.entries.get(id)?.pictures[which];
  }

  /** The job of a kind under way for a photo, if any. @param photoId null = about no photograph */
  underWay(photoId: string | null, kind: Job['kind']): Job | undefined {
    const entries = [...this.entries.values()];
    return entries.find(({ job }) => job.photoId === photoId && job.kind === kind && isOpen(job))?.job;
  }

  /** Waits until a job has ended, however it did. */
  ended(id: string): Promise<void> {
    return new Promise((done) => {
      const leave = this.watch(id, (job) => {
        if (isOpen(job)) return;
        setImmediate(() => leave());
        done();
      });
      if (!this.get(id)) done();
    });
  }

  stop(id: string): Job | undefined {
    const entry = this.entries.get(id);
    if (!entry) return undefined;
    this.move(entry, 'stop', { doing: 'stopped' });
    entry.abort.abort();
    return entry.job;
  }

  /** Calls back with every change, at once with the present state; returns its own undo. */
  watch(id: string, watcher: (job: Job) => void): () => void {
    const entry = this.entries.get(id);
    if (!entry) return () => undefined;
    entry.watchers.add(watcher);
    watcher(entry.job);
    return () => entry.watchers.delete(watcher);
  }
}
