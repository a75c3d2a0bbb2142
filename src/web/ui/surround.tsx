import { useSettings } from '../settings';

const SURROUNDS = ['dark', 'middle', 'light'] as const;

/** Dark, middle or light grey round the pictures, and which way the value scale runs. */
export function SurroundChoice() {
  const { settings, change } = useSettings();
  const blackIsZero = settings.scale === 'black-is-0';
  return (
    <div className="small flex flex-wrap items-baseline gap-x-6">
      <div className="flex items-baseline gap-3" role="group" aria-label="Surround">
        <span>Surround</span>
        {SURROUNDS.map((surround) => (
          <button
            key={surround}
            className="word"
            aria-pressed={settings.surround === surround}
            onClick={() => change({ surround })}
          >
            {surround}
          </button>
        ))}
      </div>
      <div className="flex items-baseline gap-3" role="group" aria-label="Value scale">
        <span>Values</span>
        <button className="word" aria-pressed={blackIsZero} onClick={() => change({ scale: 'black-is-0' })}>
          0 is black
        </button>
        <button className="word" aria-pressed={!blackIsZero} onClick={() => change({ scale: 'white-is-0' })}>
          0 is white
        </button>
        <label className="flex items-baseline gap-2">
          in
          <select
            className="!min-h-0 !px-1 !py-0"
            style={{ border: 0, borderBottom: '1px solid' }}
            value={settings.scaleSteps}
            onChange={(e) => change({ scaleSteps: Number(e.target.value) as 10 | 9 | 5 })}
          >
            {[10, 9, 5].map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
          steps
        </label>
      </div>
      <button
        className="word"
        aria-pressed={settings.guessFirst}
        title="Ask what bothers you before a reading shows its numbers"
        onClick={() => change({ guessFirst: !settings.guessFirst })}
      >
        Guess first
      </button>
    </div>
  );
}
