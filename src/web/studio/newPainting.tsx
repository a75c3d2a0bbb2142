import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { STUDIO_TEXT } from '../../core/words';
import { NewPainting as Shape } from '../../contract';
import { call, Refused } from '../api/client';
import { refresh } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { useSettings } from '../settings';
import { WordChoice } from '../ui/words';

const UNITS = [
  ['mm', 'mm'],
  ['inches', 'inches'],
] as const;

const PER = { mm: 1, inches: 25.4 } as const;

const USUAL = { mm: ['400', '300'], inches: ['16', '12'] } as const;
type Units = keyof typeof PER;

/** What is typed, in the painter's unit, until the painting is begun. */
function useForm() {
  const { settings, change } = useSettings();
  const { units } = settings;
  const [width, height] = USUAL[units];
  const [form, setForm] = useState({ title: '', width: String(width), height: String(height), drewMe: '' });
  return {
    ...{ form, units },
    proportion: Number(form.width) / Number(form.height),
    field: (name: keyof typeof form) => ({
      value: form[name],
      onChange: (e: { target: { value: string } }) => setForm({ ...form, [name]: e.target.value }),
    }),
    turnInto(next: Units) {
      if (next === units) return;
      const convert = (text: string) =>
        Number(text) ? String(+((Number(text) * PER[units]) / PER[next]).toFixed(2)) : text;
      setForm({ ...form, width: convert(form.width), height: convert(form.height) });
      change({ units: next });
    },
  };
}

/** Begins the painting and goes to its plan. */
function useBegin({ form, units }: ReturnType<typeof useForm>) {
  const navigate = useNavigate();
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => {
      const input = Shape.safeParse({
        title: form.title,
        widthMm: Number(form.width) * PER[units],
        heightMm: Number(form.height) * PER[units],
        drewMe: form.drewMe,
      });
      if (!input.success) throw new Refused('input', input.error.issues[0].message);
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
  const typed = useForm();
  const { field, units, turnInto } = typed;
  const begin = useBegin(typed);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    begin.mutate();
  };
  return (
    <main className="page">
      <header className="mb-6 flex items-baseline justify-between">
        <h1>New painting</h1>
        <Link className="line" to="/">
          Back to the studio
        </Link>
      </header>
      <div className="flex flex-wrap gap-10">
        <form onSubmit={submit} className="slip flex w-full max-w-lg flex-col gap-4">
          <label className="flex flex-col gap-1">
            <span className="font-semibold">Title</span>
            <input autoFocus {...field('title')} maxLength={120} />
          </label>
          <fieldset className="flex flex-col gap-1">
            <legend className="font-semibold">Canvas</legend>
            <div className="flex flex-wrap items-center gap-3">
              <input className="w-24" inputMode="decimal" aria-label="Width" {...field('width')} /> <span>wide ×</span>
              <input className="w-24" inputMode="decimal" aria-label="Height" {...field('height')} /> <span>high</span>
              <WordChoice label="Unit" options={UNITS} value={units} onChoose={turnInto} />
            </div>
          </fieldset>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">
              What drew you to it <span className="font-normal">(comes back at every review)</span>
            </span>
            <textarea rows={2} {...field('drewMe')} maxLength={500} />
          </label>
          <ProblemNote error={begin.error} />
          <button className="btn act self-start" disabled={begin.isPending}>
            Begin, and add the reference
          </button>
        </form>
        <Proportions of={typed.proportion} />
      </div>
    </main>
  );
}
