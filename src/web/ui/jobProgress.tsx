import type { Job } from '../../contract';
import { call } from '../api/client';

/** What long work is doing, how far it is, and a way to stop it. */
export function JobProgress({ job }: { job: Job | null }) {
  if (!job || (job.state !== 'running' && job.state !== 'queued')) return null;
  return (
    <div role="status" aria-live="polite">
      <p className="small">{job.doing}</p>
      <div className="my-1 h-2" style={{ border: '1px solid var(--ink)' }}>
        <div className="h-full" style={{ width: `${Math.round(100 * job.share)}%`, background: 'var(--ink)' }} />
      </div>
      <button className="line small" onClick={() => void call('stopJob', { params: { jobId: job.id } })}>
        Stop
      </button>
    </div>
  );
}
