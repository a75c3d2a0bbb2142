import { useState } from 'react';
import { PLAN_TEXT, referenceInWords } from '../../core/words';
import { fileUrl, type PaintingDetail, type Purpose, type Reference } from '../../contract';
import { useAction, useAudit } from '../api/queries';
import { FileDrop } from '../ui/fileDrop';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';
import { AuditWords } from './auditWords';
import { Onpic } from '../stage/onpic';
import { outlinesOf } from '../stage/paths';
import { DrawingCorners } from './drawingCorners';

/** What a reference can be for, in words. */
export const PURPOSES: Record<Purpose, string> = {
  main: 'the main one',
  detail: 'a detail',
  colour: 'its colour',
  'field study': 'a field study',
  'set-up': 'the set-up at an hour',
  'earlier version': 'an earlier version',
  'added thing': 'a thing to add',
  drawing: 'a drawing',
};
const FURTHER = (Object.keys(PURPOSES) as Purpose[]).filter((purpose) => purpose !== 'main');

/** Where the darks are crushed and the lights blown, on the reference as cropped. */
function AuditMap({ detail, reference }: { detail: PaintingDetail; reference: Reference }) {
  const { painting } = detail;
  const { data: audit } = useAudit(painting.id, reference);
  return (
    <>
      <figure className="relative m-0" style={{ aspectRatio: painting.widthMm / painting.heightMm }}>
        <img
          src={fileUrl('referenceBase', reference.id, { crop: JSON.stringify(reference.crop) })}
          alt={`${reference.fileName} as cropped`}
          className="absolute inset-0 h-full w-full"
        />
        <svg
          viewBox={`0 0 ${painting.widthMm} ${painting.heightMm}`}
          className="absolute inset-0 h-full w-full"
          aria-hidden="true"
        >
          {audit && (
            <>
              <Onpic d={outlinesOf(audit.crushed.place.outlines)} dash="2 3" />
              <Onpic d={outlinesOf(audit.blown.place.outlines)} dash="8 3" />
            </>
          )}
        </svg>
      </figure>
      <div className="mt-3">
        <AuditWords audit={audit} />
      </div>
      <p className="small mt-2">{PLAN_TEXT.clippedDashes}</p>
    </>
  );
}

function About({ detail, reference }: { detail: PaintingDetail; reference: Reference }) {
  const change = useAction('changeReference', detail.painting.id);
  const remove = useAction('deleteReference', detail.painting.id);
  const say = (body: Parameters<typeof change.mutate>[0]['body']) =>
    change.mutate({ params: { referenceId: reference.id }, body });
  const text = (field: 'note' | 'source' | 'permission', label: string, placeholder: string) => (
    <label className="flex flex-col gap-1">
      <span className="small">{label}</span>
      <input
        key={`${reference.id}${field}`}
        className="tight !py-1"
        defaultValue={reference[field]}
        placeholder={placeholder}
        maxLength={300}
        onBlur={(event) =>
          event.target.value.trim() !== reference[field] && say({ [field]: event.target.value.trim() })
        }
      />
    </label>
  );
  return (
    <div className="flex flex-col gap-2">
      {!reference.governs && (
        <label className="flex flex-col gap-1">
          <span className="small">It is for</span>
          <select
            className="tight !py-1"
            value={reference.purpose}
            onChange={(event) => say({ purpose: event.target.value as Purpose })}
          >
            {FURTHER.map((purpose) => (
              <option key={purpose} value={purpose}>
                {PURPOSES[purpose]}
              </option>
            ))}
          </select>
        </label>
      )}
      {text('note', 'What to take from it', 'the turn of the handle')}
      {reference.purpose === 'set-up' && (
        <NumberField
          label="Hour it shows"
          shown
          value={reference.hour ?? 12}
          min={0}
          max={23}
          step={1}
          unit="o’clock"
          onValue={(hour) => say({ hour })}
        />
      )}
      {text('source', 'Where it comes from', 'my own photograph')}
      {text('permission', 'Whether it may be used', 'asked on 3 March, yes')}
      {!reference.governs && reference.purpose !== 'drawing' && (
        <ItsPlace detail={detail} reference={reference} onPlace={(place) => say({ place })} />
      )}
      {!reference.governs && (
        <div className="flex flex-wrap gap-x-4">
          <button className="line" onClick={() => say({ governs: true })}>
            Make it the main one
          </button>
          <button className="line" onClick={() => say({ aside: true })}>
            Set it aside
          </button>
          <button className="line" onClick={() => remove.mutate({ params: { referenceId: reference.id } })}>
            Delete it
          </button>
        </div>
      )}
      <ProblemNote error={change.error ?? remove.error} />
    </div>
  );
}

