import type { Approach, Stage } from '../../contract';
import { NumberField } from '../ui/numberField';
import { NameField, TextField } from '../ui/textField';
import { WordSwitch } from '../ui/words';
import type { Approaching } from './approachPart';

const KINDS = [
  ['missing', 'what is missing'],
  ['unplanned', 'what no plan has'],
  ['value', 'values'],
  ['temperature', 'temperature'],
  ['chroma', 'strength'],
  ['edge', 'edges'],
] as const;
const ASKED = [
  ['asks', 'It asks'],
  ['why', 'Why'],
  ['otherwise', 'Painters who do otherwise say'],
] as const;
const MOST_STAGES = 12;

interface Props {
  readonly stage: Stage;
  readonly approach: Approach;
  readonly approaching: Approaching;
}

/** Which readings a stage speaks of. */
function Loud({ stage, onLoud }: { stage: Stage; onLoud: (loud: Stage['loud']) => void }) {
  return (
    <div className="words" role="group" aria-label="Readings that are loud">
      <span className="small">Loud:</span>
      {KINDS.map(([kind, words]) => (
        <WordSwitch
          key={kind}
          on={stage.loud.includes(kind)}
          onSwitch={(on) => onLoud(on ? [...stage.loud, kind] : stage.loud.filter((one) => one !== kind))}
        >
          {words}
        </WordSwitch>
      ))}
    </div>
  );
}

/** The stage under way, with all that can be said of it. */
function Open({ stage, approach, approaching }: Props) {
  const put = (part: Partial<Stage>) => approaching.change(stage.id, part);
  return (
    <div className="mt-2 flex flex-col gap-2">
      <label className="flex flex-col gap-1">
        <span className="small">Its name</span>
        <NameField value={stage.name} most={60} onText={(name) => put({ name })} />
      </label>
      {ASKED.map(([field, label]) => (
        <TextField
          key={field}
          small
          label={label}
          rows={2}
          value={stage[field]}
          onText={(text) => put({ [field]: text })}
        />
      ))}
      <Loud stage={stage} onLoud={(loud) => put({ loud })} />
      <NumberField
        label="Raised from so many times the usual difference"
        shown
        value={stage.coarse}
        min={1}
        max={6}
        step={0.1}
        unit="×"
        onValue={(coarse) => put({ coarse })}
      />
      <div className="flex gap-5">
        <button
          className="line"
          disabled={approach.stages.length >= MOST_STAGES}
          onClick={() => approaching.addAfter(stage.id)}
        >
          Add a stage after it
        </button>
        {approach.stages.length > 1 && (
          <button className="line" onClick={() => approaching.takeAway(stage.id)}>
            Take it away
          </button>
        )}
      </div>
    </div>
  );
}

/** One stage: its question, or all of it while it is under way. */
export function StageSlip({ place, ...props }: Props & { place: number }) {
  const { stage, approach, approaching } = props;
  const underWay = approaching.stage === stage.id;
  return (
    <li className="slip">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>
          {place + 1}&ensp;{stage.name}
        </h2>
        <button className="word" aria-pressed={underWay} onClick={() => approaching.put(approach, stage.id)}>
          {underWay ? 'under way' : 'Go to this stage'}
        </button>
      </div>
      {underWay ? <Open {...props} /> : <p className="serif mt-1">{stage.asks}</p>}
    </li>
  );
}
