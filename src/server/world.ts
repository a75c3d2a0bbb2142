import { randomUUID } from 'node:crypto';

/** Clock and ids come in through one door, so that tests can bring their own. */
export interface World {
  now(): Date;
  newId(): string;
}
export const realWorld: World = { now: () => new Date(), newId: () => randomUUID() };
