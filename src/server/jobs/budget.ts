import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

/**
 * Room for decoded pictures in all worker threads together, MB. With what the threads and the server need besides, 1.2
 * GB are not passed.
 */
export const ROOM_MB = 640;
const LOOK_MS = 15;
const LARGE_MB = 120; // a photograph of 24 million pixels

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

/** Shared by the threads: what is left of the room. */
export const openRoom = (): SharedArrayBuffer => {
  const shared = new SharedArrayBuffer(4);
  new Int32Array(shared)[0] = ROOM_MB;
  return shared;
};

/**
 * One thread's part of the room. A task that holds none waits until there is enough, or until nobody else holds any;
 * one that holds some
 * takes more without waiting, so that two never wait for each other.
 */
export class Budget {
  private readonly left: Int32Array;
  private held = 0;
  constructor(shared: SharedArrayBuffer) {
    this.left = new Int32Array(shared);
  }

  /** Takes room for so many bytes. */
  async take(bytes: number): Promise<void> {
    const wanted = Math.ceil(bytes / 1e6);
    for (;;) {
      const left = Atomics.load(this.left, 0);
      const free = this.held > 0 || left >= wanted || left >= ROOM_MB;
      if (free && Atomics.compareExchange(this.left, 0, left, left - wanted) === left) break;
      if (!free) await new Promise((later) => setTimeout(later, LOOK_MS));
    }
    this.held += wanted;
  }

  /**
   * Gives back all that this thread holds. Of large pictures only once they are really gone: the collector is in no
   * hurry by itself.
   */
  async giveBack(): Promise<void> {
    if (this.held > LARGE_MB) {
      // What was collected is let go of in the next turn, and what that held in the one after.
      for (let turn = 0; turn < 2; turn++) {
        await new Promise((later) => setImmediate(later));
        collect();
      }
      await new Promise((later) => setImmediate(later));
    }
    Atomics.add(this.left, 0, this.held);
    this.held = 0;
  }
}
