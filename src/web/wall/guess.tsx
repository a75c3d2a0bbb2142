import { useState } from 'react';
import { WALL_TEXT } from '../../core/words';
import type { Photo } from '../../contract';
import { useAction } from '../api/queries';
import { useSettings } from '../settings';
import { ProblemNote } from '../ui/problem';
import { WordSwitch } from '../ui/words';
import { momentInWords } from '../words';

/** Before any number: what bothers the painter, in a few words. The first one stands. */
export function GuessForm({ paintingId, photo, onSkip }: { paintingId: string; photo: Photo; onSkip?: () => void }) {
  const [words, setWords] = useState('');
  const { settings, change } = useSettings();
  const say = useAction('setImpression', paintingId);
  return (
    <section aria-label="Before the numbers">
      <h3>Before the numbers</h3>
      <label className="flex flex-col gap-1">
        <span className="serif">{WALL_TEXT.whatBothers}</span>
        <textarea
          rows={3}
          maxLength={600}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          placeholder="the bowl swims; the wall is too warm"
        />
      </label>
      <div className="mt-2 flex flex-wrap gap-4">
        <button
          className={onSkip ? 'btn act' : 'btn'}
          disabled={words.trim() === '' || say.isPending}
          onClick={() => say.mutate({ params: { photoId: photo.id }, body: { words: words.trim() } })}
        >
          Keep my guess
        </button>
        {onSkip && (
          <button className="line" onClick={onSkip}>
            Show the numbers
          </button>
        )}
      </div>
      <p className="small mt-2">
        {WALL_TEXT.guessExplained}
        {!onSkip && (
          <WordSwitch on={settings.guessFirst} onSwitch={(guessFirst) => change({ guessFirst })}>
            Guess first
          </WordSwitch>
        )}
      </p>
      <ProblemNote error={say.error} />
    </section>
  );
}

/** The guess beside what was measured. */
export function Guessed({ impression }: { impression: NonNullable<Photo['impression']> }) {
  return (
    <section aria-label="Your guess" className="mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
      <h3>You said first</h3>
      <p className="serif">“{impression.words}”</p>
      <p className="small">{momentInWords(impression.at)}, before any number was shown</p>
    </section>
  );
}
