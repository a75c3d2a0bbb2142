import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { PHOTO_TEXT } from '../../core/words';
import { InputError } from '../images/inputError';
import { openRoom } from './budget';
import type { Progress, TaskName, Tasks } from './tasks';

/** What a worker thread sends back. */
type Outcome<N extends TaskName> =
  | { readonly answer: Tasks[N]['answer']; readonly problem?: undefined }
  | { readonly problem: { name: string; message: string; code?: string; status?: number } };

interface Options {
  readonly signal?: AbortSignal;
  readonly onProgress?: (progress: Progress) => void;
}

/** The worker threads. */
export interface Crew {
  run<N extends TaskName>(name: N, ask: Tasks[N]['ask'], options?: Options): Promise<Tasks[N]['answer']>;
  dismiss(): Promise<void>;
}

/** What the core refuses: a code for machines and a sentence. */
const REFUSED: Record<string, readonly [code: string, words: string]> = {
  CornersRefused: [
    'corners',
    "These corners cannot be a canvas: they cross or lie on one line. The photo is kept. Drag them to the canvas's corners, clockwise from its top left.",
  ],
  AnotherPicture: ['another-picture', PHOTO_TEXT.anotherPicture],
};

/** Hires worker threads: two, so that a preview never waits for a reading. @param workerFile bundled jobs/worker */
export function hireCrew(workerFile: string): Crew {
  const pool = new Piscina({
    filename: workerFile,
    workerData: openRoom(),
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });
  return {
    async run<N extends TaskName>(name: N, ask: Tasks[N]['ask'], { signal, onProgress }: Options = {}) {
      const channel = onProgress ? new MessageChannel() : null;
      channel?.port1.on('message', (progress: Progress) => onProgress?.(progress));
      channel?.port1.unref();
      try {
        const outcome = (await pool.run(
          { name, ask, port: channel?.port2 ?? null },
          { signal, transferList: channel ? [channel.port2] : [] },
        )) as Outcome<N>;
        if (!outcome.problem) return outcome.answer;
        const { name: kind, message, code, status } = outcome.problem;
        if (kind === 'InputError') throw new InputError(code ?? 'input', message, status);
        if (REFUSED[kind]) throw new InputError(...REFUSED[kind]);
        throw Object.assign(new Error(`${kind}: ${message}`), { code });
      } finally {
        channel?.port1.close();
      }
    },
    dismiss: () => pool.destroy(),
  };
}
