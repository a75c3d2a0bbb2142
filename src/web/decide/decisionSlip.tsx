import { methodInWords, scaleInWords } from '../../core/words';
import type { FindingOfReading, ReadingDetail } from '../../contract';
import { Mark, markOf } from '../marks/mark';
import { useScale } from '../settings';
import { kindOf } from '../../core/kinds';
import { faceOf } from '../faces/faces';
import { FindingDoubts } from '../faces/findingDoubts';
import { figure, LIGHT_WORDS } from '../words';

export type Choice = 'taken' | 'later' | 'dismissed';
export const CHOICES: readonly { decision: Choice; words: string; hotkey: string }[] = [
  { decision: 'taken', words: 'Take', hotkey: 'T' },
  { decision: 'later', words: 'Not now', hotkey: 'L' },
  { decision: 'dismissed', words: 'Dismiss', hotkey: 'X' },
];

/** Both colours side by side, the numbers, and how they came about. */
function Traced({ finding, reading }: { finding: FindingOfReading; reading: ReadingDetail }) {
  const scale = useScale();
  const rows = [
    ['value', scale.show(finding.target.value), scale.show(finding.painted.value)],
    ['warmth', figure(finding.target.warmth, 1), figure(finding.painted.warmth, 1)],
    ['chroma', finding.target.chroma.toFixed(1), finding.painted.chroma.toFixed(1)],
  ];
  return (
    <details className="mt-2">
      <summary className="line small cursor-pointer">How it was measured</summary>
      <table className="small mt-1">
        <thead>
          <tr>
            <th />
            <th className="pr-4 text-right font-semibold">plan</th>
            <th className="text-right font-semibold">painted</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, planned, painted]) => (
            <tr key={name}>
              <th scope="row" className="pr-4 text-left font-normal">
                {name}
              </th>
              <td className="pr-4 text-right">{planned}</td>
              <td className="text-right">{painted}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small mt-1">
        {methodInWords({
          deltaE: finding.difference.deltaE,
          scale: scale.name,
          light: LIGHT_WORDS[reading.light.method].sentence,
          plan: reading.planVersion,
          method: reading.algorithm,
        })}
      </p>
    </details>
  );
}

interface Props {
  readonly finding: FindingOfReading;
  readonly reading: ReadingDetail;
  /** the reason for dismissing it, as far as it is written */
  readonly why: string;
  readonly onWhy: (why: string) => void;
  readonly onDecide: (decision: Choice) => void;
  /** the plan follows what is painted; the finding is not raised again */
  readonly onDepart: () => void;
}

/** One finding: what the hand should do, how sure that is, and what the painter says to it. */
export function DecisionSlip({ finding, reading, why, onWhy, onDecide, onDepart }: Props) {
  const scale = useScale();
  const face = faceOf(finding.kind);
  const exactly = face.exactly(finding.amount, scale.per);
  return (
    <>
      <h2 style={{ fontSize: '1.5625rem', lineHeight: '2.125rem' }}>
        <Mark large name={markOf(finding, scale.per)} label={finding.instruction} /> {finding.words}
      </h2>
      <div className="serif mt-2">
        {kindOf(finding.kind).evidence(finding, scale.show, scale.per)}
        {exactly && <span className="small block">{`${exactly} ${scaleInWords(scale.name)}`}</span>}
        {face.traced && <Traced finding={finding} reading={reading} />}
      </div>
      <FindingDoubts finding={finding} />
      {finding.carried && <p className="small mt-1">{finding.carried.words}</p>}
      <div className="mt-auto flex flex-wrap gap-3 pt-4">
        {CHOICES.map(({ decision, words, hotkey }) => (
          <button
            key={decision}
            className={decision === 'taken' ? 'btn act' : 'btn'}
            aria-pressed={finding.decision === decision}
            onClick={() => onDecide(decision)}
          >
            {finding.decision === decision && decision === 'taken' ? 'Taken' : words} <kbd>{hotkey}</kbd>
          </button>
        ))}
        {reading.planVersion !== null && finding.share <= 0.95 && (
          <button
            className="btn"
            aria-pressed={finding.decision === 'planned'}
            disabled={finding.decision === 'planned'}
            onClick={onDepart}
            title="The plan follows what is painted; it is not raised again"
          >
            It is meant to be so <kbd>F</kbd>
          </button>
        )}
      </div>
      <label className="small mt-2 flex items-center gap-2">
        why, where you dismiss it
        <input
          className="tight flex-1 !py-1"
          value={why}
          maxLength={300}
          placeholder="it then stays silent until the place changes"
          onChange={(event) => onWhy(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && why.trim() !== '' && onDecide('dismissed')}
        />
      </label>
    </>
  );
}
