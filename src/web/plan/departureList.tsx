import type { Departure } from '../../contract';
import { departureInWords } from '../../core/correct';
import { pinsInWords, PLAN_TEXT } from '../../core/words';
import { Mark } from '../marks/mark';
import { dayInWords } from '../words';
import { NumberField } from '../ui/numberField';
import { amountOf, CHANGES, withAmount } from './changes';
import type { Departing } from './useDepartures';
import { useScale } from '../settings';

/** One departure that is looked at: how much, and why. */
function Open({ one, departing: { put, takeAway } }: { one: Departure; departing: Departing }) {
  const row = CHANGES.find(({ kind }) => kind === one.change.kind);
  return (
    <div className="mt-1 flex flex-col gap-2">
      {row?.amount && (
        <NumberField
          {...row.amount}
          shown
          value={amountOf(one.change)}
          onValue={(amount) => put(one.id, { change: withAmount(one.change, amount) })}
        />
      )}
      {one.change.kind === 'moved' && <p className="small">{PLAN_TEXT.dragPlace}</p>}
      <input
        className="tight !py-1"
        aria-label="Why"
        placeholder="why"
        defaultValue={one.why}
        maxLength={300}
        onBlur={(event) => event.target.value.trim() !== one.why && put(one.id, { why: event.target.value.trim() })}
      />
      <button className="line self-start" onClick={() => takeAway(one)}>
        take it away
      </button>
    </div>
  );
}

/** Places with what they are for now: undecided, reserved, saved for last, placed. */
function Passages({ departing: { draft, change, place, nameOf } }: { departing: Departing }) {
  return (
    <>
      <hr className="rule my-3" />
      <h3>Passages</h3>
      <ul className="flex flex-col gap-1">
        {draft.passages.map((one) => (
          <li key={one.id}>
            <span className="serif" style={{ fontSize: '1rem' }}>
              {nameOf(one.where)}: {one.label}, since {dayInWords(one.since)}
            </span>
            <span className="flex gap-4">
              {one.label === 'saved for last' && (
                <button
                  className="line small"
                  aria-label={`Light placed: ${nameOf(one.where)}`}
                  onClick={() => place(one.id)}
                >
                  light placed
                </button>
              )}
              <button
                className="line small"
                aria-label={`Take ${one.label} away`}
                onClick={() => change({ passages: draft.passages.filter(({ id }) => id !== one.id) })}
              >
                done
              </button>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Everything the plan departs in, to be changed and taken away. */
export function DepartureList({ departing }: { departing: Departing }) {
  const scale = useScale();
  const { draft, change, chosen, open, choose, nameOf } = departing;
  return (
    <aside className="slip w-full self-start lg:w-[18.25rem]">
      <h2>
        <Mark name="departure" label="" /> Departures
      </h2>
      {draft.departures.length === 0 && <p className="serif mt-2">{PLAN_TEXT.followsReference}</p>}
      <ul className="mt-2 flex flex-col gap-2">
        {draft.departures.map((one) => (
          <li
            key={one.id}
            style={chosen === one.id ? { boxShadow: 'inset 4px 0 0 var(--ink)', paddingLeft: 8 } : undefined}
          >
            <button className="serif w-full text-left" style={{ fontSize: '1rem' }} onClick={() => choose(one)}>
              {nameOf(one.where)}: {departureInWords(one.change, scale.per)}.
            </button>
            {one === open && <Open one={one} departing={departing} />}
          </li>
        ))}
      </ul>
      {draft.pins.length > 0 && (
        <p className="mt-2">
          <span className="serif">{pinsInWords(draft.pins.length)}</span>{' '}
          <button className="line" onClick={() => change({ pins: draft.pins.slice(0, -1) })}>
            take the last away
          </button>
        </p>
      )}
      {draft.passages.length > 0 && <Passages departing={departing} />}
    </aside>
  );
}
