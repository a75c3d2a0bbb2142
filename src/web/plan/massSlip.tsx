import type { ReactNode } from 'react';
import { PLAN_TEXT, scaleInWords } from '../../core/words';
import type { MassMark, PaintingDetail } from '../../contract';
import type { MassEdit } from '../../core/plan';
import { placeHolds, type Point } from '../../core/raster';
import { useScale } from '../settings';
import { figure } from '../words';
import type { PlanMass } from '../workers/planWorker';
import type { PlanDraft } from './draft';
import { DrawingsSlip } from './drawingsSlip';
import type { MassTool } from './massesPart';
import { WordChoice, WordSwitch } from '../ui/words';
import { Slip } from '../ui/workbench';

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
function OneOf<T extends string>({
  label,
  of,
  value,
  onChoose,
}: {
  label: string;
  of: Record<T, string>;
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <label className="small mt-2 flex items-center gap-2">
      {label}
      <select className="tight !py-1" value={value} onChange={(event) => onChoose(event.target.value as T)}>
        {(Object.keys(of) as T[]).map((one) => (
          <option key={one} value={one}>
            {of[one]}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A mass with its name. */
interface Named {
  readonly mass: PlanMass;
  readonly name: string;
}

interface LineProps {
  readonly of: PlanMass;
  readonly value: string;
  readonly onText: (text: string) => void;
  readonly placeholder: string;
  readonly className?: string;
  readonly 'aria-label'?: string;
}

/** A line of text about a mass, kept when the field is left or Enter is pressed. */
function Line({ of, value, onText, ...field }: LineProps) {
  return (
    <input
      key={of.id}
      {...field}
      defaultValue={value}
      onBlur={(event) => event.target.value.trim() !== value && onText(event.target.value.trim())}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}

/** What a mass is: its shape, what varies in it, what it belongs to and rests on. */
function MassNature({
  mass,
  mark,
  others,
  onMark,
}: {
  mass: PlanMass;
  mark: MassMark | undefined;
  others: readonly Named[];
  onMark: (part: Partial<MassMark>) => void;
}) {
  const on = mark?.on ?? null;
  const restsOn = on && others.find((one) => placeHolds(one.mass.place, on));
  return (
    <>
      <OneOf label="its shape is" of={SHAPES} value={mark?.shape ?? ''} onChoose={(shape) => onMark({ shape })} />
      <OneOf
        label="inside it is"
        of={VARIATIONS}
        value={mark?.variation ?? ''}
        onChoose={(variation) => onMark({ variation })}
      />
      <label className="small mt-2 flex items-center gap-2">
        belongs to
        <Line
          of={mass}
          value={mark?.group ?? ''}
          onText={(group) => onMark({ group })}
          className="tight flex-1 !py-1"
          placeholder="no group"
          aria-label="Group of the chosen mass"
        />
      </label>
      <label className="small mt-2 flex items-center gap-2">
        rests on
        <select
          className="tight flex-1 !py-1"
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
    </>
  );
}

const TOOLS = [
  ['merge', 'Merge with another'],
  ['cut', 'Cut along a line'],
  ['redraw', 'Redraw its border'],
] as const;

interface ToolLineProps {
  readonly own: MassTool;
  readonly tool: MassTool;
  readonly onTool: (tool: MassTool) => void;
  readonly className?: string;
  readonly children: ReactNode;
}

/** A tool of the hand: pressed once to take it up, again to put it down. */
function ToolLine({ own, tool, onTool, className = 'line', children }: ToolLineProps) {
  return (
    <button
      className={className}
      aria-pressed={tool === own}
      style={tool === own ? { fontWeight: 700 } : undefined}
      onClick={() => onTool(tool === own ? 'choose' : own)}
    >
      {children}
    </button>
  );
}

interface ChosenProps extends Pick<ToolLineProps, 'tool' | 'onTool'> {
  readonly mass: PlanMass;
  readonly name: string;
  readonly mark: MassMark | undefined;
  readonly family: 'light' | 'shadow';
  /** all the other masses, with their names */
  readonly others: readonly Named[];
  readonly onMark: (part: Partial<MassMark>) => void;
  readonly onEdit: (edit: MassEdit) => void;
}

/** All that can be said of one mass and done to it. */
function Chosen({ mass, name, mark, family, others, onMark, onEdit, tool, onTool }: ChosenProps) {
  const scale = useScale();
  const { target } = mass;
  return (
    <section aria-label="The chosen mass">
      <label className="flex flex-col gap-1">
        <span className="small">Name of the chosen mass</span>
        <Line of={mass} value={mark?.name ?? ''} placeholder={name} onText={(text) => onMark({ name: text })} />
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
      <MassNature mass={mass} mark={mark} others={others} onMark={onMark} />
      <div className="mt-2 flex flex-wrap gap-x-4">
        <button className="line" onClick={() => onEdit({ kind: 'split', at: mass.at })}>
          Split in two
        </button>
        {TOOLS.map(([own, words]) => (
          <ToolLine key={own} own={own} tool={tool} onTool={onTool}>
            {words}
          </ToolLine>
        ))}
      </div>
      <hr className="rule my-3" />
    </section>
  );
}

/** The masses group by group, those without one first, the largest of each first. */
export function groupedMasses(
  list: readonly PlanMass[],
  marks: ReadonlyMap<number, Pick<MassMark, 'group'>>,
): [group: string, members: PlanMass[]][] {
  const groups = new Map<string, PlanMass[]>();
  for (const mass of [...list].sort((a, b) => b.share - a.share)) {
    const group = marks.get(mass.id)?.group ?? '';
    groups.set(group, [...(groups.get(group) ?? []), mass]);
  }
  return [...groups].sort(([a], [b]) => a.localeCompare(b));
}

interface MassLineProps {
  readonly name: string;
  readonly mark: MassMark | undefined;
  readonly family: string;
  readonly value: string;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

/** One mass of the list. */
function MassLine({ name, mark, family, value, chosen, onChoose }: MassLineProps) {
  return (
    <li style={chosen ? { boxShadow: 'inset 4px 0 0 var(--ink)', paddingLeft: 8 } : undefined}>
      <button
        className="grid min-h-8 w-full grid-cols-[1fr_auto_44px] items-baseline gap-2 text-left"
        onClick={onChoose}
      >
        <span style={{ fontWeight: chosen ? 700 : undefined }}>
          {name}
          {mark?.loose && <span className="small soft"> loose</span>}
          {mark?.quiet && <span className="small soft"> quiet</span>}
        </span>
        <span className="small">{family}</span>
        <span className="small text-right">{value}</span>
      </button>
    </li>
  );
}

interface MassSlipProps {
  readonly detail: PaintingDetail;
  readonly list: readonly PlanMass[];
  readonly marks: Map<number, MassMark>;
  readonly chosen: PlanMass | null;
  /** value at which light and shadow part */
  readonly split: number;
  readonly plan: PlanDraft;
  readonly tool: MassTool;
  readonly setTool: (tool: MassTool) => void;
  readonly choose: (at: Point) => void;
  readonly mark: (mass: PlanMass, part: Partial<MassMark>) => void;
  readonly edit: (edit: MassEdit) => void;
  readonly nameOf: (mass: PlanMass) => string;
}

/** The masses as a list; the chosen one with all that can be said of it. */
export function MassSlip(props: MassSlipProps) {
  const { detail, list, marks, chosen, split, plan, tool, setTool, choose, nameOf } = props;
  const scale = useScale();
  const familyOf = (mass: PlanMass) => marks.get(mass.id)?.family ?? (mass.target.value < split ? 'shadow' : 'light');
  return (
    <Slip>
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
          onTool={setTool}
          onEdit={props.edit}
          onMark={(part) => props.mark(chosen, part)}
        />
      )}
      {groupedMasses(list, marks).map(([group, members]) => (
        <div key={group}>
          {group && <h3 className="mt-2">{group}</h3>}
          <ul>
            {members.map((mass) => (
              <MassLine
                key={mass.id}
                name={nameOf(mass)}
                mark={marks.get(mass.id)}
                family={familyOf(mass)}
                value={scale.show(mass.target.value)}
                chosen={chosen?.id === mass.id}
                onChoose={() => choose(mass.at)}
              />
            ))}
          </ul>
        </div>
      ))}
      <ToolLine own="own" tool={tool} onTool={setTool} className="line mt-2">
        Draw a mass of your own
      </ToolLine>
      <p className="small mt-2">{scaleInWords(scale.name)}</p>
      <hr className="rule my-3" />
      <DrawingsSlip detail={detail} plan={plan} />
    </Slip>
  );
}
