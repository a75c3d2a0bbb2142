import { useSyncExternalStore } from 'react';

/** A change that came too late, until the painter has said what to do. */
export interface Conflict {
  /** what happened in between */
  readonly words: string;
  readonly answer: (choice: 'mine' | 'theirs') => void;
}

let waiting: readonly Conflict[] = [];
const listeners = new Set<() => void>();

function set(next: readonly Conflict[]): void {
  waiting = next;
  for (const listener of listeners) listener();
}

/** Asks the painter whose version is to stay. */
export const askPainter = (words: string): Promise<'mine' | 'theirs'> =>
  new Promise((chosen) => {
    const conflict: Conflict = {
      words,
      answer: (choice) => {
        set(waiting.filter((one) => one !== conflict));
        chosen(choice);
      },
    };
    set([...waiting, conflict]);
  });

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** The one that is asked about now; null = nothing is. */
export const useConflict = (): Conflict | null => useSyncExternalStore(subscribe, () => waiting[0] ?? null);
