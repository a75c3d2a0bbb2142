import { PLAN_TEXT } from '../../core/words';
import type { MassMark } from '../../contract';
import type { MassEdit } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import { useScale } from '../settings';
import { figure } from '../words';
import type { PlanMass } from '../workers/planWorker';
import type { PlanDraft } from './draft';
import { DrawingsSlip } from './drawingsSlip';
import type { MassTool } from './massesPart';
import { WordChoice, WordSwitch } from '../ui/words';

const FAMILIES = [
  ['light', 'light family'],
  ['shadow', 'shadow family'],
] as const;

const FLAGS = [
  ['loose', 'leave loose'],
  ['quiet', 'must stay quiet'],
] as const;

const SHAPES: Record<MassMark['shape'], string> = { '': 'free', symmetric: 'made symmetric', round: 'made round' };
const VARIATIONS: Record<MassMark['variation'], string> = { '': 'as it comes', even: 'even', varied: 'varied' };

/** One of a few things that can be said of a mass. */
function Said<T extends string>({
  label,
  of,
  value,
  onSay,
}: {
  label: string;
  of: Record<T, string>;
  value: T;
  onSay: (value: T) => void;
}) {
  return (
    <label className="small mt-2 flex items-center gap-2">
      {label}
      <select className="!min-h-9 !py-1" value={value} onChange={(event) => onSay(event.target.value as T)}>
        {(Object.keys(of) as T[]).map((one) => (
          <option key={one} value={one}>
            {of[one]}
          </option>
        ))}
      </select>
    </label>
  );
}

