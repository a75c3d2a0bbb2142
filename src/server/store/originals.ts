import type { Knex } from 'knex';
import { mkdir, open, readdir, rename, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { originalIn } from './files';

const DAY_MS = 86_400_000;

/** Where originals that nothing names lie until the painter has looked at them. */
export const unclaimedOf = (folder: string): string => join(folder, 'unclaimed');

/** Digests that something of the studio names: photographs, references, what waits in the inbox. */
export async function namedDigests(db: Knex): Promise<Set<string>> {
  const rows = (await db.union([
    db('photo').select('sha256'),
    db('reference').select('sha256'),
    db('arrival').whereNotNull('sha256').select('sha256'),
  ])) as { sha256: string }[];
  return new Set(rows.map(({ sha256 }) => sha256));
}

/** Digests of the originals that are there. */
export async function keptDigests(folder: string): Promise<string[]> {
  const entries = await readdir(join(folder, 'originals'), { recursive: true, withFileTypes: true }).catch(() => []);
  return entries.filter((entry) => entry.isFile() && /^[0-9a-f]{64}$/.test(entry.name)).map(({ name }) => name);
}

const BEGINNINGS: readonly [ending: string, begins: RegExp][] = [
  ['.jpg', /^ffd8ff/],
  ['.png', /^89504e47/],
  ['.webp', /^52494646.{8}57454250/],
  ['.tif', /^(49492a00|4d4d002a)/],
  ['.heic', /^.{8}66747970/],
];

/** The ending a person's other programs know a picture by, from its first bytes; '' where they tell nothing. */
async function endingOf(path: string): Promise<string> {
  const file = await open(path);
  const head = Buffer.alloc(12);
  await file.read(head, 0, 12, 0).finally(() => file.close());
  return BEGINNINGS.find(([, begins]) => begins.test(head.toString('hex')))?.[0] ?? '';
}

/**
 * Moves originals that nothing names and that are a day old to a folder of their own: what an upload that was cut off
 * has left, or somebody's
 * photographs after an older database was brought back. Nothing is deleted.
 * @returns how many were moved
 */
export async function setAsideUnclaimed(db: Knex, folder: string, now: Date): Promise<number> {
  const named = await namedDigests(db);
  let moved = 0;
  for (const sha256 of await keptDigests(folder)) {
    if (named.has(sha256)) continue;
    const path = originalIn(folder, sha256);
    const facts = await stat(path).catch(() => null);
    if (!facts || now.getTime() - facts.mtimeMs < DAY_MS) continue;
    await mkdir(unclaimedOf(folder), { recursive: true });
    await rename(path, join(unclaimedOf(folder), `${sha256}${await endingOf(path)}`));
    moved++;
  }
  // Named in the very moment it was moved: then it is nobody's no longer.
  const { back } = moved > 0 ? await bringBack(await namedDigests(db), folder) : { back: 0 };
  return moved - back;
}

/**
 * Brings originals back that something names and that were set aside.
 * @returns how many came back, and digests that are still missing
 */
export async function bringBack(
  named: ReadonlySet<string>,
  folder: string,
): Promise<{ back: number; missing: string[] }> {
  const kept = new Set(await keptDigests(folder));
  const aside = new Map((await listUnclaimed(folder)).map(({ name }) => [name.slice(0, 64), name]));
  const missing: string[] = [];
  let back = 0;
  for (const sha256 of named) {
    if (kept.has(sha256)) continue;
    const path = originalIn(folder, sha256);
    await mkdir(dirname(path), { recursive: true });
    await rename(join(unclaimedOf(folder), aside.get(sha256) ?? sha256), path).then(
      () => back++,
      () => missing.push(sha256),
    );
  }
  return { back, missing };
}

/** What lies unclaimed. */
export async function listUnclaimed(folder: string): Promise<{ name: string; bytes: number; at: Date }[]> {
  const names = await readdir(unclaimedOf(folder)).catch(() => []);
  const files = await Promise.all(
    names.map(async (name) => {
      const facts = await stat(join(unclaimedOf(folder), name)).catch(() => null);
      return facts?.isFile() ? [{ name, bytes: facts.size, at: facts.mtime }] : [];
    }),
  );
  return files.flat();
}
