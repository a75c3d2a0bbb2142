import { groundKnownInWords, sightInWords, PLAN_TEXT } from '../../core/words';
import { useState } from 'react';
import type { PaintingDetail, SetUp } from '../../contract';
import { useAction } from '../api/queries';
import { useScale, useSettings } from '../settings';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';
import { WordChoice, WordSwitch } from '../ui/words';

const MADE_FROM: readonly (readonly [SetUp['from'], string])[] = [
  ['photograph', 'a photograph'],
  ['life', 'life'],
  ['memory', 'memory'],
  ['invention', 'invention'],
];
const SIDES = ['top', 'right', 'bottom', 'left'] as const;

/** What holds for the whole painting: canvas, frame, ground, light, why it is painted. */
export function SetUpPart({ detail }: { detail: PaintingDetail }) {
  const { painting, ground } = detail;
  const { setUp } = painting;
  const change = useAction('changePainting', painting.id);
  const setGround = useAction('setGround', painting.id);
  const { settings } = useSettings();
  const scale = useScale();
  const per = settings.units === 'mm' ? 1 : 25.4;
  const [same, setSame] = useState(SIDES.every((side) => setUp.rebate[side] === setUp.rebate.top));
  const put = (part: Partial<SetUp>) =>
    change.mutate({ params: { paintingId: painting.id }, body: { setUp: { ...setUp, ...part } } });
  const rebate = (side: (typeof SIDES)[number], v: number) =>
    put({ rebate: same ? { top: v, right: v, bottom: v, left: v } : { ...setUp.rebate, [side]: v } });
  const size = (side: 'widthMm' | 'heightMm') => (v: number) =>
    change.mutate({ params: { paintingId: painting.id }, body: { [side]: v * per } });
  const text = (
    label: string,
    value: string,
    { rows = 1, hint = '', onText }: { rows?: number; hint?: string; onText: (text: string) => void },
  ) => (
    <label className="flex flex-col gap-1">
      <span className="font-semibold">{label}</span>
      <textarea
        key={value}
        rows={rows}
        defaultValue={value}
        placeholder={hint}
        onBlur={(event) => event.target.value.trim() !== value && onText(event.target.value.trim())}
      />
    </label>
  );
  const [w, h] = [
    painting.widthMm - setUp.rebate.left - setUp.rebate.right,
    painting.heightMm - setUp.rebate.top - setUp.rebate.bottom,
  ];
  const colour = ground.colour;
  const giveGround = (part: Partial<{ value: number; a: number; b: number }>) =>
    setGround.mutate({
      params: { paintingId: painting.id },
      body: {
        colour: { value: 6, a: 6, b: 16, ...(colour && { value: colour.value, a: colour.a, b: colour.b }), ...part },
      },
    });
  return (
    <div
      className="mt-3 grid items-start gap-6"
      style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(min(340px, 100%), 1fr))' }}
    >
      <section className="slip flex flex-col gap-4" aria-label="Canvas and frame">
        <h2>Canvas and frame</h2>
        <div className="flex flex-wrap gap-4">
          <NumberField
            label="Width"
            shown
            value={painting.widthMm / per}
            min={20 / per}
            max={5000 / per}
            step={settings.units === 'mm' ? 1 : 0.05}
            unit={settings.units}
            onValue={size('widthMm')}
          />
          <NumberField
            label="Height"
            shown
            value={painting.heightMm / per}
            min={20 / per}
            max={5000 / per}
            step={settings.units === 'mm' ? 1 : 0.05}
            unit={settings.units}
            onValue={size('heightMm')}
          />
          <NumberField
            label="Seen from"
            shown
            value={setUp.viewingM}
            min={0.2}
            max={20}
            step={0.1}
            unit="m"
            onValue={(viewingM) => put({ viewingM })}
          />
        </div>
        {text('Surface', setUp.surface, {
          hint: 'oil-primed panel, fine linen',
          onText: (surface) => put({ surface }),
        })}
        <fieldset>
          <legend className="font-semibold">The frame hides, mm</legend>
          <div className="mt-1 flex flex-wrap gap-3">
            {(same ? (['top'] as const) : SIDES).map((side) => (
              <NumberField
                key={side}
                label={same ? 'on every side' : side}
                shown
                value={setUp.rebate[side]}
                min={0}
                max={500}
                step={0.5}
                onValue={(v) => rebate(side, v)}
              />
            ))}
            <WordSwitch className="word self-end" on={same} onSwitch={setSame}>
              every side alike
            </WordSwitch>
          </div>
          <p className="small mt-1">
            {sightInWords(w === painting.widthMm && h === painting.heightMm ? null : { width: w, height: h })}
          </p>
        </fieldset>
        <ProblemNote error={change.error} />
      </section>
      <section className="slip flex flex-col gap-4" aria-label="Ground and light">
        <h2>Ground and light</h2>
        <div className="flex items-end gap-3">
          <NumberField
            label="Ground, value"
            shown
            value={colour ? scale.number(colour.value) : 0}
            min={0}
            max={10}
            step={0.1}
            onValue={(v) => giveGround({ value: Math.max(0.5, scale.value(v)) })}
          />
          <NumberField
            label="red, a*"
            shown
            value={colour?.a ?? 0}
            min={-120}
            max={120}
            step={1}
            onValue={(a) => giveGround({ a })}
          />
          <NumberField
            label="yellow, b*"
            shown
            value={colour?.b ?? 0}
            min={-120}
            max={120}
            step={1}
            onValue={(b) => giveGround({ b })}
          />
        </div>
        <p className="small">{groundKnownInWords(colour && ground.from)}</p>
        {text('Light in the studio', setUp.light, {
          rows: 3,
          hint: 'north window, blind half down; lamp at two o’clock',
          onText: (light) => put({ light }),
        })}
        <div>
          <span className="font-semibold">It is made from</span>
          <WordChoice
            label="It is made from"
            options={MADE_FROM}
            value={setUp.from}
            onChoose={(from) => put({ from })}
          />
        </div>
        <ProblemNote error={setGround.error} />
      </section>
      <section className="slip flex flex-col gap-4" aria-label="Why it is painted">
        <h2>Why it is painted</h2>
        {text('What drew you to it', painting.drewMe, {
          rows: 3,
          hint: PLAN_TEXT.intentReturns,
          onText: (drewMe) => change.mutate({ params: { paintingId: painting.id }, body: { drewMe } }),
        })}
        {text('What the client wishes', setUp.wishes, {
          rows: 3,
          hint: 'by spring; the blue of her kitchen',
          onText: (wishes) => put({ wishes }),
        })}
        <p className="small">{PLAN_TEXT.sourcesStandThere}</p>
      </section>
    </div>
  );
}
