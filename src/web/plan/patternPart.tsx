import type { Painting, PlanContent } from '../../contract';
import { sharesInWords } from '../../core/words';
import { useScale } from '../settings';
import { NumberField } from '../ui/numberField';
import { WordChoice } from '../ui/words';
import { Bitmap } from './bitmap';

type Pattern = PlanContent['pattern'];

/** The value patterns of the plan as pictures, with where their tones part. */
interface Patterns {
  readonly two: ImageBitmap | null;
  readonly three: ImageBitmap | null;
  readonly tones: ImageBitmap | null;
  readonly splits: readonly number[];
  readonly shares: Parameters<typeof sharesInWords>[0];
}

const TONES = [3, 4, 5, 6, 7, 8, 9].map((tones) => [tones, tones] as const);

/** The patterns beside one another; the plan's own in a frame. */
export function PatternRow({
  painting,
  pattern,
  patterns,
  split,
}: {
  painting: Painting;
  pattern: Pattern;
  patterns: Patterns | null;
  split: number;
}) {
  const scale = useScale();
  const shown = [
    ['two', 'Two values', `threshold ${scale.show(split)}`],
    ['three', 'Three', ''],
    ['tones', `${pattern.tones} values`, 'the plan’s number'],
  ] as const;
  return (
    <div className="mt-3 grid grid-cols-2 gap-4 sm:grid-cols-3">
      {shown.map(([which, title, words]) => (
        <figure key={which}>
          <div
            className="relative w-full"
            style={{
              aspectRatio: painting.widthMm / painting.heightMm,
              outline: which === 'tones' ? '3px solid var(--ink)' : undefined,
            }}
          >
            <Bitmap bitmap={patterns?.[which] ?? null} label={`The pattern in ${title.toLowerCase()}`} />
          </div>
          <figcaption className="small mt-1">
            <b>{title}</b>&ensp;{words}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

/** Where light and shadow part, how many tones there are and where each ends. */
export function PatternDials({
  pattern,
  patterns,
  split,
  onChange,
}: {
  pattern: Pattern;
  patterns: Patterns | null;
  split: number;
  onChange: (pattern: Pattern) => void;
}) {
  return (
    <>
      <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <label className="flex items-center gap-3">
          <span className="small">Light-shadow threshold</span>
          <input
            type="range"
            className="w-44"
            min={1}
            max={9}
            step={0.1}
            value={split}
            aria-label="Light-shadow threshold"
            onChange={(event) => onChange({ ...pattern, split: Number(event.target.value) })}
          />
        </label>
        {pattern.split !== null && (
          <button className="line small" onClick={() => onChange({ ...pattern, split: null })}>
            find it again
          </button>
        )}
        <WordChoice
          label="Values of the pattern"
          options={TONES}
          value={pattern.tones}
          onChoose={(tones) => onChange({ ...pattern, tones, splits: null })}
        >
          <span className="small">values</span>
        </WordChoice>
      </div>
      {patterns && <Splits pattern={pattern} splits={patterns.splits} onChange={onChange} />}
      {patterns && (
        <p className="serif mt-2" style={{ fontSize: 18 }}>
          {sharesInWords(patterns.shares)}
        </p>
      )}
    </>
  );
}

/** Where each tone ends, to be set by hand. */
function Splits({
  pattern,
  splits,
  onChange,
}: {
  pattern: Pattern;
  splits: readonly number[];
  onChange: (pattern: Pattern) => void;
}) {
  const scale = useScale();
  const put = (index: number, shown: number) => {
    const next = splits.map((old, k) => (k === index ? scale.value(shown) : old));
    onChange({ ...pattern, splits: next.sort((a, b) => a - b) });
  };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <span className="small">Thresholds</span>
      {splits.map((at, i) => (
        <NumberField
          key={`${pattern.tones}-${i}`}
          label={`Value at which tone ${i + 1} ends`}
          value={scale.number(at)}
          min={0}
          max={10}
          step={0.1}
          onValue={(shown) => put(i, shown)}
        />
      ))}
      {pattern.splits && (
        <button className="line small" onClick={() => onChange({ ...pattern, splits: null })}>
          find them again
        </button>
      )}
    </div>
  );
}
