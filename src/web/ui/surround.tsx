import { useSettings } from '../settings';
import { WordChoice, WordSwitch } from './words';

const SCALES = [
  ['black-is-0', '0 is black'],
  ['white-is-0', '0 is white'],
] as const;

const SIZES = ['usual', 'larger', 'largest'] as const;
const SURROUNDS = ['dark', 'middle', 'light'] as const;

/** Dark, middle or light grey round the pictures, which way the value scale runs, and how large the words are. */
export function SurroundChoice() {
  const { settings, change } = useSettings();
  return (
    <div className="small flex flex-wrap items-baseline gap-x-6">
      <WordChoice
        label="Surround"
        className="flex items-baseline gap-3"
        lead={<span>Surround</span>}
        options={SURROUNDS.map((surround) => [surround, surround] as const)}
        value={settings.surround}
        onChoose={(surround) => change({ surround })}
      />
      <WordChoice
        label="Value scale"
        className="flex items-baseline gap-3"
        lead={<span>Values</span>}
        options={SCALES}
        value={settings.scale}
        onChoose={(scale) => change({ scale })}
      >
        <label className="flex items-baseline gap-2">
          in
          <select
            className="bare !px-1 !py-0"
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
      </WordChoice>
      <WordChoice
        label="Word size"
        className="flex items-baseline gap-3"
        lead={<span>Words</span>}
        options={SIZES.map((size) => [size, size] as const)}
        value={settings.textSize}
        onChoose={(textSize) => change({ textSize })}
      />
      <WordSwitch
        on={settings.guessFirst}
        title="Ask what bothers you before a reading shows its numbers"
        onSwitch={(guessFirst) => change({ guessFirst })}
      >
        Guess first
      </WordSwitch>
    </div>
  );
}
