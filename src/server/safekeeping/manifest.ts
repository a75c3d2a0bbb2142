import { z } from 'zod';

const Digest = z.string().regex(/^[0-9a-f]{64}$/);
const Part = z.object({ sha256: Digest, bytes: z.number().int().min(0) });

/** What a backup holds: the database as it was at one moment, and every original once. */
export const Manifest = z.object({
  format: z.literal('revlin-backup'),
  version: z.literal(1),
  made: z.iso.datetime(),
  database: Part,
  originals: z.array(Part),
  /** named by the database, but not in the folder */
  missing: z.array(Digest),
  /** in the folder, but no longer the bytes that were kept */
  damaged: z.array(Digest),
});
export type Manifest = z.infer<typeof Manifest>;

export const DATABASE = 'studio.sqlite';
export const MANIFEST = 'manifest.json';
export const originalEntry = (sha256: string): string => `originals/${sha256.slice(0, 2)}/${sha256}`;
