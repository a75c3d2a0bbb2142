import { useQueryClient } from '@tanstack/react-query';
import { isToday } from 'date-fns';
import { useEffect, useState } from 'react';
import type { DeedDone, Journal } from '../../contract';
import { doneInWords, lastInWords } from '../../core/words';
import { WINDOW } from '../api/client';
import { refresh, useAction, useKeeping } from '../api/queries';
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

/** Undoing and redoing: each waits until all that was done before it is kept, and is about what was done last then. */
function useTurns({ undo, redo }: Journal, paintingId: string) {
  const client = useQueryClient();
  const { mutate, error } = useAction('setUndone', paintingId, { inTurn: true });
  const [waiting, setWaiting] = useState<readonly boolean[]>([]);
  const keeping = useKeeping(paintingId);
  useEffect(() => {
    const [undone, ...rest] = waiting;
    if (keeping || undone === undefined) return;
    setWaiting(rest);
    const deed = undone ? undo : redo;
    if (!deed) return;
    // What was done meanwhile is in sight where it came too late.
    const onError = () => void refresh(client, paintingId);
    mutate({ params: { deedId: deed.id }, body: { undone } }, { onError });
  }, [waiting, keeping, undo, redo, mutate, client, paintingId]);
  return { turn: (undone: boolean) => setWaiting((all) => [...all, undone]), error };
}

/** What was done last can be undone, and done again, in every room. */
export function UndoLine({ journal: { undo, redo }, paintingId, second = false }: Props) {
  const { turn, error } = useTurns({ undo, redo }, paintingId);
  const [back, again] = [() => turn(true), () => turn(false)];
  useKeys(second ? {} : { z: back, y: again }, { outer: true });
  if (!undo && !redo) return null;
  const last = redo ?? undo;
  return (
    <div className="small flex min-w-0 flex-wrap items-baseline gap-x-5" role="group" aria-label="Undo">
      <span className="min-w-0 truncate" aria-live={second ? undefined : 'polite'}>
        {last && lastInWords(last.words, last === redo)}
      </span>
      {undo && <Turn deed={undo} words="Undo" hotkey="Z" onTurn={back} />}
      {redo && <Turn deed={redo} words="Redo" hotkey="Y" onTurn={again} />}
      <ProblemNote error={error} />
    </div>
  );
}
