import { useState } from 'react';
import type { Painting, PlanContent } from '../../contract';
import { PLAN_TEXT, sharesInWords } from '../../core/words';
import { ToneStack } from '../charts/toneStack';
import { WordChoice } from '../ui/words';
import type { Rendering } from '../workers/planWorker';
import { Bitmap } from './bitmap';
import { useAsked, type PlanWorker } from './usePlanWorker';

type Pattern = PlanContent['pattern'];

/** The value patterns under a hand: what it pulls is seen at once, and kept when it lets go. */
export function usePatternDesk(
  worker: PlanWorker | null,
  { rendering, pattern, onChange }: { rendering: Rendering; pattern: Pattern; onChange: (pattern: Pattern) => void },
) {
  const [pulled, setPulled] = useState<Pattern | null>(null);
  const shown = pulled ?? pattern;
  const question = `${worker?.name}${JSON.stringify(rendering)}${JSON.stringify(shown)}`;
  const patterns = useAsked(worker, question, (api) => api.patterns(rendering, shown));
  const put = (part: Partial<Pattern>, done = true) => {
    const next = { ...shown, ...part };
    setPulled(done ? null : next);
    if (done) onChange(next);
  };
  return {
    pattern: shown,
    patterns,
    split: shown.split ?? patterns?.split ?? 5,
    splits: shown.splits ?? (patterns?.splits.length === shown.tones - 1 ? patterns.splits : []),
    put,
  };
}
type PatternDesk = ReturnType<typeof usePatternDesk>;

const TONES = [3, 4, 5, 6, 7, 8, 9].map((tones) => [tones, tones] as const);

function PatternPicture({
  painting,
  bitmap,
  title,
}: {
  painting: Painting;
  bitmap: ImageBitmap | null;
  title: string;
}) {
  return (
    <div className="relative w-full" style={{ aspectRatio: painting.widthMm / painting.heightMm }}>
      <Bitmap bitmap={bitmap} label={title} />
    </div>
  );
}

/** The picture in light and shadow, and in the plan's tones; between them how much of the canvas each tone takes. */
export function PatternPart({ painting, desk }: { painting: Painting; desk: PatternDesk }) {
  const { pattern, patterns, split, splits, put } = desk;
  return (
    <section aria-label="Value patterns" className="mt-4">
      <div className="grid grid-cols-2 items-start gap-x-4 gap-y-2 lg:items-center lg:grid-cols-[minmax(0,1fr)_240px_minmax(0,1fr)]">
        <figure className="m-0 min-w-0">
          <PatternPicture painting={painting} bitmap={patterns?.two ?? null} title="The pattern in two values" />
          <figcaption className="mt-1 flex min-h-11 flex-wrap items-center gap-x-4">
            <b>Light and shadow</b>
            {pattern.split !== null && (
              <button className="line small" onClick={() => put({ split: null })}>
                find it again
              </button>
            )}
          </figcaption>
        </figure>
        <div className="order-last col-span-2 lg:order-none lg:col-span-1">
          {patterns && (
            <ToneStack
              amounts={patterns.amounts}
              split={split}
              splits={splits}
              onSplit={(value, done) => put({ split: value }, done)}
              onSplits={(values, done) => put({ splits: [...values] }, done)}
            />
          )}
        </div>
        <figure className="m-0 min-w-0">
          <PatternPicture
            painting={painting}
            bitmap={patterns?.tones ?? null}
            title={`The pattern in ${pattern.tones} values`}
          />
          <figcaption className="mt-1 flex min-h-11 flex-wrap items-center gap-x-4">
            <WordChoice
              label="Values of the pattern"
              className="words !gap-x-2"
              options={TONES}
              value={pattern.tones}
              onChoose={(tones) => put({ tones, splits: null })}
            >
              <span className="small">values</span>
            </WordChoice>
            {pattern.splits && (
              <button className="line small" onClick={() => put({ splits: null })}>
                find them again
              </button>
            )}
          </figcaption>
        </figure>
      </div>
      <p className="small mt-1">{PLAN_TEXT.pullTones}</p>
      {patterns && (
        <p className="serif mt-1" style={{ fontSize: '1.125rem' }}>
          {sharesInWords(patterns.shares)}
        </p>
      )}
    </section>
  );
}
