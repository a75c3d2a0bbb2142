import type { ReactNode } from 'react';
import type { FindingOfReading, PaintingDetail, ReadingDetail } from '../../contract';
import { Mark, markOf } from '../marks/mark';
import {
  EARLIER_METHOD,
  coveredInWords,
  differsInWords,
  glareInWords,
  smallerInWords,
  waitingInWords,
  WALL_TEXT,
} from '../../core/words';
import { signedFigure } from '../words';
import { verdictMark } from '../painting/sessionRail';
import { useScale } from '../settings';

function Verdicts({ detail, number }: { detail: PaintingDetail; number: number }) {
  const { per } = useScale();
  const rows = detail.corrections
    .filter(({ open }) => open)
    .flatMap((correction) =>
      correction.checks.filter(({ sessionNumber }) => sessionNumber === number).map((check) => ({ correction, check })),
    );
  if (rows.length === 0) return null;
  return (
    <section
      aria-label="Corrections checked"
      className="-mx-[18px]"
      style={{ borderTop: '1px solid var(--slip-rule)' }}
    >
      <h3 className="px-[18px] pt-2">Corrections, checked</h3>
      <ul className="px-[18px]">
        {rows.map(({ correction, check }) => (
          <li key={check.id} className="small py-1" data-testid="verdict">
            <Mark name={verdictMark(check.verdict)} label="" />{' '}
            <b className="first-letter:uppercase">{correction.name}</b>: {check.verdict},{' '}
            {signedFigure(correction.kind, check.before, per)} before,{' '}
            {signedFigure(correction.kind, check.difference, per)} now
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the stage does not call for yet. */
export function Waiting({
  reading: { findings, stage },
  more = false,
  onMore,
}: {
  reading: ReadingDetail;
  more?: boolean;
  onMore?: (more: boolean) => void;
}) {
  const quiet = findings.filter(({ loud, decision }) => !loud && !decision);
  const silent = quiet.filter(({ silenced }) => silenced).length;
  const waiting = quiet.length - silent;
  if (quiet.length === 0) return null;
  return (
    <p className="small pt-1">
      {`${waitingInWords({ waiting, silent, stage })} `}
      {onMore && (
        <button className="line" aria-pressed={more} onClick={() => onMore(!more)}>
          {more ? 'Leave them out' : 'Show them all the same'}
        </button>
      )}
    </p>
  );
}

interface Props {
  readonly detail: PaintingDetail;
  readonly number: number;
  readonly reading: ReadingDetail;
  /** findings shown on the flat, and all that were not dismissed */
  readonly listed: readonly FindingOfReading[];
  readonly openCount: number;
  /** findings that were dismissed, are meant so or wait for a later stage */
  readonly quietCount: number;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  readonly title: string;
  /** also what the stage does not call for yet */
  readonly more?: boolean;
  readonly onMore?: (more: boolean) => void;
  /** what holds of the whole picture for the subject that is read */
  readonly words?: ReactNode;
  /** what stands under the findings */
  readonly after?: ReactNode;
  /** what stands under the chosen finding */
  readonly under?: ReactNode;
}

/** What one session's reading says: findings in the order painters correct, and verdicts on earlier corrections. */
export function ReadingSlip({
  detail,
  number,
  reading,
  listed,
  openCount,
  quietCount,
  chosen,
  onChoose,
  title,
  words,
  after,
  under,
  more,
  onMore,
}: Props) {
  const scale = useScale();
  return (
    <>
      <h2>
        {title}, session {number}
      </h2>
      <p className="small mt-1 mb-2">
        {reading.planVersion === null
          ? WALL_TEXT.withoutReferenceJudged
          : differsInWords({ open: openCount, quiet: quietCount })}
        {reading.stale && ` ${WALL_TEXT.readAgain}`}
        {reading.ofEarlierMethod && ` ${EARLIER_METHOD}`}
      </p>
      {words}
      {!words && reading.change && <p className="serif mb-2">{reading.change}</p>}
      {!words &&
        reading.lostLights.map((lost) => (
          <p key={lost} className="serif mb-2">
            {lost}
          </p>
        ))}
      {!words && reading.firstCovered && <p className="serif mb-2">{WALL_TEXT.groundCovered}</p>}
      <ul className="rows -mx-[18px]">
        {listed.map((finding) => (
          <li key={finding.index}>
            <button
              className="row-button"
              aria-pressed={chosen === finding.index}
              onClick={() => onChoose(chosen === finding.index ? null : finding.index)}
            >
              <b>{finding.index + 1}</b>
              <span>
                <Mark name={markOf(finding, scale.per)} label="" /> {finding.words}
                {finding.decision === 'taken' && <span className="small"> taken</span>}
              </span>
            </button>
            {chosen === finding.index && under && <div className="px-[18px] pb-2">{under}</div>}
          </li>
        ))}
      </ul>
      {openCount > listed.length && <p className="small pt-1">{smallerInWords(openCount - listed.length)}</p>}
      <Waiting reading={reading} more={more} onMore={onMore} />
      {after}
      {!words && <Verdicts detail={detail} number={number} />}
      {reading.coverage && (
        <p className="small mt-2 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
          <Mark name="bare-ground" label="" /> {coveredInWords(reading.coverage.covered)}
        </p>
      )}
      {reading.glareShare > 0.001 && (
        <p className="small mt-2 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
          <Mark name="not-read" label="not read" /> {glareInWords(reading.glareShare)}
        </p>
      )}
    </>
  );
}
