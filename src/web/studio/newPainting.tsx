import { usePageTitle } from '../ui/pageTitle';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { sideWrongInWords, STUDIO_TEXT } from '../../core/words';
import { NewPainting as Shape } from '../../contract';
import { call, Refused } from '../api/client';
import { refresh } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { useSettings } from '../settings';
import { typedNumber } from '../ui/typedNumber';
import { WordChoice } from '../ui/words';

const UNITS = [
  ['mm', 'mm'],
  ['inches', 'inches'],
] as const;

const PER = { mm: 1, inches: 25.4 } as const;

const USUAL = { mm: ['400', '300'], inches: ['16', '12'] } as const;
type Units = keyof typeof PER;

interface Typed {
  readonly title: string;
  readonly width: string;
  readonly height: string;
  readonly drewMe: string;
}

/** A length as it is typed, in another unit; what is no number stays as it is. */
export const converted = (text: string, from: Units, to: Units): string =>
  typedNumber(text) ? String(+((typedNumber(text) * PER[from]) / PER[to]).toFixed(2)) : text;

/** What is typed, in the painter's unit, until the painting is begun. */
function useTyped() {
  const { settings, change } = useSettings();
  const { units } = settings;
  const [width, height] = USUAL[units];
  const form = useForm<Typed>({ defaultValues: { title: '', width, height, drewMe: '' } });
  const [wide, high] = form.watch(['width', 'height']);
  return {
    form,
    units,
    proportion: typedNumber(wide) / typedNumber(high),
    turnInto(next: Units) {
      if (next === units) return;
      for (const side of ['width', 'height'] as const)
        form.setValue(side, converted(form.getValues(side), units, next));
      change({ units: next });
    },
  };
}

/** Begins the painting and goes to its plan. */
function useBegin(units: Units) {
  const navigate = useNavigate();
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ title, width, height, drewMe }: Typed) => {
      const sides = { widthMm: typedNumber(width) * PER[units], heightMm: typedNumber(height) * PER[units] };
      const wrong = sideWrongInWords(sides, units);
      if (wrong) throw new Refused('input', wrong);
      const input = Shape.safeParse({ title, ...sides, drewMe });
      if (!input.success)
        throw new Refused(
          'input',
          input.error.issues
            .map(({ message }) => message)
            .slice(0, 1)
            .join(''),
        );
      return call('addPainting', { body: input.data });
    },
    onSuccess: async (detail) => {
      await refresh(client, detail.painting.id, detail);
      await navigate(`/painting/${detail.painting.id}/plan`);
    },
  });
}

/** The canvas in its proportions, standing on a ledge. */
function Proportions({ of }: { of: number }) {
  return (
    <div className="flex min-w-40 flex-1 flex-col items-start justify-end">
      {of > 0.12 && of < 8.1 && (
        <div className="ledge w-full max-w-md">
          <div
            className="mx-auto"
            style={{
              aspectRatio: of,
              maxHeight: 260,
              maxWidth: '100%',
              width: of >= 1 ? '100%' : `${of * 260}px`,
              background: 'var(--well)',
            }}
          />
        </div>
      )}
      <p className="small mt-2">{STUDIO_TEXT.canvasProportions}</p>
    </div>
  );
}

/** Title and size: the least a painting needs. The reference follows on the next screen. */
export function NewPainting() {
  usePageTitle('New painting');
  const { form, units, proportion, turnInto } = useTyped();
  const begin = useBegin(units);
  const submit = form.handleSubmit((typed) => begin.mutate(typed));
  return (
    <main className="page">
      <header className="mb-6 flex items-baseline justify-between">
        <h1>New painting</h1>
        <Link className="line" to="/">
          Back to the studio
        </Link>
      </header>
      <div className="flex flex-wrap gap-10">
        <form onSubmit={(event) => void submit(event)} className="slip flex w-full max-w-lg flex-col gap-4">
          <label className="flex flex-col gap-1">
            <span className="font-semibold">Title</span>
            <input autoFocus {...form.register('title')} maxLength={120} />
          </label>
          <fieldset className="flex flex-col gap-1">
            <legend className="font-semibold">Canvas</legend>
            <div className="flex flex-wrap items-center gap-3">
              <input className="w-24" inputMode="decimal" aria-label="Width" {...form.register('width')} />{' '}
              <span>wide ×</span>
              <input className="w-24" inputMode="decimal" aria-label="Height" {...form.register('height')} />{' '}
              <span>high</span>
              <WordChoice label="Unit" options={UNITS} value={units} onChoose={turnInto} />
            </div>
          </fieldset>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">
              What drew you to it <span className="font-normal">(comes back at every review)</span>
            </span>
            <textarea rows={2} {...form.register('drewMe')} maxLength={500} />
          </label>
          <ProblemNote error={begin.error} />
          <button className="btn act self-start" disabled={begin.isPending}>
            Begin, and add the reference
          </button>
        </form>
        <Proportions of={proportion} />
      </div>
    </main>
  );
}
