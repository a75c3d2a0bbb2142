import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { WALL_TEXT } from '../../core/words';
import { placeHolds, type Point } from '../../core/raster';
import { useReading } from '../api/queries';
import { useKeys } from '../keyboard';
import { DifferenceField, mapOf, useDifferences, type Mapped } from '../faces/differenceField';
import { DriftMarks, MassOutlines } from '../faces/driftMarks';
import { TOOLS, useInquiry, type Side } from './tools/inquiry';
import { InquiryMarks, PlumbAndLevel, RangeEnds } from './tools/inquiryMarks';
import { isPattern, PatternPlaces, type PatternName } from '../faces/patternPlaces';
import { SeatMarks, seatShown } from '../faces/seats';
import { SUBJECTS, belongs, type Subject } from '../faces/subjects';
import { mapsOf, ReadingTables } from '../faces/subjectViews';
import { ToolBar } from './tools/toolBar';
import { useLandmarks } from './tools/useLandmarks';
import { useMoved } from '../stage/useMoved';
import { takenOf, useWhatIf } from './useWhatIf';
import { WallSlip } from './wallSlip';
import { SessionRail } from '../painting/sessionRail';
import { SpotSlip } from './tools/spotSlip';
import { SurroundChoice } from '../ui/surround';
import { AidBar } from './aidBar';
import { useAids } from './aidState';
import { Hanging, OverPictures } from './hanging';
import { Departures, departurePlaces, DetailsInPlace } from './planOverlay';
import { Pictures, type Laid } from '../stage/pictures';
import { useHung, usePlanRange } from './useHung';
import { WHOLE, zoomAt, type View } from '../stage/view';
import { LIGHT_WORDS, nextOf, planInWords } from '../words';
import { useDetail } from '../painting/paintingLayout';

const MOST_LISTED = 7;

const MIDDLE = { at: [0.5, 0.5] as Point, size: { width: 1, height: 1 } };
const whole = ({ mirror, turned }: View): View => ({ ...WHOLE, mirror, turned });

