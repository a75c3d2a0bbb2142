import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { BodyOf, PaintingSummary, ResponseOf } from '../../contract';
import { STUDIO_TEXT } from '../../core/words';
import { call, type Refused } from '../api/client';
import { keys, useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';

type Shelf = BodyOf<'shelvePainting'>['shelf'];

/** Puts a painting into the archive, takes it out, or deletes it; the studio is in the answer. */
export function useShelf(id: string) {
  const client = useQueryClient();
  return useMutation<ResponseOf<'shelvePainting'>, Refused, Shelf>({
    mutationFn: (shelf) => call('shelvePainting', { params: { paintingId: id }, body: { shelf } }),
    onSuccess: (studio) => {
      client.setQueryData(keys.studio, studio);
      for (const queryKey of [keys.putAway, keys.arrivals]) void client.invalidateQueries({ queryKey });
    },
  });
}

/** One thing that can be done, and what it means. */
function Way({ words, button, busy, onDo }: { words: string; button: string; busy: boolean; onDo: () => void }) {
  return (
    <div className="slip-rule mt-4 border-t pt-3">
      <p className="serif mb-2">{words}</p>
      <button className="btn" disabled={busy} onClick={onDo}>
        {button}
      </button>
    </div>
  );
}

function Rename({ painting: { id, title }, onDone }: { painting: PaintingSummary; onDone: () => void }) {
  const [typed, setTyped] = useState(title);
  const change = useAction('changePainting', id);
  const name = typed.trim();
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name && name !== title)
          change.mutate({ params: { paintingId: id }, body: { title: name } }, { onSuccess: onDone });
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="font-semibold">Title</span>
        <input value={typed} maxLength={120} onChange={(event) => setTyped(event.target.value)} />
      </label>
      <button className="btn mt-3" disabled={!name || name === title || change.isPending}>
        Rename it
      </button>
      <ProblemNote error={change.error} />
    </form>
  );
}

/** Rename, archive, delete: asked for rarely, so it stands in a slip of its own. */
export function PutPainting({ painting }: { painting: PaintingSummary }) {
  const [open, setOpen] = useState(false);
  const shelf = useShelf(painting.id);
  const put = (where: Shelf) => () => shelf.mutate(where, { onSuccess: () => setOpen(false) });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button className="line" aria-label={`Rename, archive or delete “${painting.title}”`}>
          Rename, archive, delete
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="slip dialog" aria-describedby={undefined}>
          <Dialog.Title asChild>
            <h2 className="break-words">{painting.title}</h2>
          </Dialog.Title>
          <Rename painting={painting} onDone={() => setOpen(false)} />
          <Way
            words={STUDIO_TEXT.archiveKeeps}
            button="Put it into the archive"
            busy={shelf.isPending}
            onDo={put('archive')}
          />
          <Way words={STUDIO_TEXT.deleteKeeps} button="Delete it" busy={shelf.isPending} onDo={put('deleted')} />
          <ProblemNote error={shelf.error} />
          <Dialog.Close className="line mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
