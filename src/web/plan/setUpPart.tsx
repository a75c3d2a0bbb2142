import { useState } from 'react';
import { Link } from 'react-router';
import type { PaintingDetail, SetUp } from '../../contract';
import { groundIsInWords, groundKnownInWords, PLAN_TEXT, scaleInWords, sightInWords } from '../../core/words';
import { useAction } from '../api/queries';
import { useScale, useSettings } from '../settings';
import { NumberField } from '../ui/numberField';
import { cssOf } from '../ui/swatch';
import { ProblemNote } from '../ui/problem';
import { TextField } from '../ui/textField';
import { WordChoice, WordSwitch } from '../ui/words';

const MADE_FROM: readonly (readonly [SetUp['from'], string])[] = [
  ['photograph', 'a photograph'],
  ['life', 'life'],
  ['memory', 'memory'],
  ['invention', 'invention'],
];
const SIDES = ['top', 'right', 'bottom', 'left'] as const;

/** How the painting's set-up is changed, a piece at a time. */
function useSetUp({ painting }: PaintingDetail) {
  const change = useAction('changePainting', painting.id);
  const params = { paintingId: painting.id };
  return {
    error: change.error,
    put: (part: Partial<SetUp>) => change.mutate({ params, body: { setUp: { ...painting.setUp, ...part } } }),
    paint: (part: Partial<Record<'widthMm' | 'heightMm', number>> & { drewMe?: string }) =>
      change.mutate({ params, body: part }),
  };
}
type Setting = ReturnType<typeof useSetUp>;
interface Props {
  readonly detail: PaintingDetail;
  readonly setting: Setting;
}

/** The canvas's sides, in the painter's unit, and from how far it is seen. */
function Size({ detail: { painting }, setting }: Props) {
  const { units } = useSettings().settings;
  const per = units === 'mm' ? 1 : 25.4;
  const sides = [
    ['Width', 'widthMm'],
    ['Height', 'heightMm'],
  ] as const;
  return (
    <div className="flex flex-wrap gap-4">
      {sides.map(([label, side]) => (
        <NumberField
          key={side}
          label={label}
          shown
          value={painting[side] / per}
          min={20 / per}
          max={5000 / per}
          step={units === 'mm' ? 1 : 0.05}
          unit={units}
          onValue={(v) => setting.paint({ [side]: v * per })}
        />
      ))}
      <NumberField
        label="Seen from"
        shown
        value={painting.setUp.viewingM}
        min={0.2}
        max={20}
        step={0.1}
        unit="m"
        onValue={(viewingM) => setting.put({ viewingM })}
      />
    </div>
  );
}

/** What the frame hides, and what it leaves in sight. */
function Frame({ detail: { painting }, setting }: Props) {
  const { rebate } = painting.setUp;
  const [same, setSame] = useState(SIDES.every((side) => rebate[side] === rebate.top));
  const hide = (side: (typeof SIDES)[number], v: number) =>
    setting.put({ rebate: same ? { top: v, right: v, bottom: v, left: v } : { ...rebate, [side]: v } });
  const width = painting.widthMm - rebate.left - rebate.right;
  const height = painting.heightMm - rebate.top - rebate.bottom;
  const whole = width === painting.widthMm && height === painting.heightMm;
  return (
    <fieldset>
      <legend className="font-semibold">The frame hides, mm</legend>
      <div className="mt-1 flex flex-wrap gap-3">
        {(same ? (['top'] as const) : SIDES).map((side) => (
          <NumberField
            key={side}
            label={same ? 'on every side' : side}
            shown
            value={rebate[side]}
            min={0}
            max={500}
            step={0.5}
            onValue={(v) => hide(side, v)}
          />
        ))}
        <WordSwitch className="word self-end" on={same} onSwitch={setSame}>
          every side alike
        </WordSwitch>
      </div>
      <p className="small mt-1">{sightInWords(whole ? null : { width, height })}</p>
    </fieldset>
  );
}

const TINTS = [
  ['Towards red (a*)', 'a'],
  ['Towards yellow (b*)', 'b'],
] as const;
const USUAL_GROUND = { value: 6, a: 6, b: 16 };