/** Reference and painting on the grey studio wall. */
export function Wall() {
  const detail = useDetail();
  const { painting, plan } = detail;
  const number = Number(useParams().session);
  const navigate = useNavigate();
  const { photo, planned, left: hung, flat: painted, beside, others, search, put } = useHung(detail, number);
  const { data: reading } = useReading(painting.id, photo?.id ?? null);
  const { aids, change } = useAids();
  const [view, setView] = useState(WHOLE);
  const [laid, setLaid] = useState<Laid>('side');
  const [spot, setSpot] = useState<Point | null>(null);
  const [pinned, setPinned] = useState<Point | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [mass, setMass] = useState<number | null>(null);
  const [seat, setSeat] = useState<number | null>(null);
  const [whatIf, setWhatIf] = useState<readonly number[]>([]);
  const [mapped, setMapped] = useState<Mapped | PatternName | null>(null);
  const [more, setMore] = useState(false);
  const [plumb, setPlumb] = useState(false);
  const [outlines, setOutlines] = useState(false);
  const [marks, setMarks] = useState(true);
  const [details, setDetails] = useState(false);
  const [showFlat, setShowFlat] = useState(true);
  const subject: Subject = SUBJECTS.find(([name]) => name === search.get('read'))?.[0] ?? 'all';
  const { moved, toPlan, onFlat } = useMoved(reading);
  const inquiry = useInquiry(painting, toPlan);
  const landmarks = useLandmarks(painting, photo, { inquiry, plan: planned, flat: painted });
  const taken = (reading?.findings ?? []).filter(({ index }) => whatIf.includes(index));
  const repainted = useWhatIf(
    painted,
    taken.flatMap((one) => takenOf(one, moved) ?? []),
    painting,
  );
  const flat = repainted ?? painted;
  // What was taken out is compared with the painting as it is.
  const left = repainted ? painted : hung;
  const range = usePlanRange(left?.pixels);
  const maps = mapsOf(subject);
  const map = maps.find(({ of }) => of === mapped)?.of ?? maps[0]?.of ?? null;
  const field = map && !isPattern(map) ? map : null;
  const differences = useDifferences(field === null ? null : mapOf(photo));
  const here = (reading?.findings ?? []).filter((one) => belongs(subject, one));
  const open = here.filter(
    ({ loud, decision }) => (loud || more) && decision !== 'dismissed' && decision !== 'planned',
  );
  const read = (next: Subject) => {
    put('read', next === 'all' ? null : next);
    setChosen(null);
    setSeat(null);
  };
  const turn = (by: number) => {
    const at = SUBJECTS.findIndex(([name]) => name === subject);
    read(SUBJECTS[(at + by + SUBJECTS.length) % SUBJECTS.length][0]);
  };
  const chosenMass = reading?.masses.find(({ id }) => id === mass) ?? null;
  const tied = detail.references.filter(({ place, governs }) => place && !governs);
  const sitting = seatShown(subject, reading, seat);
  const departures = departurePlaces(detail, reading);
  const listed = open.slice(0, MOST_LISTED);
  const step = nextOf(detail, number);
  const hang = (next: Laid) => {
    setLaid(next);
    setShowFlat(next !== 'blink');
  };
  const blink = () => (laid === 'blink' ? setShowFlat(!showFlat) : hang('blink'));
  const go = (n: number) => (others.includes(n) ? void navigate(`/painting/${painting.id}/wall/${n}`) : undefined);
  const zoom = (factor: number) => () => setView(zoomAt(view, factor, MIDDLE));
  const steps = Object.fromEntries(
    [2, 3, 4, 5, 6, 7, 8, 9].map((n) => [String(n), () => change({ steps: aids.steps === n ? 0 : n })]),
  );
  useKeys({
    ...steps,
    ...Object.fromEntries(
      TOOLS.map(([tool, , , hotkey]) => [hotkey, () => inquiry.choose(inquiry.tool === tool ? null : tool)]),
    ),
    s: () => change({ squint: !aids.squint }),
    g: () => change({ grey: !aids.grey }),
    m: () => setView({ ...view, mirror: !view.mirror }),
    u: () => setView({ ...view, turned: !view.turned }),
    b: () => change({ stepBack: !aids.stepBack }),
    h: () => change({ cover: !aids.cover }),
    o: () => hang(laid === 'plumb' ? 'side' : 'plumb'),
    l: () => setPlumb(!plumb),
    k: () => setOutlines(!outlines),
    '[': () => turn(-1),
    ']': () => turn(1),
    ' ': blink,
    ',': () => go(number - 1),
    '.': () => go(number + 1),
    '+': zoom(1.4),
    '=': zoom(1.4),
    '-': zoom(1 / 1.4),
    '0': () => setView(whole(view)),
    Enter: () => void navigate(step.to),
    Escape: () => {
      setChosen(null);
      setPinned(null);
      setMass(null);
      setSeat(null);
      inquiry.choose(null);
      hang('side');
    },
  });
  const planName = (
    <>
      <b>{plan ? 'Plan' : 'No reference'}</b>&ensp;{plan && planInWords(plan)}
    </>
  );
  const flatName = photo ? (
    <>
      <b>Session {number}</b>&ensp;flat, {reading ? LIGHT_WORDS[reading.light.method].caption : ''}
    </>
  ) : (
    <b>No session read yet</b>
  );
  const leftWords = repainted ? (
    <b>As painted, session {number}</b>
  ) : beside === null ? (
    planName
  ) : (
    <b>Session {beside}</b>
  );
  const pick = (at: Point, side: Side) => {
    if (inquiry.tool === 'landmarks') return landmarks.tap(at, side);
    if (inquiry.tool) return inquiry.tap(at, side);
    setPinned(at);
    const mm: Point = [at[0] * painting.widthMm, at[1] * painting.heightMm];
    const place = side === 'flat' ? toPlan(mm) : mm;
    setMass(reading?.masses.find((one) => placeHolds(one.place, place))?.id ?? null);
  };
  const drawn = (side: Side) =>
    inquiry.draws
      ? (at: Point, stroke: Parameters<typeof inquiry.draw>[1]) => inquiry.draw(at, stroke, side)
      : undefined;
  const shown = (side: Side, toPx: (at: Point) => Point) =>
    inquiry.tool && (
      <InquiryMarks
        inquiry={inquiry}
        landmarks={landmarks.landmarks}
        painting={painting}
        toPx={toPx}
        side={side}
        moved={moved}
      />
    );
  const level = (toPx: (at: Point) => Point, size: { width: number; height: number }) =>
    plumb && (spot ?? pinned) && <PlumbAndLevel at={(spot ?? pinned) as Point} size={size} toPx={toPx} />;
  const ends = subject === 'values' && marks && !inquiry.tool ? reading?.account?.range : undefined;
  const listedOnFlat = listed.map(onFlat);
  const outlined = chosenMass ? [chosenMass] : outlines ? (reading?.masses ?? []) : [];
  return (
    <div className="flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(600px, 100%)' }}>
        <div className="mb-9 flex flex-wrap items-baseline gap-x-6 gap-y-1">
          {reading?.account && (
            <div className="words" role="group" aria-label="What is read">
              {SUBJECTS.map(([name, words]) => (
                <button
                  key={name}
                  className="word"
                  aria-pressed={subject === name}
                  title="keys [ and ]"
                  onClick={() => read(name)}
                >
                  {words}
                </button>
              ))}
            </div>
          )}
          <Hanging
            laid={laid}
            onLaid={hang}
            beside={beside}
            onBeside={(n) => put('beside', n === null ? null : String(n))}
            others={others}
          />
        </div>
        <Pictures
          painting={painting}
          plan={left}
          flat={flat}
          aids={aids}
          view={view}
          onView={setView}
          laid={laid}
          spot={spot ?? pinned}
          onSpot={setSpot}
          onPick={pick}
          onDraw={drawn('flat')}
          onDrawPlan={drawn('plan')}
          findings={marks && map === null && !inquiry.tool && !repainted ? listedOnFlat : []}
          chosen={chosen}
          range={range}
          showFlat={showFlat}
          planless={!detail.reference}
          leftName={repainted ? 'as painted' : beside === null ? 'plan' : `session ${beside}`}
          under={(toPx) =>
            marks && (
              <>
                {reading?.account && map && isPattern(map) && (
                  <PatternPlaces account={reading.account} name={map} painting={painting} toPx={toPx} moved={moved} />
                )}
                {differences && field && (
                  <DifferenceField map={differences} of={field} painting={painting} toPx={toPx} />
                )}
                {outlined.length > 0 && <MassOutlines masses={outlined} painting={painting} toPx={toPx} />}
                {sitting && <SeatMarks seat={sitting} painting={painting} toPx={toPx} moved={moved} />}
                {subject === 'drawing' && !sitting && reading?.account && (
                  <DriftMarks account={reading.account} painting={painting} toPx={toPx} />
                )}
              </>
            )
          }
          extra={(toPx, size) => (
            <>
              {ends && <RangeEnds range={ends.painted} painting={painting} toPx={toPx} moved={moved} />}
              {level(toPx, size)}
              {shown('flat', toPx)}
            </>
          )}
          onPlan={(toPx, size) =>
            beside === null &&
            !repainted && (
              <>
                {outlined.length > 0 && (
                  <MassOutlines
                    masses={outlined}
                    painting={painting}
                    toPx={toPx}
                    moved={outlines ? moved : undefined}
                  />
                )}
                {sitting && <SeatMarks seat={sitting} painting={painting} toPx={toPx} />}
                {ends && <RangeEnds range={ends.planned} painting={painting} toPx={toPx} />}
                {level(toPx, size)}
                {shown('plan', toPx)}
                {marks && <Departures places={departures} painting={painting} toPx={toPx} />}
                {details && <DetailsInPlace details={tied} painting={painting} toPx={toPx} />}
              </>
            )
          }
          names={{ plan: leftWords, flat: repainted ? <b>With {taken.length} taken out</b> : flatName }}
        />
        {laid === 'blink' && <p className="small">{WALL_TEXT.spaceChanges}</p>}
        <div className="mt-3 flex flex-wrap items-baseline gap-x-6">
          <AidBar aids={aids} onAids={change} view={view} onView={setView} />
          <OverPictures
            marks={marks}
            onMarks={setMarks}
            details={tied.length > 0 ? details : null}
            onDetails={setDetails}
            zoomed={view.zoom !== 1}
            onWhole={() => setView(whole(view))}
          >
            {maps.length > 1 &&
              maps.map(({ of, words }) => (
                <button key={of} className="word" aria-pressed={map === of} onClick={() => setMapped(of)}>
                  {words}
                </button>
              ))}
          </OverPictures>
        </div>
        {reading?.account && photo && (
          <div className="mt-1">
            <ToolBar inquiry={inquiry} plumb={plumb} onPlumb={setPlumb} outlines={outlines} onOutlines={setOutlines} />
          </div>
        )}
        {reading && <ReadingTables reading={reading} subject={subject} chosen={mass} onChoose={setMass} />}
        <SessionRail detail={detail} shown={number} room="wall" />
        <div className="pt-3">
          <SurroundChoice />
        </div>
      </div>
      <aside
        className="slip flex w-full flex-col self-start lg:sticky lg:top-3 lg:h-[calc(100vh-70px)] lg:w-[292px]"
        style={{ minHeight: 'min(680px, 86vh)' }}
      >
        <div
          className="-mx-[18px] min-h-24 flex-1 overflow-y-auto px-[18px]"
          tabIndex={0}
          role="region"
          aria-label="Findings and verdicts"
        >
          {reading && photo ? (
            <WallSlip
              detail={detail}
              number={number}
              photo={photo}
              reading={reading}
              subject={subject}
              listed={listed}
              openCount={open.length}
              quietCount={here.length - open.length}
              more={more}
              onMore={setMore}
              chosen={chosen}
              onChoose={setChosen}
              mass={chosenMass}
              onMass={setMass}
              pinned={pinned && toPlan([pinned[0] * painting.widthMm, pinned[1] * painting.heightMm])}
              inquiry={inquiry}
              landmarks={landmarks}
              seat={seat}
              onSeat={setSeat}
              whatIf={whatIf}
              onWhatIf={setWhatIf}
              plan={planned}
              flat={painted}
              moved={moved}
            />
          ) : (
            <>
              <h2>The wall</h2>
              <p className="serif my-2">{photo ? WALL_TEXT.openingReading : WALL_TEXT.planHangs}</p>
            </>
          )}
        </div>
        {!inquiry.tool && (
          <div
            className="-mx-[18px] mt-3 px-[18px] py-3 "
            style={{ background: 'var(--well)', minHeight: (spot ?? pinned) ? 232 : undefined }}
          >
            <SpotSlip
              at={spot ?? pinned}
              left={left}
              flat={flat}
              painting={painting}
              leftName={repainted ? 'as painted' : beside === null ? 'plan' : `session ${beside}`}
            />
          </div>
        )}
        <div className="pt-4">
          <Link className="btn act w-full" to={step.to}>
            {step.words} <kbd>{step.hotkey}</kbd>
          </Link>
        </div>
      </aside>
    </div>
  );
}
