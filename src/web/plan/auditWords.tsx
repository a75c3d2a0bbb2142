import { PLAN_TEXT } from '../../core/words';
import type { AuditAnswer } from '../../contract';

/** What a photograph hides, in sentences. */
export function AuditWords({ audit }: { audit: AuditAnswer | undefined }) {
  return (
    <div aria-busy={!audit}>
      <h2 className="small-head">What the photograph hides</h2>
      {audit ? (
        <ul className="mt-1 flex flex-col gap-2">
          {audit.words.map((words) => (
            <li key={words} className="serif" style={{ fontSize: '0.96875rem', lineHeight: '1.3125rem' }}>
              {words}
            </li>
          ))}
        </ul>
      ) : (
        <p className="small mt-1">{PLAN_TEXT.lookingThrough}</p>
      )}
    </div>
  );
}
