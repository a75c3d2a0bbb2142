import { useQueryClient } from '@tanstack/react-query';
import { isToday } from 'date-fns';
import type { DeedDone, Journal } from '../../contract';
import { doneInWords, lastInWords } from '../../core/words';
import { WINDOW } from '../api/client';
import { keys, useAction } from '../api/queries';
import { useKeys } from '../keyboard';
import { dayInWords, timeInWords } from '../words';
import { ProblemNote } from '../ui/problem';

/** When it was done, and where, if not here. */
export function whenDone({ at, by }: DeedDone): string {
  const whence = by === WINDOW ? 'here' : by === 'phone' || by === 'program' ? by : 'elsewhere';
  return doneInWords(timeInWords(at), { day: isToday(at) ? null : dayInWords(at), whence });
}

function Turn({ deed, words, hotkey, onTurn }: { deed: DeedDone; words: string; hotkey: string; onTurn: () => void }) {
  return (
    <button className="line" title={`${deed.words}: ${whenDone(deed)}`} onClick={onTurn}>
      {words} <kbd>{hotkey}</kbd>
    </button>
  );
}

interface Props {
  readonly journal: Journal;
  /** '' = what belongs to no painting */
  readonly paintingId: string;
  /** a second one, under the hand where the page is long: the keys are the first one's */
  readonly second?: boolean;
}

/** What was done last can be undone, and done again, in every room. */
export function UndoLine({ journal: { undo, redo }, paintingId, second = false }: Props) {
  const client = useQueryClient();
  const action = useAction('setUndone', paintingId);
  const turn = (deed: DeedDone | null, undone: boolean) => () => {
    if (!deed || action.isPending) return;
    const shown = paintingId ? [keys.painting(paintingId)] : [keys.arrivals, keys.putAway];
    // Also where it came too late: what was done meanwhile is then in sight.
    const onSettled = () => {
      for (const queryKey of shown) void client.invalidateQueries({ queryKey });
    };
    action.mutate({ params: { deedId: deed.id }, body: { undone } }, { onSettled });
  };
  const [back, again] = [turn(undo, true), turn(redo, false)];
  useKeys(second ? {} : { z: undo ? back : undefined, y: redo ? again : undefined }, { outer: true });
  if (!undo && !redo) return null;
  const last = redo ?? undo;
  return (
    <div className="small flex min-w-0 flex-wrap items-baseline gap-x-5" role="group" aria-label="Undo">
      <span className="min-w-0 truncate" aria-live={second ? undefined : 'polite'}>
        {last && lastInWords(last.words, last === redo)}
      </span>
      {undo && <Turn deed={undo} words="Undo" hotkey="Z" onTurn={back} />}
      {redo && <Turn deed={redo} words="Redo" hotkey="Y" onTurn={again} />}
      <ProblemNote error={action.error} />
    </div>
  );
}
