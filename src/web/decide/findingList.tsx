import type { Correction, FindingOfReading } from '../../contract';
import { LOW_CONFIDENCE } from '../../core/words';
import { faceOf, FACES } from '../faces/faces';
import { Mark, markOf } from '../marks/mark';
import { useScale } from '../settings';

/** The order painters correct in. */
const GROUPS: readonly { name: string; holds: (finding: FindingOfReading) => boolean }[] = [
  ...[...new Set(Object.values(FACES).map(({ group }) => group))].map((group) => ({
    name: group,
    holds: ({ kind, loud }: FindingOfReading) => loud && faceOf(kind).group === group,
  })),
  { name: 'Not called for at this stage', holds: ({ loud, silenced }) => !loud && !silenced },
  { name: 'Dismissed before, and unchanged', holds: ({ loud, silenced }) => !loud && silenced !== null },
];

const DECIDED = { taken: 'taken', dismissed: 'dismissed', later: 'not now', planned: 'meant to be so' } as const;

interface Props {
  readonly findings: readonly FindingOfReading[];
  readonly chosen: number | null;
  readonly onChoose: (index: number) => void;
  readonly own: readonly Correction[];
}

/** The findings of a reading in the order painters correct, and the painter's own corrections of that session. */
export function FindingList({ findings, chosen, onChoose, own }: Props) {
  const scale = useScale();
  return (
    <>
      {GROUPS.map(({ name, holds }) => {
        const inGroup = findings.filter(holds);
        if (inGroup.length === 0) return null;
        return (
          <section key={name} aria-label={name} className="mt-4">
            <h3 className="serif !font-normal italic">{name}</h3>
            <ul className="onwall" style={{ borderBottom: '1px solid var(--rule)' }}>
              {inGroup.map((finding) => (
                <li key={finding.index} style={{ borderTop: '1px solid var(--rule)' }}>
                  <button
                    className="row-button"
                    aria-current={chosen === finding.index}
                    onClick={() => onChoose(finding.index)}
                  >
                    <b>{finding.index + 1}</b>
                    <span style={{ fontFamily: 'var(--sans)' }}>
                      <span className="flex justify-between gap-2">
                        <span className="first-letter:uppercase">{finding.name}</span>
                        {finding.decision && <b className="shrink-0">{DECIDED[finding.decision]}</b>}
                      </span>
                      <span className="small block">
                        <Mark name={markOf(finding, scale.per)} label="" /> {finding.instruction}
                        {finding.passage && `; ${finding.passage}`}
                        {finding.lowConfidence && '; '}
                        {finding.lowConfidence && <i>{LOW_CONFIDENCE.brief}</i>}
                        {finding.carried && `; ${finding.carried.brief}`}
                      </span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {own.length > 0 && (
        <section aria-label="Your own" className="mt-4">
          <h3 className="serif !font-normal italic">Your own</h3>
          <ul style={{ borderBottom: '1px solid var(--rule)' }}>
            {own.map((correction) => (
              <li key={correction.id} className="px-3 py-2" style={{ borderTop: '1px solid var(--rule)' }}>
                {correction.name}
                <span className="small block">{correction.words}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