/** The place a reference is for, typed in mm from the canvas's top left; none = all of it. */
function ItsPlace({
  detail,
  reference,
  onPlace,
}: {
  detail: PaintingDetail;
  reference: Reference;
  onPlace: (place: Reference['place']) => void;
}) {
  const { widthMm, heightMm } = detail.painting;
  const box = reference.place;
  const set = (i: number, v: number) => {
    const [w, h] = [widthMm / 4, (widthMm / 4) * (reference.height / reference.width)];
    const next = [...(box ?? [widthMm * 0.375, heightMm * 0.375, w, h])] as [number, number, number, number];
    next[i] = v;
    if (i === 2) next[3] = v * (reference.height / reference.width);
    onPlace(next);
  };
  return (
    <fieldset>
      <legend className="small">{box ? PLAN_TEXT.itsPlace : PLAN_TEXT.forAll}</legend>
      <div className="flex gap-2">
        <NumberField
          label="from the left"
          shown
          value={box?.[0] ?? 0}
          min={0}
          max={widthMm}
          step={1}
          onValue={(v) => set(0, v)}
        />
        <NumberField
          label="from the top"
          shown
          value={box?.[1] ?? 0}
          min={0}
          max={heightMm}
          step={1}
          onValue={(v) => set(1, v)}
        />
        <NumberField
          label="wide"
          shown
          value={box?.[2] ?? 0}
          min={5}
          max={widthMm}
          step={1}
          onValue={(v) => set(2, v)}
        />
      </div>
      {box && (
        <button className="line small" onClick={() => onPlace(null)}>
          It is for the whole canvas
        </button>
      )}
    </fieldset>
  );
}

/** All references beside each other: what each is for, what it hides, which one governs. */
export function ReferencesPart({ detail }: { detail: PaintingDetail }) {
  const { painting, references } = detail;
  const add = useAction('addFurtherReference', painting.id);
  const [purpose, setPurpose] = useState<Purpose>('detail');
  return (
    <div className="mt-3">
      <div
        className="grid grid-flow-dense items-start gap-5"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(min(300px, 100%), 1fr))' }}
      >
        {references.map((reference, i) => (
          <section
            key={reference.id}
            className={reference.purpose === 'drawing' ? 'slip lg:col-span-2' : 'slip'}
            aria-label={referenceInWords(i + 1, reference.fileName)}
          >
            <h2 className="mb-2 first-letter:uppercase">
              {reference.governs ? 'The main one' : PURPOSES[reference.purpose]}
              {reference.hour !== null && `, ${reference.hour} o’clock`}
            </h2>
            {reference.purpose === 'drawing' ? (
              <DrawingCorners key={JSON.stringify(reference.crop)} detail={detail} reference={reference} />
            ) : (
              <AuditMap detail={detail} reference={reference} />
            )}
            <hr className="rule my-3" />
            <About detail={detail} reference={reference} />
          </section>
        ))}
        <section className="slip" aria-label="Another reference">
          <h2 className="mb-2">Another reference</h2>
          <p className="small mb-2">{PLAN_TEXT.otherReferences}</p>
          <label className="mb-3 flex flex-col gap-1">
            <span className="small">It is for</span>
            <select value={purpose} onChange={(event) => setPurpose(event.target.value as Purpose)}>
              {FURTHER.map((one) => (
                <option key={one} value={one}>
                  {PURPOSES[one]}
                </option>
              ))}
            </select>
          </label>
          <FileDrop
            label="Choose another reference"
            further
            busy={add.isPending}
            onFiles={([file]) => add.mutate({ params: { paintingId: painting.id }, file, body: { purpose } })}
          >
            <p className="small">{PLAN_TEXT.fileKept}</p>
          </FileDrop>
          <ProblemNote error={add.error} />
        </section>
      </div>
    </div>
  );
}
