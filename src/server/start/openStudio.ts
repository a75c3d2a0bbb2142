import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { inboxOf } from '../inbox';
import { hireCrew } from '../jobs/crew';
import { JobBoard } from '../jobs/jobBoard';
import { PhoneDoor } from '../phone/phoneDoor';
import { openDatabase, watchChanges } from '../store/database';
import { openFiles } from '../store/files';
import { lockFolder, type FolderLock } from '../store/folderLock';
import { PROGRAM, type Sample, type Studio } from '../studio/studio';
import { Turns } from '../studio/turns';
import { realWorld } from '../world';

/** A studio that is open, and how it is closed. */
export interface OpenStudio {
  readonly studio: Studio;
  readonly lock: FolderLock;
  close(): Promise<void>;
}

/**
 * Opens the studio in a folder, which is made where it is missing: first the lock, then the database, so that a second
 * program ends
 * before it has touched anything.
 * @param worker bundled jobs/worker
 */
export async function openStudio(
  folder: string,
  { worker, camera, sample, log }: { worker: string; camera: string | null; sample: Sample | null; log: Logger },
): Promise<OpenStudio> {
  await mkdir(folder, { recursive: true });
  const lock = await lockFolder(folder);
  try {
    const files = await openFiles(folder);
    const file = join(folder, 'studio.sqlite');
    const db = await openDatabase(file);
    const watcher = watchChanges(file);
    const crew = hireCrew(worker);
    const world = realWorld;
    const jobs = new JobBoard(world, (cause) => log.error(cause));
    const studio: Studio = {
      db,
      changes: watcher.changes,
      files,
      crew,
      jobs,
      world,
      hand: PROGRAM,
      turns: new Turns(),
      inbox: inboxOf(folder),
      phone: new PhoneDoor(files),
      camera,
      sample,
    };
    const close = async () => {
      await studio.phone.lock();
      await crew.dismiss();
      watcher.close();
      await db.destroy();
      await lock.release();
    };
    return { studio, lock, close };
  } catch (cause) {
    await lock.release();
    throw cause;
  }
}