function Chosen({
  mass,
  mark,
  family,
  onMark,
  onEdit,
  onTool,
  tool,
  name,
  others,
}: {
  mass: PlanMass;
  /** all the other masses, with their names */
  others: readonly { readonly mass: PlanMass; readonly name: string }[];
  mark: MassMark | undefined;
  family: 'light' | 'shadow';
  tool: MassTool;
  name: string;
  onMark: (part: Partial<MassMark>) => void;
  onEdit: (edit: MassEdit) => void;
  onTool: (tool: MassTool) => void;
}) {
  const scale = useScale();
  const { target } = mass;
  const on = mark?.on ?? null;
  const restsOn = on && others.find((one) => placeHolds(one.mass.place, on));
  return (
    <section aria-label="The chosen mass">
      <label className="flex flex-col gap-1">
        <span className="small">Name of the chosen mass</span>
        <input
          key={mass.id}
          defaultValue={mark?.name ?? ''}
          placeholder={name}
          onBlur={(event) =>
            event.target.value.trim() !== (mark?.name ?? '') && onMark({ name: event.target.value.trim() })
          }
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </label>
      <p className="small mt-1">
        value {scale.show(target.value)}, warmth {figure(target.warmth, 0)}, chroma {figure(target.chroma, 0)},{' '}
        {Math.round(100 * mass.share)} % of the canvas
      </p>
      <WordChoice label="Family" options={FAMILIES} value={family} onChoose={(one) => onMark({ family: one })} />
      <div className="words" role="group" aria-label="How it is treated">
        {FLAGS.map(([flag, words]) => (
          <WordSwitch key={flag} on={mark?.[flag] ?? false} onSwitch={(on) => onMark({ [flag]: on })}>
            {words}
          </WordSwitch>
        ))}
      </div>
      <Said label="its shape is" of={SHAPES} value={mark?.shape ?? ''} onSay={(shape) => onMark({ shape })} />
      <Said
        label="inside it is"
        of={VARIATIONS}
        value={mark?.variation ?? ''}
        onSay={(variation) => onMark({ variation })}
      />
      <label className="small mt-2 flex items-center gap-2">
        belongs to
        <input
          className="!min-h-9 flex-1 !py-1"
          key={`g${mass.id}`}
          defaultValue={mark?.group ?? ''}
          placeholder="no group"
          aria-label="Group of the chosen mass"
          onBlur={(event) =>
            event.target.value.trim() !== (mark?.group ?? '') && onMark({ group: event.target.value.trim() })
          }
        />
      </label>
      <label className="small mt-2 flex items-center gap-2">
        rests on
        <select
          className="!min-h-9 flex-1 !py-1"
          aria-label="What the chosen mass rests on"
          value={restsOn?.mass.id ?? ''}
          onChange={({ target: { value } }) => {
            const surface = others.find((one) => String(one.mass.id) === value);
            onMark({ on: surface ? [surface.mass.at[0], surface.mass.at[1]] : null });
          }}
        >
          <option value="">nothing</option>
          {others.map((one) => (
            <option key={one.mass.id} value={one.mass.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <div className="mt-2 flex flex-wrap gap-x-4">
        <button className="line" onClick={() => onEdit({ kind: 'split', at: mass.at })}>
          Split in two
        </button>
        {(
          [
            ['merge', 'Merge with another'],
            ['cut', 'Cut along a line'],
            ['redraw', 'Redraw its border'],
          ] as const
        ).map(([which, words]) => (
          <button
            key={which}
            className="line"
            aria-pressed={tool === which}
            style={tool === which ? { fontWeight: 700 } : undefined}
            onClick={() => onTool(tool === which ? 'choose' : which)}
          >
            {words}
          </button>
        ))}
      </div>
      <hr className="rule my-3" />
    </section>
  );
}

/** The masses as a list; the chosen one with all that can be said of it. */
export function MassSlip({
  list,
  marks,
  chosen,
  split,
  tool,
  plan,
  onTool,
  onChoose,
  onMark,
  onEdit,
  nameOf,
}: {
  list: readonly PlanMass[];
  marks: Map<number, MassMark>;
  chosen: PlanMass | null;
  split: number;
  tool: MassTool;
  plan: PlanDraft;
  onTool: (tool: MassTool) => void;
  onChoose: (at: Point) => void;
  onMark: (mass: PlanMass, part: Partial<MassMark>) => void;
  onEdit: (edit: MassEdit) => void;
  nameOf: (mass: PlanMass) => string;
}) {
  const scale = useScale();
  const familyOf = (mass: PlanMass) => marks.get(mass.id)?.family ?? (mass.target.value < split ? 'shadow' : 'light');
  const groups = new Map<string, PlanMass[]>();
  for (const mass of [...list].sort((a, b) => b.share - a.share)) {
    const group = marks.get(mass.id)?.group ?? '';
    groups.set(group, [...(groups.get(group) ?? []), mass]);
  }
  return (
    <aside className="slip w-full self-start lg:w-[292px]">
      <h2>Masses</h2>
      <p className="small mt-1 mb-3">{PLAN_TEXT.nameMasses}</p>
      {chosen && (
        <Chosen
          mass={chosen}
          mark={marks.get(chosen.id)}
          family={familyOf(chosen)}
          tool={tool}
          name={nameOf(chosen)}
          others={list.filter((one) => one.id !== chosen.id).map((mass) => ({ mass, name: nameOf(mass) }))}
          onTool={onTool}
          onEdit={onEdit}
          onMark={(part) => onMark(chosen, part)}
        />
      )}
      {[...groups]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([group, members]) => (
          <div key={group}>
            {group && <h3 className="mt-2">{group}</h3>}
            <ul>
              {members.map((mass) => (
                <li
                  key={mass.id}
                  style={chosen?.id === mass.id ? { boxShadow: 'inset 4px 0 0 var(--ink)', paddingLeft: 8 } : undefined}
                >
                  <button
                    className="grid min-h-8 w-full grid-cols-[1fr_auto_44px] items-baseline gap-2 text-left"
                    onClick={() => onChoose(mass.at)}
                  >
                    <span style={{ fontWeight: chosen?.id === mass.id ? 700 : undefined }}>
                      {nameOf(mass)}
                      {marks.get(mass.id)?.loose && <span className="small soft"> loose</span>}
                      {marks.get(mass.id)?.quiet && <span className="small soft"> quiet</span>}
                    </span>
                    <span className="small">{familyOf(mass)}</span>
                    <span className="small text-right">{scale.show(mass.target.value)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        ))}
      <button
        className="line mt-2"
        aria-pressed={tool === 'own'}
        style={tool === 'own' ? { fontWeight: 700 } : undefined}
        onClick={() => onTool(tool === 'own' ? 'choose' : 'own')}
      >
        Draw a mass of your own
      </button>
      <hr className="rule my-3" />
      <DrawingsSlip plan={plan} />
    </aside>
  );
}
