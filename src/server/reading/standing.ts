import type { Knex } from 'knex';
import type { Decision } from '../../contract';
import type { Carried } from '../../core/correct';
import { groupedBy } from '../studio/grouped';

/** The painter's word on a finding: said of itself, or of an earlier one on the same thread. */
export interface Word {
  readonly decision: Decision;
  readonly why: string;
  readonly correctionId: string | null;
  /** the session it was said in */
  readonly session: number;
}

/** How a finding stands. */
export interface Standing {
  /** id of the newest decision on the finding itself, also one that was taken back; null = none */
  readonly decisionId: string | null;
  /** what is in force: its own word, or one that goes on from an earlier reading; null = it waits for a decision */
  readonly decided: Word | null;
  /** it was dismissed in an earlier reading and nothing was done there since: it stays silent */
  readonly silenced: Word | null;
  /**
   * what of an earlier reading goes on: taken, dismissed, or put off. Put off in an earlier session, it is asked about
   * again.
   */
  readonly carried: (Word & Carried) | null;
}
export const WAITS: Standing = { decisionId: null, decided: null, silenced: null, carried: null };

interface WordRow extends Omit<Word, 'decision'> {
  readonly findingId: string;
  readonly decisionId: string;
  readonly decision: Decision | null;
  /** 1 = said of the finding itself */
  readonly own: number;
  /** 1 = said in the finding's own session */
  readonly here: number;
  readonly open: number | null;
}

/**
 * A word of an earlier reading as it goes on. What the plan took over does not: were it struck out there, it would
 * speak.
 */
function carriedBy(word: WordRow | undefined): Pick<Standing, 'decided' | 'silenced' | 'carried'> {
  const none = { decided: null, silenced: null, carried: null };
  if (!word?.decision || word.decision === 'planned') return none;
  const carried = { ...word, decision: word.decision };
  if (carried.decision === 'dismissed') return { ...none, silenced: carried, carried };
  if (carried.decision === 'later') return { ...none, decided: word.here === 1 ? carried : null, carried };
  // On the list it is once, however often it is found; off the list it is found anew.
  return word.open === 1 ? { ...none, decided: carried, carried } : none;
}

/** How the findings of some readings stand, by the findings' ids; what is missing waits. */
export async function standingsIn(db: Knex, readingIds: readonly string[]): Promise<Map<string, Standing>> {
  const rows = (await db.raw(
    `SELECT f.id AS findingId, d.id AS decisionId, d.decision, d.why, d.correctionId, gs.number AS session,
       g.id = f.id AS own, gs.id = fs.id AS here, c.open
     FROM finding f JOIN reading fr ON fr.id = f.readingId JOIN photo fp ON fp.id = fr.photoId JOIN session fs ON fs.id = fp.sessionId
     JOIN decision d ON d.thread = f.thread AND d.rowid = (SELECT max(rowid) FROM decision WHERE findingId = d.findingId)
     JOIN finding g ON g.id = d.findingId
     JOIN reading gr ON gr.id = g.readingId JOIN photo gp ON gp.id = gr.photoId JOIN session gs ON gs.id = gp.sessionId
     LEFT JOIN correction c ON c.id = d.correctionId
     WHERE f.readingId IN (${readingIds.map(() => '?').join()})
       AND (g.id = f.id OR (gs.number > 0 AND gs.number < fs.number) OR (gp.id = fp.id AND gr.rowid < fr.rowid))
     ORDER BY d.rowid DESC`,
    [...readingIds],
  )) as WordRow[];
  return new Map(
    [...groupedBy(rows, ({ findingId }) => findingId)].map(([id, words]): [string, Standing] => {
      const own = words.find((word) => word.own === 1);
      const decisionId = own?.decisionId ?? null;
      if (own?.decision) return [id, { ...WAITS, decisionId, decided: { ...own, decision: own.decision } }];
      // The newest word of an earlier reading that was not taken back.
      return [id, { decisionId, ...carriedBy(words.find((word) => word.own === 0 && word.decision !== null)) }];
    }),
  );
}
