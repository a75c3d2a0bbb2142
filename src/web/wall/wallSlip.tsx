import { marginsInWords, readAgainstInWords, WALL_TEXT } from '../../core/words';
import { useState } from 'react';
import {
  fileUrl,
  type Account,
  type FindingOfReading,
  type MassOfReading,
  type Painting,
  type PaintingDetail,
  type Photo,
  type ReadingDetail,
} from '../../contract';
import type { Point } from '../../core/raster';
import { JobProgress } from '../ui/jobProgress';
import { ProblemNote } from '../ui/problem';
import { ReadingSlip } from './readingSlip';
import { useSettings } from '../settings';
import type { LoadedPicture } from '../stage/usePicture';
import { GuessForm, Guessed } from './guess';
import { TOOLS, type Inquiry } from './tools/inquiry';
import { InquiryResult } from './tools/inquirySlip';
import { LandmarkSlip } from './tools/landmarkSlip';
import { LandmarkTable } from './tools/landmarkTable';
import { Seats } from '../faces/seats';
import { AboutPlace, ShowMe } from './showMe';
import { SubjectWords } from '../faces/subjectViews';
import { SUBJECTS, type Subject } from '../faces/subjects';
import type { useLandmarks } from './tools/useLandmarks';
import { faceOf } from '../faces/faces';

interface Props {
  readonly detail: PaintingDetail;
  readonly number: number;
  readonly photo: Photo;
  readonly reading: ReadingDetail;
  readonly subject: Subject;
  readonly listed: readonly FindingOfReading[];
  readonly openCount: number;
  readonly quietCount: number;
  readonly more: boolean;
  readonly onMore: (more: boolean) => void;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  readonly mass: MassOfReading | null;
  readonly onMass: (id: number | null) => void;
  /** canvas mm on the plan */
  readonly pinned: Point | null;
  readonly inquiry: Inquiry;
  readonly landmarks: ReturnType<typeof useLandmarks>;
  readonly whatIf: readonly number[];
  readonly onWhatIf: (next: readonly number[]) => void;
  /** index of the seat that is looked at */
  readonly seat: number | null;
  readonly onSeat: (k: number | null) => void;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  readonly moved: (at: Point) => Point;
}

/** Margins of a mass in the window that the frame leaves, planned and painted. */
function Margins({ mass, painting, moved }: { mass: MassOfReading; painting: Painting; moved: (at: Point) => Point }) {
  const { top, right, bottom, left } = painting.setUp.rebate;
  const points = mass.place.outlines.flat();
  if (points.length === 0) return null;
  const sides = (list: readonly Point[]) => {
    const [xs, ys] = [list.map(([x]) => x), list.map(([, y]) => y)];
    return [
      Math.min(...xs) - left,
      painting.widthMm - right - Math.max(...xs),
      Math.min(...ys) - top,
      painting.heightMm - bottom - Math.max(...ys),
    ];
  };
  const planned = sides(points);
  const painted = sides(
    points.map(([x, y]): Point => {
      const [dx, dy] = moved([x, y]);
      return [x + dx, y + dy];
    }),
  );
  return <p className="small">{marginsInWords(planned, painted)}</p>;
}

/** The slip beside the wall: an inquiry while one is under way, else what the reading says of its subject. */
export function WallSlip(props: Props) {
  const {
    detail,
    number,
    photo,
    reading,
    subject,
    listed,
    chosen,
    mass,
    pinned,
    inquiry,
    landmarks,
    plan,
    flat,
    moved,
  } = props;
  const { painting } = detail;
  const { settings } = useSettings();
  const [revealed, setRevealed] = useState<string | null>(null);
  const pair = { painting, plan, flat, moved };
  if (settings.guessFirst && !photo.impression && revealed !== photo.id)
    return <GuessForm paintingId={painting.id} photo={photo} onSkip={() => setRevealed(photo.id)} />;
  if (inquiry.tool)
    return (
      <>
        <h2>{TOOLS.find(([tool]) => tool === inquiry.tool)?.[1]}</h2>
        {inquiry.tool === 'landmarks' ? (
          <>
            <LandmarkSlip
              landmarks={landmarks.landmarks}
              waiting={inquiry.waiting !== null}
              kept={landmarks.kept}
              painting={painting}
              plan={plan}
              flat={flat}
              snap={landmarks.snap}
              onSnap={landmarks.setSnap}
              onChange={inquiry.setLandmarks}
              onKeep={() => void landmarks.keepAll()}
            />
            <LandmarkTable detail={detail} number={number} landmarks={landmarks.landmarks} />
            <JobProgress job={landmarks.job} />
            <ProblemNote error={landmarks.error} />
          </>
        ) : (
          <>
            <p className="small">{TOOLS.find(([tool]) => tool === inquiry.tool)?.[2]}</p>
            <InquiryResult inquiry={inquiry} photo={photo} {...pair} />
            {inquiry.points.length > 0 && (
              <button className="line" onClick={() => inquiry.setPoints([])}>
                Begin again
              </button>
            )}
          </>
        )}
      </>
    );
  const finding = listed.find(({ index }) => index === chosen) ?? null;
  const withAccount = reading.account ? (reading as ReadingDetail & { account: Account }) : null;
  return (
    <>
      <ReadingSlip
        {...props}
        title={subject === 'all' ? 'Reading' : (SUBJECTS.find(([name]) => name === subject)?.[1] ?? 'Reading')}
        words={
          withAccount && subject !== 'all' ? (
            <SubjectWords
              reading={withAccount}
              subject={subject}
              onMass={props.onMass}
              marks={detail.plan?.marks ?? []}
            />
          ) : null
        }
        under={finding && <Chosen {...props} finding={finding} />}
      />
      {withAccount && subject === 'drawing' && (
        <Seats detail={detail} photo={photo} reading={reading} chosen={props.seat} onChoose={props.onSeat} />
      )}
      {pinned && reading.account && (
        <div className="mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
          <AboutPlace at={pinned} reading={reading} onFinding={props.onChoose} />
          {mass && subject === 'drawing' && <Margins mass={mass} painting={painting} moved={moved} />}
        </div>
      )}
      {photo.impression ? <Guessed impression={photo.impression} /> : null}
      <p className="small mt-3 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
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
      </p>
    </>
  );
}

/** Under the chosen sentence: what it rests on, and the picture without it. */
function Chosen({
  finding,
  reading,
  detail,
  plan,
  flat,
  moved,
  whatIf,
  onWhatIf,
}: Props & { finding: FindingOfReading }) {
  const [x, y, w, h] = finding.region.box;
  const on = whatIf.includes(finding.index);
  return (
    <>
      <ShowMe
        finding={finding}
        reading={reading}
        painting={detail.painting}
        plan={plan}
        flat={flat}
        moved={moved([x + w / 2, y + h / 2])}
      />
      {faceOf(finding.kind).takenOut(finding) && (
        <button
          className="btn w-full"
          aria-pressed={on}
          onClick={() => onWhatIf(on ? whatIf.filter((i) => i !== finding.index) : [...whatIf, finding.index])}
        >
          {on ? 'Put it back as painted' : WALL_TEXT.whatIf}
        </button>
      )}
    </>
  );
}
