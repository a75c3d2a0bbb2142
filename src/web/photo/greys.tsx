import { useState } from 'react';
import { PHOTO_TEXT, scaleInWords } from '../../core/words';
import { fileUrl, type Photo } from '../../contract';
import { useScale, useSettings } from '../settings';
import { typedNumber } from '../ui/typedNumber';
import { WordSwitch } from '../ui/words';
import { CardPaints } from './cardPaints';
import { stepsOf, type Strip } from './strip';

type Patch = Photo['greys'][number];
/** What the next box drawn on the photograph will be; null = none is being drawn. */
export type Marking = 'grey' | 'strip' | 'colour' | null;

const WAYS = [
  ['grey', 'a grey', 'G'],
  ['strip', 'a strip of steps', ''],
  ['colour', 'a known colour', ''],
] as const;
const VALUES = { min: 0.5, max: 10 };
const FIRST_VALUES = [9.3, 5, 1.6];
const SAID_DOUBT = 1; // units a colour reader's figures may be off
const A_COLOUR: Pick<Patch, 'value' | 'ab'> = { value: 4, ab: [40, 30] };

/** What a box drawn on the photograph adds to its patches. */
export function patchesFrom(marking: Marking, box: Patch['box'], { greys }: Photo, strip: Strip): Patch[] {
  if (marking === 'strip') return [...greys, ...stepsOf(box, strip)].slice(0, 24);
  if (marking === 'colour') return [...greys, { box, ...A_COLOUR }];
  return [...greys, { box, value: FIRST_VALUES[greys.length] ?? 5 }];
}

export const USUAL_STRIP: Strip = { steps: 5, first: 9, last: 2 };

function Figure({
  label,
  value,
  onKeep,
  wide = false,
  min,
  max,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  onKeep: (value: number) => void;
  wide?: boolean;
}) {
  return (
    <input
      inputMode="decimal"
      className={`tight !px-2 !py-1 ${wide ? 'w-17' : 'w-13'}`}
      aria-label={label}
      defaultValue={value}
      onBlur={(e) => {
        const next = typedNumber(e.target.value);
        if (next >= min && next <= max && next !== value) onKeep(next);
        else e.target.value = String(value);
      }}
    />
  );
}

/** A value as the painter numbers it, to a hundredth of a step; kept as 0 black to 10 white. */
function ValueFigure({
  label,
  value,
  onKeep,
  wide,
}: Pick<Parameters<typeof Figure>[0], 'label' | 'value' | 'onKeep' | 'wide'>) {
  const scale = useScale();
  const [one, other] = [scale.number(VALUES.min), scale.number(VALUES.max)];
  return (
    <Figure
      label={label}
      value={+scale.number(value).toFixed(2)}
      min={Math.min(one, other)}
      max={Math.max(one, other)}
      wide={wide}
      onKeep={(typed) => onKeep(scale.value(typed))}
    />
  );
}

/** What is known of the light from patches: in words. */
const knownInWords = ({ greys, card }: Photo): string => {
  if (card) return greys.some(({ doubt = 0 }) => doubt > 0.1) ? PHOTO_TEXT.printedCardFound : PHOTO_TEXT.ownCardFound;
  if (greys.length === 0) return PHOTO_TEXT.noGreys;
  return greys.length < 3 ? PHOTO_TEXT.greysTakeCurve : PHOTO_TEXT.greysTaken;
};

type OnPatch = (part: Partial<Patch>) => void;

/** The a* and b* of a colour, as a colour reader says them. */
function ColourFigures({ ab, name, onPatch }: { ab: readonly [number, number]; name: string; onPatch: OnPatch }) {
  return ab.map((v, axis) => (
    <Figure
      key={axis}
      label={`${axis ? 'b*' : 'a*'} of ${name}`}
      value={v}
      wide
      min={-120}
      max={120}
      onKeep={(next) => onPatch({ ab: axis ? [ab[0], next] : [next, ab[1]], abDoubt: SAID_DOUBT })}
    />
  ));
}

/** One patch: its value, its colour where it is no grey, and a way to take it out. */
function PatchLine({
  patch,
  index,
  onPatch,
  onRemove,
}: {
  patch: Patch;
  index: number;
  onPatch: OnPatch;
  onRemove: () => void;
}) {
  const { settings } = useSettings();
  const { ab, value, doubt } = patch;
  const name = `${ab ? 'colour' : 'grey'} ${index + 1}`;
  return (
    <li className="flex items-center">
      <ValueFigure
        label={`Value of ${name}, 0 is ${settings.scale === 'black-is-0' ? 'black' : 'white'}`}
        value={value}
        wide={ab !== undefined}
        onKeep={(next) => onPatch({ value: next, ...(doubt === undefined ? {} : { doubt: 0 }) })}
      />
      {ab && <ColourFigures ab={ab} name={name} onPatch={onPatch} />}
      <button
        className="btn tight !min-w-7 !border-0 !px-0"
        aria-label={`Remove ${name}`}
        title="Remove"
        onClick={onRemove}
      >
        ×
      </button>
    </li>
  );
}

