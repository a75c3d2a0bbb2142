import { fileUrl, type Account, type FindingOfReading, type Photo, type ReadingDetail } from '../../contract';
import { readAgainstInWords, WALL_TEXT } from '../../core/words';
import { EdgeNotes } from '../faces/edgeViews';
import { faceOf } from '../faces/faces';
import { Seats } from '../faces/seats';
import { SUBJECTS } from '../faces/subjects';
import { SubjectWords } from '../faces/subjectViews';
import { Guessed } from './guess';
import { Margins } from './margins';
import { ReadingSlip } from './readingSlip';
import { AboutPlace, ShowMe } from './showMe';
import { InquiryAside } from './tools/inquiryAside';
import { useWall } from './wallModel';

interface Read {
  readonly photo: Photo;
  readonly reading: ReadingDetail;
}

/** The slip beside the wall: an inquiry while one is under way, else what the reading says of its subject. */
export function WallSlip({ photo, reading }: Read) {
  const { inquiry } = useWall();
  if (inquiry.tool) return <InquiryAside photo={photo} tool={inquiry.tool} />;
  return (
    <>
      <Sentences reading={reading} photo={photo} />
      <Place reading={reading} />
      {photo.impression ? <Guessed impression={photo.impression} /> : null}
      <Outward photo={photo} reading={reading} />
    </>
  );
}

type WithAccount = ReadingDetail & { account: Account };

/** What holds of the whole picture for the subject that is read. */
function AboutSubject({ reading }: { reading: WithAccount }) {
  const { detail, subject, state, moves, edges, thin } = useWall();
  if (!edges || !thin || subject === 'all') return null;
  return (
    <SubjectWords
      reading={reading}
      subject={subject}
      onMass={moves.chooseMass}
      marks={detail.plan?.marks ?? []}
      edges={edges}
      thin={thin}
      focal={detail.plan?.focal ?? null}
      along={state.along}
      onAlong={moves.chooseAlong}
    />
  );
}

/** What the reading says of its subject, sentence by sentence. */
function Sentences({ photo, reading }: Read) {
  const { detail, number, subject, listed, open, quiet, state, moves, edges } = useWall();
  const finding = listed.find(({ index }) => index === state.chosen) ?? null;
  const withAccount = reading.account ? (reading as WithAccount) : null;
  return (
    <>
      <ReadingSlip
        detail={detail}
        number={number}
        reading={reading}
        listed={listed}
        openCount={open.length}
        quietCount={quiet}
        more={state.more}
        onMore={() => moves.switch('more')}
        chosen={state.chosen}
        onChoose={moves.choose}
        title={subject === 'all' ? 'Reading' : (SUBJECTS.find(([name]) => name === subject)?.[1] ?? 'Reading')}
        words={withAccount && subject !== 'all' ? <AboutSubject reading={withAccount} /> : null}
        after={withAccount && edges && subject === 'edges' && <EdgeNotes reading={withAccount} edges={edges} />}
        under={finding && <Chosen finding={finding} reading={reading} />}
      />
      {withAccount && subject === 'drawing' && (
        <Seats detail={detail} photo={photo} reading={reading} chosen={state.seat} onChoose={moves.chooseSeat} />
      )}
    </>
  );
}

/** What is known of the place that was tapped. */
function Place({ reading }: Pick<Read, 'reading'>) {
  const { painting, state, moves, toPlan, mass, subject, moved } = useWall();
  if (!state.pinned || !reading.account) return null;
  const [x, y] = state.pinned;
  return (
    <div className="mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
      <AboutPlace
        at={toPlan([x * painting.widthMm, y * painting.heightMm])}
        reading={reading}
        onFinding={moves.choose}
      />
      {mass && subject === 'drawing' && <Margins mass={mass} painting={painting} moved={moved} />}
    </div>
  );
}

/** The reading as files, and what it was read against. */
function Outward({ photo, reading }: Read) {
  const { number } = useWall();
  return (
    <details className="small mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
      <summary>Details and files</summary>
      Session {number} as{' '}
      <a className="line" href={fileUrl('readingJson', photo.id)}>
        JSON
      </a>
      , or tables of{' '}
      {(['masses', 'findings', 'relations'] as const).map((table, i) => (
        <span key={table}>
          {i > 0 && ', '}
          <a className="line" href={fileUrl('readingCsv', photo.id, { table })}>
            {table}
          </a>
        </span>
      ))}
      {'.'}
      {` ${readAgainstInWords(reading.planVersion, reading.algorithm)}`}
    </details>
  );
}

/** Under the chosen sentence: what it rests on, and the picture without it. */
function Chosen({ finding, reading }: { finding: FindingOfReading; reading: ReadingDetail }) {
  const { painting, planned, painted, moved, state, moves } = useWall();
  const [x, y, w, h] = finding.region.box;
  const on = state.whatIf.includes(finding.index);
  return (
    <>
      <ShowMe
        finding={finding}
        reading={reading}
        painting={painting}
        plan={planned}
        flat={painted}
        moved={moved([x + w / 2, y + h / 2])}
      />
      {faceOf(finding.kind).takenOut(finding) && (
        <button className="btn w-full" aria-pressed={on} onClick={() => moves.takeOut(finding.index)}>
          {on ? 'Put it back as painted' : WALL_TEXT.whatIf}
        </button>
      )}
    </>
  );
}
