import { hiddenInWords } from '../../core/words';
import { useState } from 'react';
import type { Covered, Photo } from '../../contract';
import { useAction } from '../api/queries';
import { useSettings } from '../settings';
import { ProblemNote } from '../ui/problem';

const KINDS = [
  ['nothing', 'the whole canvas'],
  ['frame', 'the window of a frame'],
  ['tape', 'the area inside tape'],
] as const;
const SIDES = ['top', 'right', 'bottom', 'left'] as const;
const HIDDEN_MM = 6; // an ordinary rebate

/** What the four corners enclose, and how much of the canvas lies hidden on each side. */
export function CoveredChoice({ paintingId, photo }: { paintingId: string; photo: Photo }) {
  const change = useAction('changePhoto', paintingId);
  const { settings } = useSettings();
  const { covered } = photo;
  const per = settings.units === 'mm' ? 1 : 25.4;
  const set = (next: Covered) => change.mutate({ params: { photoId: photo.id }, body: { covered: next } });
  const choose = (by: Covered['by']) => {
    const first = covered.top + covered.right + covered.bottom + covered.left === 0;
    const sides = first ? { top: HIDDEN_MM, right: HIDDEN_MM, bottom: HIDDEN_MM, left: HIDDEN_MM } : covered;
    set(by === 'nothing' ? { by, top: 0, right: 0, bottom: 0, left: 0 } : { ...sides, by });
  };
  return (
    <div className="mt-1" role="group" aria-label="What the corners enclose">
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span className="small">The corners enclose</span>
        {KINDS.map(([by, words]) => (
          <button key={by} className="word small" aria-pressed={covered.by === by} onClick={() => choose(by)}>
            {words}
          </button>
        ))}
      </p>
      {covered.by !== 'nothing' && (
        <p className="small mt-1 flex flex-wrap items-center gap-x-4">
          <span>Under the {covered.by === 'frame' ? 'frame' : 'tape'} lie</span>
          {SIDES.map((side) => (
            <Hidden
              key={`${side}${covered[side]}`}
              side={side}
              shown={+(covered[side] / per).toFixed(2)}
              onKeep={(amount) => set({ ...covered, [side]: amount * per })}
            />
          ))}
          <span>{hiddenInWords(settings.units)}</span>
        </p>
      )}
      <ProblemNote error={change.error} />
    </div>
  );
}

function Hidden({ side, shown, onKeep }: { side: string; shown: number; onKeep: (amount: number) => void }) {
  const [text, setText] = useState(String(shown));
  const amount = Number(text.replace(',', '.'));
  const keep = () => {
    if (text.trim() !== '' && amount >= 0 && amount !== shown) onKeep(amount);
    else setText(String(shown));
  };
  return (
    <label>
      {side}{' '}
      <input
        className="tight w-14 !px-2 !py-1"
        inputMode="decimal"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
    </label>
  );
}
