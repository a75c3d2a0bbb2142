import { useForm } from 'react-hook-form';
import { DECIDE_TEXT } from '../../core/words';
import type { BodyOf, MassOfReading } from '../../contract';
import type { Point } from '../../core/raster';
import { FINDING_KINDS } from '../../core/kinds';
import { faceOf } from '../faces/faces';
import { ProblemNote } from '../ui/problem';
import { WordSwitch } from '../ui/words';

export type OwnInput = Omit<BodyOf<'addCorrection'>, 'photoId'>;

interface Typed extends Pick<OwnInput, 'name' | 'words' | 'kind'> {
  /** id of the mass it is about; empty = as outlined by hand */
  readonly massId: string;
}

interface Props {
  readonly points: readonly Point[];
  readonly onClear: () => void;
  readonly masses: readonly MassOfReading[];
  /** the next photograph is compared with a plan */
  readonly checked: boolean;
  readonly canvas: { widthMm: number; heightMm: number };
  readonly busy: boolean;
  readonly error: Error | null;
  readonly onKeep: (input: OwnInput) => void;
  readonly onLeave: () => void;
}

const KINDS = FINDING_KINDS.map((kind) => ({ kind, name: faceOf(kind).name }));
const WITHOUT_PLAN = KINDS.filter(({ kind }) => kind !== 'unplanned');

/** A correction of the painter's own: outline the place (or name a mass), say what the hand should do. */
export function OwnCorrectionForm({ points, onClear, masses, checked, canvas, busy, error, onKeep, onLeave }: Props) {
  const { register, watch, setValue, handleSubmit } = useForm<Typed>({
    defaultValues: { name: '', words: '', kind: 'value', massId: '' },
  });
  const typed = watch();
  const mass = masses.find(({ id }) => String(id) === typed.massId);
  const outlined = points.length >= 3;
  const complete = (outlined || mass) && typed.words.trim() && (typed.name.trim() || mass);
  const submit = handleSubmit(({ name, kind, words }) => {
    const outline = points.map(([x, y]): [number, number] => [x * canvas.widthMm, y * canvas.heightMm]);
    onKeep({ place: mass?.place ?? { outlines: [outline] }, kind, name: name || mass?.name || '', words });
  });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="flex flex-1 flex-col gap-3"
      aria-label="A correction of your own"
    >
      <h2>Your own correction</h2>
      <p className="serif">
        {outlined ? 'Outlined.' : DECIDE_TEXT.outlinePlace}{' '}
        {points.length > 0 && (
          <button type="button" className="line small" onClick={onClear}>
            Draw it again
          </button>
        )}
      </p>
      <div className="grid gap-3 sm:grid-cols-2">
        {masses.length > 0 && (
          <label className="flex flex-col gap-1">
            <span className="small">Mass</span>
            <select {...register('massId')}>
              <option value="">as outlined by hand</option>
              {masses.map(({ id, name: massName }) => (
                <option key={id} value={id}>
                  {massName}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="flex flex-col gap-1">
          <span className="small">Name of the place</span>
          <input {...register('name')} maxLength={60} placeholder={mass?.name} />
        </label>
      </div>
      <label className="flex flex-col gap-1">
        <span className="small">What the hand should do</span>
        <textarea {...register('words')} rows={2} maxLength={300} />
      </label>
      <fieldset className="words">
        <legend className="small">{checked ? DECIDE_TEXT.checksIts : DECIDE_TEXT.isAbout}</legend>
        {(checked ? KINDS : WITHOUT_PLAN).map(({ kind, name }) => (
          <WordSwitch key={kind} on={typed.kind === kind} onSwitch={() => setValue('kind', kind)}>
            {name}
          </WordSwitch>
        ))}
      </fieldset>
      <ProblemNote error={error} />
      <div className="mt-auto flex flex-wrap gap-3 pt-2">
        <button className="btn act" disabled={busy || !complete}>
          {busy ? 'Measuring the place' : 'Put it on the list'}
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          Leave it <kbd>Esc</kbd>
        </button>
      </div>
    </form>
  );
}
