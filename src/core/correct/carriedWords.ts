/** A word the painter said in an earlier reading, that goes on. */
export interface Carried {
  readonly decision: 'taken' | 'dismissed' | 'later';
  readonly session: number;
  readonly why: string;
}

const SAID: { [D in Carried['decision']]: (session: number, because: string) => string } = {
  taken: (session) => `Taken in session ${session}: it stands on the list once, however often it is found.`,
  dismissed: (session, because) =>
    `Dismissed in session ${session}${because}; it has not changed since, so it stays silent.`,
  later: (session, because) => `Put off in session ${session}${because}.`,
};

/** What was said of a finding before, in a sentence. */
export const carriedInWords = ({ decision, session, why }: Carried): string =>
  SAID[decision](session, why ? `: “${why}”` : '');
