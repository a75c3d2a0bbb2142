import type { ReactNode } from 'react';
import type { PaintingDetail } from '../../contract';
import type { Laid } from '../stage/hung';
import { WordChoice, WordSwitch } from '../ui/words';

const WAYS = [
  ['side', 'Side by side', 'key Escape'],
  ['plumb', 'One over the other', 'key O'],
  ['blink', 'Blink', 'key Space'],
] as const;

/** Sessions whose photograph was read: they have a flat that can hang. */
export const readSessions = (detail: PaintingDetail) =>
  detail.sessions.flatMap(({ number, photos }) => {
    const photo = photos.filter(({ readingId }) => readingId).at(-1);
    return photo ? [{ number, photo }] : [];
  });

interface Hung {
  readonly laid: Laid;
  readonly onLaid: (laid: Laid) => void;
  /** session hung beside the painting in the plan's place; null = the plan */
  readonly beside: number | null;
  readonly onBeside: (number: number | null) => void;
  readonly others: readonly number[];
  /** there is no plan to hang */
  readonly planless: boolean;
}

/** How the pictures hang: side by side, one over the other, blinking; and what hangs beside the painting. */
export function Hanging({ laid, onLaid, beside, onBeside, others, planless }: Hung) {
  const ways = planless && beside === null ? [] : WAYS;
  return (
    <WordChoice label="How the pictures hang" className="words ml-auto" options={ways} value={laid} onChoose={onLaid}>
      <label className="flex items-baseline gap-2">
        beside
        <select
          className="bare !border-0 !bg-transparent !px-0 !py-1"
          style={{ borderBottom: '1px solid' }}
          value={beside ?? ''}
          onChange={(e) => onBeside(e.target.value === '' ? null : Number(e.target.value))}
        >
          <option value="">{planless ? 'nothing' : 'the plan'}</option>
          {others.map((n) => (
            <option key={n} value={n}>
              session {n}
            </option>
          ))}
        </select>
      </label>
    </WordChoice>
  );
}

interface Over {
  readonly marks: boolean;
  readonly onMarks: (on: boolean) => void;
  /** references tied to a place; null = there are none */
  readonly details: boolean | null;
  readonly onDetails: (on: boolean) => void;
  readonly onAlone: () => void;
  readonly zoomed: boolean;
  readonly onWhole: () => void;
  readonly children?: ReactNode;
}

/** What is drawn over the pictures. */
export function OverPictures({ marks, onMarks, details, onDetails, onAlone, zoomed, onWhole, children }: Over) {
  return (
    <div className="words ml-auto" role="group" aria-label="What is drawn over the pictures">
      {children}
      <WordSwitch on={marks} onSwitch={onMarks}>
        Marks
      </WordSwitch>
      {details !== null && (
        <WordSwitch on={details} onSwitch={onDetails}>
          Other references
        </WordSwitch>
      )}
      <button className="word max-sm:hidden" title="Folds everything else away: key E" onClick={onAlone}>
        Only the pictures
      </button>
      {zoomed && (
        <button className="word" onClick={onWhole}>
          Whole picture <kbd>0</kbd>
        </button>
      )}
    </div>
  );
}
