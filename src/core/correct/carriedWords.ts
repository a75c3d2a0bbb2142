/** A word the painter said in an earlier reading, that goes on. */
export interface Carried {
  readonly decision: 'taken' | 'dismissed' | 'later';
  readonly session: number;
  readonly why: string;
}

/** In a sentence, and in brief for a list where the decision stands beside it. */
interface Told {
  readonly words: string;
  readonly brief: string;
}

const SAID: { [D in Carried['decision']]: (session: number, because: string) => Told } = {
  taken: (session) => ({
    words: `Taken in session ${session}: it stands on the list once, however often it is found.`,
    brief: `on the list since session ${session}`,
  }),
  dismissed: (session, because) => ({
    words: `Dismissed in session ${session}${because}; it has not changed since, so it stays silent.`,
    brief: `session ${session}${because}`,
  }),
  later: (session, because) => ({
    words: `Put off in session ${session}${because}.`,
    brief: `put off in session ${session}${because}`,
  }),
};

/** What was said of a finding before, with the painter's reason. */
export const carriedInWords = ({ decision, session, why }: Carried): Told =>
  SAID[decision](session, why ? `: “${why}”` : '');
