import { useState } from 'react';
import { KnownLength, type PaintingDetail } from '../../contract';
import { aidScaleOf } from '../../core/plan';
import { aidScaleInWords, PLAN_TEXT } from '../../core/words';
import { useAction } from '../api/queries';
import { useSettings } from '../settings';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';

const MM_PER_INCH = 25.4;
const FRESH: KnownLength = { name: '', should: 100, measures: 100 };

/** A known length on one aid, in the painter's unit, and whether the aid is true to size. */
function Measured({
  aid,
  onPut,
  onDelete,
}: {
  aid: KnownLength;
  onPut: (aid: KnownLength) => void;
  onDelete?: () => void;
}) {
  const { units } = useSettings().settings;
  const per = units === 'mm' ? 1 : MM_PER_INCH;
  const length = (which: 'should' | 'measures', label: string) => (
    <NumberField
      label={label}
      shown
      value={aid[which] / per}
      min={5 / per}
      max={5000 / per}
      step={units === 'mm' ? 0.5 : 0.02}
      unit={units}
      onValue={(typed) => onPut({ ...aid, [which]: typed * per })}
    />
  );
  return (
    <li className="border-t py-2" style={{ borderColor: 'var(--slip-rule)' }}>
      <label className="flex flex-col gap-1">
        <span className="small">{PLAN_TEXT.aidCalled}</span>
        <input
          className="tight !py-1"
          key={aid.name}
          defaultValue={aid.name}
          placeholder={PLAN_TEXT.aidExample}
          maxLength={60}
          onBlur={(event) =>
            event.target.value.trim() !== aid.name && onPut({ ...aid, name: event.target.value.trim() })
          }
        />
      </label>
      <div className="mt-1 flex flex-wrap gap-4">
        {length('should', PLAN_TEXT.lengthShould)}
        {length('measures', PLAN_TEXT.lengthMeasures)}
      </div>
      {aid.name && onDelete && (
        <>
          <p className="serif mt-2" data-testid="aid-scale">
            {aidScaleInWords(aid.name, aidScaleOf(aid))}
          </p>
          <button className="line small" onClick={onDelete}>
            Take it off
          </button>
        </>
      )}
    </li>
  );
}

/** Aids, lenses and prints with a known length measured on each: whether they change the scale. */
export function TrueToSize({ detail: { painting } }: { detail: PaintingDetail }) {
  const change = useAction('changePainting', painting.id);
  const [fresh, setFresh] = useState(FRESH);
  const { aids } = painting.setUp;
  const keep = (next: readonly KnownLength[]) =>
    change.mutate({ params: { paintingId: painting.id }, body: { setUp: { ...painting.setUp, aids: [...next] } } });
  return (
    <section className="slip flex flex-col gap-2" aria-label={PLAN_TEXT.trueToSize}>
      <h2>{PLAN_TEXT.trueToSize}</h2>
      <p className="serif">{PLAN_TEXT.measureAid}</p>
      <ul>
        {aids.map((aid, i) => (
          <Measured
            key={i}
            aid={aid}
            onPut={(next) => keep(aids.map((old, k) => (k === i ? next : old)))}
            onDelete={() => keep(aids.filter((_, k) => k !== i))}
          />
        ))}
        {aids.length < 6 && <Measured aid={fresh} onPut={setFresh} />}
      </ul>
      {aids.length < 6 && (
        <button
          className="btn self-start"
          disabled={!fresh.name}
          onClick={() => {
            keep([...aids, fresh]);
            setFresh(FRESH);
          }}
        >
          Keep this length
        </button>
      )}
      <ProblemNote error={change.error} />
    </section>
  );
}

/** What stands before same-size work while an aid is not true to size. */
export function SizeWarning({ detail: { painting } }: { detail: PaintingDetail }) {
  const untrue = painting.setUp.aids.filter((aid) => !aidScaleOf(aid).true);
  return untrue.map((aid, i) => (
    <p key={i} className="serif" role="note">
      {aidScaleInWords(aid.name, aidScaleOf(aid))}
    </p>
  ));
}
