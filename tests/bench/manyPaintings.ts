import { createHash } from 'node:crypto';
import Database from 'better-sqlite3';

type Row = Record<string, unknown>;

/**
 * Tables of a painting, what is pointed to first; whether their rows are copied once a painting or once a cycle of its
 * sessions.
 */
const TABLES = [
  ['painting', 'once'],
  ['reference', 'once'],
  ['plan', 'once'],
  ['painting_ground', 'once'],
  ['session', 'cycle'],
  ['photo', 'cycle'],
  ['photo_corners', 'cycle'],
  ['photo_greys', 'cycle'],
  ['reading', 'cycle'],
  ['finding', 'cycle'],
  ['mass_reading', 'cycle'],
  ['correction', 'cycle'],
  ['decision', 'cycle'],
  ['correction_check', 'cycle'],
] as const;
const ONCE = new Set(['paintingId', 'referenceId', 'planId']);
/** The painting with the most sessions, and every row that hangs on it. */
const OF_PAINTING: Record<string, string> = {
  painting: 'id = :painting',
  photo: 'sessionId IN (SELECT id FROM session WHERE paintingId = :painting)',
  photo_corners:
    'photoId IN (SELECT p.id FROM photo p JOIN session s ON s.id = p.sessionId WHERE s.paintingId = :painting)',
  reading: 'photoId IN (SELECT p.id FROM photo p JOIN session s ON s.id = p.sessionId WHERE s.paintingId = :painting)',
  finding:
    'readingId IN (SELECT r.id FROM reading r JOIN photo p ON p.id = r.photoId JOIN session s ON s.id = p.sessionId WHERE s.paintingId = :painting)',
  decision:
    'findingId IN (SELECT f.id FROM finding f JOIN reading r ON r.id = f.readingId JOIN photo p ON p.id = r.photoId JOIN session s ON s.id = p.sessionId WHERE s.paintingId = :painting)',
  correction_check: 'correctionId IN (SELECT id FROM correction WHERE paintingId = :painting)',
};
const LIKE: Record<string, string> = { photo_greys: 'photo_corners', mass_reading: 'finding' };

/**
 * Fills a studio's database with copies of its painting that has the most sessions.
 * @param sessions of every painting; a multiple of those it has
 * @returns the new paintings' ids
 */
export function copyPaintings(
  file: string,
  { paintings, sessions }: { paintings: number; sessions: number },
): string[] {
  const db = new Database(file);
  db.pragma('synchronous = OFF');
  const { painting, own } = db
    .prepare('SELECT paintingId AS painting, count(*) AS own FROM session GROUP BY paintingId ORDER BY own DESC')
    .get() as { painting: string; own: number };
  const rows = new Map(
    TABLES.map(([table]) => {
      const where = OF_PAINTING[LIKE[table] ?? table] ?? 'paintingId = :painting';
      return [table, db.prepare(`SELECT * FROM ${table} WHERE ${where} ORDER BY rowid`).all({ painting }) as Row[]];
    }),
  );
  const ids: string[] = [];
  const named = (id: string, ...copy: number[]) => {
    const hex = createHash('sha1')
      .update(`${id} ${copy.join(' ')}`)
      .digest('hex');
    return [
      hex.slice(0, 8),
      hex.slice(8, 12),
      `4${hex.slice(13, 16)}`,
      `8${hex.slice(17, 20)}`,
      hex.slice(20, 32),
    ].join('-');
  };
  const copyOf = (row: Row, once: boolean, [copy, cycle]: [number, number]): Row =>
    Object.fromEntries(
      Object.entries(row).map(([column, value]) => {
        if (typeof value !== 'string' || !/(^id|Id|thread)$/.test(column)) return [column, value];
        return [column, once || ONCE.has(column) ? named(value, copy) : named(value, copy, cycle)];
      }),
    );
  const insert = (table: string, row: Row) =>
    db
      .prepare(
        `INSERT INTO ${table} (${Object.keys(row)
          .map((name) => `"${name}"`)
          .join()}) VALUES (${Object.keys(row)
          .map(() => '?')
          .join()})`,
      )
      .run(Object.values(row));
  for (let copy = 0; copy < paintings; copy++) {
    ids.push(named(painting, copy));
    db.transaction(() => {
      for (const [table, how] of TABLES)
        for (let cycle = 0; cycle < (how === 'once' ? 1 : sessions / own); cycle++)
          for (const row of rows.get(table) ?? []) {
            const made = copyOf(row, how === 'once', [copy, cycle]);
            insert(table, table === 'session' ? { ...made, number: (row.number as number) + cycle * own } : made);
          }
    })();
  }
  db.exec('ANALYZE');
  db.close();
  return ids;
}