/** How many steps the strip has and what they run from and to. */
function StripLine({ strip, onStrip }: { strip: Strip; onStrip: (strip: Strip) => void }) {
  return (
    <p className="small flex flex-wrap items-center gap-x-2">
      <Figure
        label="Steps of the strip"
        value={strip.steps}
        min={3}
        max={11}
        onKeep={(steps) => onStrip({ ...strip, steps: Math.round(steps) })}
      />
      steps from{' '}
      <ValueFigure
        label="Value of the first step"
        value={strip.first}
        onKeep={(first) => onStrip({ ...strip, first })}
      />
      to{' '}
      <ValueFigure label="Value of the last step" value={strip.last} onKeep={(last) => onStrip({ ...strip, last })} />
    </p>
  );
}

/** The card to print; once its values were corrected, the way to keep them for all photographs to come. */
function CardLine({ photo }: { photo: Photo }) {
  const { settings, change } = useSettings();
  const [kept, setKept] = useState(false);
  const greys = photo.greys.filter(({ ab }) => !ab);
  const values = greys.map(({ value }) => value);
  const corrected = photo.card !== null && values.length === 6 && greys.some(({ doubt }) => doubt === 0);
  return (
    <p className="small mt-1 flex flex-wrap gap-x-4">
      <a className="line" href={fileUrl('card', '')} download>
        A card to print
      </a>
      {corrected && !kept && values.join() !== settings.cardValues?.join() && (
        <button
          className="line"
          onClick={() => {
            change({ cardValues: values });
            setKept(true);
          }}
        >
          My card has these values: use them from now on
        </button>
      )}
      {kept && <span role="status">{PHOTO_TEXT.keptForCard}</span>}
    </p>
  );
}

/** Patches of known value or colour in the frame: listed, corrected, marked by dragging. */
export function Greys({
  paintingId,
  photo,
  marking,
  strip,
  onMarking,
  onStrip,
  onGreys,
}: {
  paintingId: string;
  photo: Photo;
  marking: Marking;
  strip: Strip;
  onMarking: (marking: Marking) => void;
  onStrip: (strip: Strip) => void;
  onGreys: (greys: Photo['greys']) => void;
}) {
  const scale = useScale();
  const { greys } = photo;
  const put = (i: number, part: Partial<Patch>) =>
    onGreys(greys.map((grey, k) => (k === i ? { ...grey, ...part } : grey)));
  return (
    <section
      className="mt-3 border-t pt-3"
      style={{ borderColor: 'var(--slip-rule)' }}
      aria-label="Greys of known value"
    >
      <h3>Greys of known value</h3>
      <p className="small mb-2">
        {knownInWords(photo)} {greys.length > 0 && scaleInWords(scale.name)}
      </p>
      <ul className="flex flex-wrap gap-y-1">
        {greys.map((grey, i) => (
          <PatchLine
            key={`${grey.box.join()}-${grey.value}-${scale.name}`}
            patch={grey}
            index={i}
            onPatch={(part) => put(i, part)}
            onRemove={() => onGreys(greys.filter((_, k) => k !== i))}
          />
        ))}
      </ul>
      {greys.some(({ ab }) => ab) && <p className="small">{PHOTO_TEXT.colourFigures}</p>}
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="small">Mark</span>
        {WAYS.map(([way, words, hotkey]) => (
          <WordSwitch
            key={way}
            className="word small"
            on={marking === way}
            onSwitch={(on) => onMarking(on ? way : null)}
          >
            {words} {hotkey && <kbd>{hotkey}</kbd>}
          </WordSwitch>
        ))}
      </p>
      {marking === 'strip' && <StripLine strip={strip} onStrip={onStrip} />}
      {marking && (
        <p className="small">
          <b>{marking === 'strip' ? PHOTO_TEXT.boxOverStrip : PHOTO_TEXT.boxOverPatch}</b>
          {marking === 'colour' && ' Then give its value, a* and b*.'}
        </p>
      )}
      <CardLine photo={photo} />
      {photo.card && <CardPaints paintingId={paintingId} photo={photo} />}
    </section>
  );
}
