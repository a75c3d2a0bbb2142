import { conflictInWords } from '../../core/words';
import { Dialog } from 'radix-ui';
import { useConflict } from '../api/conflict';

/** What was changed elsewhere is never replaced unseen: the painter says whose stays. */
export function ConflictDialog() {
  const conflict = useConflict();
  return (
    <Dialog.Root open={conflict !== null} onOpenChange={(open) => !open && conflict?.answer('theirs')}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="slip dialog">
          <Dialog.Title asChild>
            <h2>Changed in another window</h2>
          </Dialog.Title>
          <Dialog.Description className="serif mt-2" style={{ fontSize: '1.125rem', lineHeight: '1.625rem' }}>
            {conflict && conflictInWords(conflict.words)}
          </Dialog.Description>
          <div className="mt-5 flex flex-wrap gap-3">
            <button className="btn act" onClick={() => conflict?.answer('mine')}>
              Lay mine on top
            </button>
            <button className="btn" onClick={() => conflict?.answer('theirs')}>
              Leave it as it is there
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
