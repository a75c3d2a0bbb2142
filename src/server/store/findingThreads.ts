import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';

// Threads of findings as they were when they became rows. Frozen: a database that was brought up to date long ago must
// not be read
// differently by a later version, so this does not follow core/correct.

type Box = readonly [number, number, number, number];
interface Colour {
  readonly value: number;
  readonly lab: readonly [number, number, number];
}
/** What of a finding its thread followed from. */
export interface OldFinding {
  readonly kind: string;
  readonly amount?: number;
  readonly whole?: unknown;
  readonly region?: { readonly box: Box };
  readonly painted?: Colour;
  readonly uncertainty?: { readonly value: number; readonly warmth: number };
  readonly shift?: { readonly by: readonly [number, number]; readonly doubt: number };
}

function overlap([ax, ay, aw, ah]: Box, [bx, by, bw, bh]: Box): number {
  const w = Math.min(ax + aw, bx + bw) - Math.max(ax, bx);
  const h = Math.min(ay + ah, by + bh) - Math.max(ay, by);
  return w <= 0 || h <= 0 ? 0 : (w * h) / (aw * ah + bw * bh - w * h);
}
const still = (by: number, least: number, ...sigmas: number[]) =>
  Math.abs(by) <= Math.max(least, 2 * Math.hypot(...sigmas));

/** Whether a finding says again what an earlier one said, with nothing done there since. */
function saidAgain(now: OldFinding, then: OldFinding): boolean {
  if (now.kind !== then.kind || Boolean(now.whole) !== Boolean(then.whole) || !now.region || !then.region) return false;
  if (overlap(now.region.box, then.region.box) < 0.4) return false;
  if (now.kind === 'drawing') {
    if (!now.shift || !then.shift) return false;
    const [dx, dy] = [now.shift.by[0] - then.shift.by[0], now.shift.by[1] - then.shift.by[1]];
    return still(Math.hypot(dx, dy), 2, now.shift.doubt, then.shift.doubt);
  }
  if (Math.sign(now.amount ?? 0) !== Math.sign(then.amount ?? 0)) return false;
  if (!now.painted || !then.painted || !now.uncertainty || !then.uncertainty) return false;
  if (now.kind === 'value')
    return still(now.painted.value - then.painted.value, 0.3, now.uncertainty.value, then.uncertainty.value);
  const [[, a, b], [, c, d]] = [now.painted.lab, then.painted.lab];
  return still(Math.hypot(a - c, b - d), 4, now.uncertainty.warmth, then.uncertainty.warmth);
}

/** Without its outlines: many are held at once. */
const narrow = ({ kind, amount, whole, region, painted, uncertainty, shift }: OldFinding): OldFinding => {
  return { kind, amount, whole: Boolean(whole), region, painted, uncertainty, shift };
};

interface Said {
  readonly thread: string;
  readonly finding: OldFinding;
  readonly session: number;
  readonly photoId: string;
  /** row of its newest word; 0 = nothing was said */
  readonly word: number;
}
interface OldReading {
  readonly id: string;
  readonly photoId: string;
  readonly paintingId: string;
  readonly session: number;
}

/** Rows of the newest words on findings, by reading and number; words that were taken back are none. */
async function wordsOn(knex: Knex): Promise<Map<string, number>> {
  const rows = (await knex.raw(
    'SELECT readingId, findingIndex, rowid AS word, decision FROM decision WHERE rowid IN (SELECT max(rowid) FROM decision GROUP BY readingId, findingIndex)',
  )) as { readingId: string; findingIndex: number; word: number; decision: string | null }[];
  const said = rows.filter(({ decision }) => decision !== null);
  return new Map(said.map(({ readingId, findingIndex, word }) => [`${readingId} ${findingIndex}`, word]));
}

/** Threads of every reading's findings, in their order, by reading. */
export async function threadsWithin(knex: Knex): Promise<Map<string, string[]>> {
  const words = await wordsOn(knex);
  const readings = (await knex('reading')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .orderBy('reading.rowid')
    .select('reading.id', 'reading.photoId', 'session.paintingId', 'session.number as session')) as OldReading[];
  const known = new Map<string, Said[]>();
  const out = new Map<string, string[]>();
  for (const { id, photoId, paintingId, session } of readings) {
    // One at a time: all results together are more than a machine holds.
    const { result } = (await knex('reading').where({ id }).first('result')) as { result: string };
    const earlier = known.get(paintingId) ?? [];
    // The last word on a place counts most, then what was said last.
    const before = earlier
      .filter((one) => one.session < session || one.photoId === photoId)
      .reverse()
      .sort((a, b) => b.word - a.word);
    const used = new Set<string>();
    const findings = ((JSON.parse(result) as { findings?: OldFinding[] }).findings ?? []).map((finding, position) => {
      const again = before.find((one) => !used.has(one.thread) && saidAgain(finding, one.finding));
      const thread = again?.thread ?? randomUUID();
      used.add(thread);
      return { thread, finding: narrow(finding), session, photoId, word: words.get(`${id} ${position}`) ?? 0 };
    });
    known.set(paintingId, [...earlier, ...findings]);
    out.set(
      id,
      findings.map(({ thread }) => thread),
    );
  }
  return out;
}
