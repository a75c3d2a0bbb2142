import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Job } from '../../contract';
import { STUDIO_TEXT } from '../../core/words';
import { call, type Refused } from '../api/client';
import { keys, useJob } from '../api/queries';
import { JobProgress } from '../ui/jobProgress';
import { ProblemNote } from '../ui/problem';

/** A finished painting to look round in, before there is one of one's own. */
export function SampleOffer() {
  const client = useQueryClient();
  const ask = useMutation<Job, Refused>({ mutationFn: () => call('addSample') });
  const job = useJob(ask.data ?? null, () => void client.invalidateQueries({ queryKey: keys.studio }));
  const busy = ask.isPending || job?.state === 'queued' || job?.state === 'running';
  return (
    <div className="mt-8 border-t pt-5" style={{ borderColor: 'var(--rule)' }}>
      <p className="serif mb-4">{busy ? STUDIO_TEXT.sampleMaking : STUDIO_TEXT.sample}</p>
      {!busy && (
        <button className="btn" onClick={() => ask.mutate()}>
          Look at the sample painting
        </button>
      )}
      <JobProgress job={job} />
      {job?.problem && (
        <p className="problem" role="alert">
          {job.problem}
        </p>
      )}
      <ProblemNote error={ask.error} />
    </div>
  );
}