/** The ground's colour as numbers, as a colour reader or a tube's sheet says them. */
function GroundTyped({ detail: { painting, ground } }: Pick<Props, 'detail'>) {
  const set = useAction('setGround', painting.id);
  const scale = useScale();
  const { colour } = ground;
  const known = colour && { value: colour.value, a: colour.a, b: colour.b };
  const give = (part: Partial<typeof USUAL_GROUND>) =>
    set.mutate({ params: { paintingId: painting.id }, body: { colour: { ...USUAL_GROUND, ...known, ...part } } });
  return (
    <details>
      <summary>Type it, from a colour reader</summary>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <NumberField
          label="Ground, value"
          shown
          value={colour ? scale.number(colour.value) : 0}
          min={0}
          max={10}
          step={0.1}
          onValue={(v) => give({ value: Math.max(0.5, scale.value(v)) })}
        />
        {TINTS.map(([label, axis]) => (
          <NumberField
            key={axis}
            label={label}
            shown
            value={colour?.[axis] ?? 0}
            min={-120}
            max={120}
            step={1}
            onValue={(v) => give({ [axis]: v })}
          />
        ))}
      </div>
      <ProblemNote error={set.error} />
    </details>
  );
}

/** What is known of the ground's colour; shown on a photograph, or typed. */
function GroundColour({ detail }: Pick<Props, 'detail'>) {
  const scale = useScale();
  const { colour, from } = detail.ground;
  const read = detail.sessions.find(({ photos }) => photos.some(({ readingId }) => readingId));
  return (
    <div className="flex flex-col gap-2">
      <span className="font-semibold">Ground</span>
      <p className="flex items-center gap-3">
        {colour && <span className="block h-9 w-16 shrink-0" style={{ background: cssOf(colour) }} />}
        <span className="small">
          {colour && `${groundIsInWords(scale.show(colour.value))} ${scaleInWords(scale.name)} `}
          {groundKnownInWords(colour && from)}
        </span>
      </p>
      {read && (
        <Link className="line self-start" to={`/painting/${detail.painting.id}/photo/${read.number}?view=ground`}>
          Show a bare place on the photo of session {read.number}
        </Link>
      )}
      <GroundTyped detail={detail} />
    </div>
  );
}

/** What holds for the whole painting: canvas, frame, ground, light, why it is painted. */
export function SetUpPart({ detail }: { detail: PaintingDetail }) {
  const { setUp, drewMe } = detail.painting;
  const setting = useSetUp(detail);
  return (
    <div
      className="mt-3 grid items-start gap-6"
      style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(min(340px, 100%), 1fr))' }}
    >
      <section className="slip flex flex-col gap-4" aria-label="Canvas and frame">
        <h2>Canvas and frame</h2>
        <Size detail={detail} setting={setting} />
        <TextField
          label="Surface"
          value={setUp.surface}
          hint="oil-primed panel, fine linen"
          onText={(surface) => setting.put({ surface })}
        />
        <Frame detail={detail} setting={setting} />
        <ProblemNote error={setting.error} />
      </section>
      <section className="slip flex flex-col gap-4" aria-label="Ground and light">
        <h2>Ground and light</h2>
        <GroundColour detail={detail} />
        <TextField
          label="Light in the studio"
          value={setUp.light}
          rows={3}
          hint="north window, blind half down; lamp at two o’clock"
          onText={(light) => setting.put({ light })}
        />
        <div>
          <span className="font-semibold">It is made from</span>
          <WordChoice
            label="It is made from"
            options={MADE_FROM}
            value={setUp.from}
            onChoose={(from) => setting.put({ from })}
          />
        </div>
      </section>
      <section className="slip flex flex-col gap-4" aria-label="Why it is painted">
        <h2>Why it is painted</h2>
        <TextField
          label="What drew you to it"
          value={drewMe}
          rows={3}
          hint={PLAN_TEXT.intentReturns}
          onText={(words) => setting.paint({ drewMe: words })}
        />
        <TextField
          label="What the client wishes"
          value={setUp.wishes}
          rows={3}
          hint="by spring; the blue of her kitchen"
          onText={(wishes) => setting.put({ wishes })}
        />
        <p className="small">{PLAN_TEXT.sourcesStandThere}</p>
      </section>
    </div>
  );
}
