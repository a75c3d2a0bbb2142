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

/** Title and size: the least a painting needs. The reference follows on the next screen. */
export function NewPainting() {
  const { settings, change } = useSettings();
  const [form, setForm] = useState({
    title: '',
    width: settings.units === 'mm' ? '400' : '16',
    height: settings.units === 'mm' ? '300' : '12',
    drewMe: '',
  });
  const navigate = useNavigate();
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: () => {
      const input = Shape.safeParse({
        title: form.title,
        widthMm: Number(form.width) * PER[settings.units],
        heightMm: Number(form.height) * PER[settings.units],
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
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (e: { target: { value: string } }) => setForm({ ...form, [name]: e.target.value }),
  });
  const turnInto = (units: 'mm' | 'inches') => {
    if (units === settings.units) return;
    const convert = (text: string) =>
      Number(text) ? String(+((Number(text) * PER[settings.units]) / PER[units]).toFixed(2)) : text;
    setForm({ ...form, width: convert(form.width), height: convert(form.height) });
    change({ units });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  const proportion = Number(form.width) / Number(form.height);
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
              <WordChoice label="Unit" options={UNITS} value={settings.units} onChoose={turnInto} />
            </div>
          </fieldset>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">
              What drew you to it <span className="font-normal">(comes back at every review)</span>
            </span>
            <textarea rows={2} {...field('drewMe')} maxLength={500} />
          </label>
          <ProblemNote error={add.error} />
          <button className="btn act self-start" disabled={add.isPending}>
            Begin, and add the reference
          </button>
        </form>
        <div className="flex min-w-40 flex-1 flex-col items-start justify-end">
          {proportion > 0.12 && proportion < 8.1 && (
            <div className="ledge w-full max-w-md">
              <div
                className="mx-auto"
                style={{
                  aspectRatio: proportion,
                  maxHeight: 260,
                  maxWidth: '100%',
                  width: proportion >= 1 ? '100%' : `${proportion * 260}px`,
                  background: 'var(--well)',
                }}
              />
            </div>
          )}
          <p className="small mt-2">{STUDIO_TEXT.canvasProportions}</p>
        </div>
      </div>
    </main>
  );
}
