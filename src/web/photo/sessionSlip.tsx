import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { PaintingDetail, Session } from '../../contract';
import { sessionInWords, STUDIO_TEXT } from '../../core/words';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { dayInWords } from '../words';

function About({ detail, session, onDone }: { detail: PaintingDetail; session: Session; onDone: () => void }) {
  const change = useAction('changeSession', detail.painting.id);
  const [date, setDate] = useState(session.date);
  const [intention, setIntention] = useState(session.intention);
  const same = date === session.date && intention.trim() === session.intention;
  return (
    <form
      className="mt-3 flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(
          { params: { sessionId: session.id }, body: { date, intention: intention.trim() } },
          { onSuccess: onDone },
        );
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="font-semibold">Day</span>
        <input type="date" required value={date} onChange={(event) => setDate(event.target.value)} />
      </label>
      <label className="flex flex-col gap-1">
        <span className="font-semibold">What it was meant for</span>
        <input value={intention} maxLength={200} onChange={(event) => setIntention(event.target.value)} />
      </label>
      <button className="btn self-start" disabled={same || !date || change.isPending}>
        Keep it so
      </button>
      <ProblemNote error={change.error} />
    </form>
  );
}

function Remove({ detail, session }: { detail: PaintingDetail; session: Session }) {
  const navigate = useNavigate();
  const { id } = detail.painting;
  const remove = useAction('deleteSession', id);
  const leave = { onSuccess: () => void navigate(`/painting/${id}/photo`) };
  return (
    <div className="slip-rule mt-4 border-t pt-3">
      <p className="serif mb-2">{STUDIO_TEXT.deleteSession}</p>
      <button
        className="btn"
        disabled={remove.isPending}
        onClick={() => remove.mutate({ params: { sessionId: session.id } }, leave)}
      >
        Delete session {session.number}
      </button>
      <ProblemNote error={remove.error} />
    </div>
  );
}

/** Which session this is; its day and intention can be changed, and it can be deleted. */
export function SessionSlip({ detail, session }: { detail: PaintingDetail; session: Session }) {
  const [open, setOpen] = useState(false);
  const words = sessionInWords(session.number, dayInWords(session.date), session.intention);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <span className="small ml-auto">
        {words}{' '}
        <Dialog.Trigger asChild>
          <button className="line" aria-label={`Change session ${session.number}, or delete it`}>
            Change
          </button>
        </Dialog.Trigger>
      </span>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="slip dialog" aria-describedby={undefined}>
          <Dialog.Title asChild>
            <h2>Session {session.number}</h2>
          </Dialog.Title>
          <About detail={detail} session={session} onDone={() => setOpen(false)} />
          <Remove detail={detail} session={session} />
          <Dialog.Close className="line mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
