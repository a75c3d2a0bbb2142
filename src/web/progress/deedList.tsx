import { useState } from 'react';
import { useDeeds } from '../api/queries';
import { whenDone } from '../painting/undoLine';

function Deeds({ paintingId }: { paintingId: string }) {
  const { data = [] } = useDeeds(paintingId);
  return (
    <ol
      className="small mt-2 max-w-3xl"
      style={{ maxHeight: 320, overflowY: 'auto' }}
      tabIndex={0}
      aria-label="What was done"
    >
      {data.map((deed) => (
        <li key={deed.id} className="flex justify-between gap-5 py-1" style={{ borderTop: '1px solid var(--rule)' }}>
          <span style={deed.undoneAt ? { textDecoration: 'line-through' } : undefined}>{deed.words}</span>
          <span className="shrink-0">
            {deed.undoneAt ? 'undone' : ''} {whenDone(deed)}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** Everything that was done to a painting, newest first; asked for when it is opened. */
export function DeedList({ paintingId }: { paintingId: string }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-6 mb-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="line cursor-pointer">What was done</summary>
      {open && <Deeds paintingId={paintingId} />}
    </details>
  );
}
