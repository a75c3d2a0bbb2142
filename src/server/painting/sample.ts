import type { Job } from '../../contract';
import { sampleAtInWords, STUDIO_TEXT } from '../../core/words';
import { InputError } from '../images/inputError';
import type { Studio } from '../studio/studio';

/** Starts making the sample painting; asked twice it is made once. @throws InputError where there is none to make */
export function addSample(studio: Studio): Job {
  const { sample, jobs } = studio;
  if (!sample) throw new InputError('no-sample', STUDIO_TEXT.noSample, 404);
  const already = jobs.underWay(null, 'sample');
  if (already) return already;
  return jobs.post({ kind: 'sample', photoId: null }, (signal, tell) =>
    sample(studio, {
      signal,
      tell: ({ session, of }) => tell({ doing: sampleAtInWords(session, of), share: (session - 1) / of }),
    }),
  );
}
