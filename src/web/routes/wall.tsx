import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { PaintingDetail } from '../../contract';
import { quantile, type Point } from '../../core/raster';
import { useReading } from '../api/queries';
import { ValueLadder } from '../charts/valueLadder';
import { useKeys } from '../keyboard';
import { ReadingSlip } from '../slips/readingSlip';
import { SessionRail } from '../slips/sessionRail';
import { SpotSlip } from '../slips/spotSlip';
import { SurroundChoice } from '../slips/surround';
import { AidBar } from '../wall/aidBar';
import { useAids } from '../wall/aidState';
import { Hanging, readSessions } from '../wall/hanging';
import { Departures, departurePlaces, DetailsInPlace } from '../wall/planOverlay';
import { Pictures, type Laid } from '../wall/pictures';
import { usePicture } from '../wall/usePicture';
import { WHOLE, zoomAt, type View } from '../wall/view';
import { LIGHT_WORDS, nextOf, planInWords } from '../words';
import { useDetail } from './paintingLayout';

const MOST_LISTED = 7;

/** Range of the plan's values, for steps that fit it. */
function usePlanRange(pixels: ImageData | undefined) {
  return useMemo(() => {
    if (!pixels) return { darkest: 1.6, lightest: 9.3 };
    const light = Float32Array.from(
      { length: Math.floor(pixels.data.length / 4 / 97) },
      (_, i) => pixels.data[i * 97 * 4 + 1] / 25.5,
    );
    return { darkest: quantile(light, 0.02), lightest: quantile(light, 0.98) };
  }, [pixels]);
}

const flatUrl = (photo: { id: string; readingId: string | null } | undefined) =>
  photo ? `/api/photos/${photo.id}/flat.jpg?r=${photo.readingId}` : null;

/** The pictures that hang: on the left the plan or an earlier session, on the right the flat of this one. */
function useHung(detail: PaintingDetail, number: number) {
  const [search, setSearch] = useSearchParams();
  const read = readSessions(detail);
  const others = read.map((one) => one.number).filter((n) => n !== number);
  const wanted = Number(search.get('beside'));
  const beside = others.includes(wanted) ? wanted : null;
  const photoOf = (n: number | null) => read.find((one) => one.number === n)?.photo;
  const { painting, plan, reference } = detail;
  const planUrl = reference ? `/api/paintings/${painting.id}/plan.jpg?v=${plan?.version}` : null;
  const { picture: left } = usePicture(beside === null ? planUrl : flatUrl(photoOf(beside)));
  const { picture: flat } = usePicture(flatUrl(photoOf(number)));
  const onBeside = (n: number | null) => setSearch(n === null ? {} : { beside: String(n) }, { replace: true });
  return { photo: photoOf(number), left, flat, beside, others, onBeside };
}

const MIDDLE = { at: [0.5, 0.5] as Point, size: { width: 1, height: 1 } };
const whole = ({ mirror, turned }: View): View => ({ ...WHOLE, mirror, turned });

/** Reference and painting on the grey studio wall. */
export function Wall() {
  const detail = useDetail();
  const { painting, plan } = detail;
  const number = Number(useParams().session);
  const navigate = useNavigate();
  const { photo, left, flat, beside, others, onBeside } = useHung(detail, number);
  const { data: reading } = useReading(painting.id, photo?.id ?? null);
  const { aids, change } = useAids();
  const [view, setView] = useState(WHOLE);
  const [laid, setLaid] = useState<Laid>('side');
  const [spot, setSpot] = useState<Point | null>(null);
  const [pinned, setPinned] = useState<Point | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [marks, setMarks] = useState(true);
  const [details, setDetails] = useState(false);
  const [showFlat, setShowFlat] = useState(true);
  const range = usePlanRange(left?.pixels);
  const open = (reading?.findings ?? []).filter(({ decision, loud }) => loud && decision !== 'dismissed');
  const tied = detail.references.filter(({ place, governs }) => place && !governs);
  const departures = departurePlaces(detail, reading);
  const listed = open.slice(0, MOST_LISTED);
  const step = nextOf(detail);
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
    s: () => change({ squint: !aids.squint }),
    g: () => change({ grey: !aids.grey }),
    m: () => setView({ ...view, mirror: !view.mirror }),
    u: () => setView({ ...view, turned: !view.turned }),
    b: () => change({ stepBack: !aids.stepBack }),
    h: () => change({ cover: !aids.cover }),
    o: () => hang(laid === 'plumb' ? 'side' : 'plumb'),
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
  return (
    <div className="flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(600px, 100%)' }}>
        <Hanging
          laid={laid}
          onLaid={hang}
          beside={beside}
          onBeside={onBeside}
          others={others}
          marks={marks}
          onMarks={setMarks}
          details={tied.length > 0 ? details : null}
          onDetails={setDetails}
          zoomed={view.zoom !== 1}
          onWhole={() => setView(whole(view))}
        />
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
          onPick={setPinned}
          findings={marks ? listed : []}
          chosen={chosen}
          range={range}
          showFlat={showFlat}
          planless={!detail.reference}
          onPlan={(toPx) =>
            beside === null && (
              <>
                {marks && <Departures places={departures} painting={painting} toPx={toPx} />}
                {details && <DetailsInPlace details={tied} painting={painting} toPx={toPx} />}
              </>
            )
          }
          names={{ plan: beside === null ? planName : <b>Session {beside}</b>, flat: flatName }}
        />
        {laid === 'blink' && <p className="small">Space changes the picture.</p>}
        <div className="mt-3">
          <AidBar aids={aids} onAids={change} view={view} onView={setView} />
        </div>
        {reading && (
          <div className="mt-3 overflow-x-auto border-t-2 pt-1" style={{ borderColor: 'var(--ink)' }}>
            <ValueLadder masses={reading.masses} />
          </div>
        )}
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
          {reading ? (
            <ReadingSlip
              detail={detail}
              number={number}
              reading={reading}
              listed={listed}
              openCount={open.length}
              chosen={chosen}
              onChoose={setChosen}
            />
          ) : (
            <>
              <h2>The wall</h2>
              <p className="serif my-2">
                {photo
                  ? 'Opening the reading.'
                  : 'The plan hangs. Photograph the canvas after the first session, and it hangs beside it.'}
              </p>
            </>
          )}
        </div>
        <div className="-mx-[18px] mt-3 px-[18px] py-3 lg:min-h-[232px]" style={{ background: 'var(--well)' }}>
          <SpotSlip
            at={spot ?? pinned}
            left={left}
            flat={flat}
            painting={painting}
            leftName={beside === null ? 'plan' : `session ${beside}`}
          />
        </div>
        <div className="pt-4">
          <Link className="btn act w-full" to={step.to}>
            {step.words} <kbd>{step.hotkey}</kbd>
          </Link>
        </div>
      </aside>
    </div>
  );
}
