import { useState } from 'react';
import type { PlanDraft } from './draft';
import { dayInWords } from '../words';
import { WordChoice } from '../ui/words';

const TOLERANCES = [
  ['tight', '2 mm'],
  ['medium', '3 mm'],
  ['free', '6 mm'],
] as const;

/** Versions of the outline: one governs, and how tightly. */
export function DrawingsSlip({ plan: { draft, change } }: { plan: PlanDraft }) {
  const [name, setName] = useState('');
  const keep = () => {
    if (!name.trim()) return;
    const drawing = {
      id: crypto.randomUUID(),
      name: name.trim(),
      keptAt: new Date().toISOString(),
      masses: draft.masses,
      edits: draft.edits,
    };
    change({ drawings: [...draft.drawings, drawing], governing: drawing.id });
    setName('');
  };
  return (
    <section aria-label="Drawings">
      <h3>Which drawing governs</h3>
      <ul>
        <li>
          <button className="word" aria-pressed={draft.governing === null} onClick={() => change({ governing: null })}>
            the masses as they stand
          </button>
        </li>
        {draft.drawings.map((drawing) => (
          <li key={drawing.id} className="flex items-baseline justify-between gap-2">
            <button
              className="word"
              aria-pressed={draft.governing === drawing.id}
              onClick={() => change({ governing: drawing.id })}
            >
              {' '}
              {drawing.name}
            </button>
            <span className="small">{dayInWords(drawing.keptAt)}</span>
          </li>
        ))}
      </ul>
      <div className="mt-1 flex gap-2">
        <input
          className="tight min-w-0 flex-1 !py-1"
          placeholder="charcoal, second drawing"
          aria-label="Name of the drawing to keep"
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && keep()}
        />{' '}
        <button className="line" disabled={!name.trim()} onClick={keep}>
          Keep it
        </button>
      </div>
      <WordChoice
        label="How far a contour may wander"
        className="words mt-1"
        options={TOLERANCES.map(([tolerance, mm]) => [tolerance, tolerance, `A contour may wander ${mm}`] as const)}
        value={draft.tolerance}
        onChoose={(tolerance) => change({ tolerance })}
      />
    </section>
  );
}
