import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { PaintingDetail } from '../../contract';
import type { Point } from '../../core/raster';
import { quantile } from '../../core/raster';
import { useReading } from '../api/queries';
import { ValueLadder } from '../charts/valueLadder';
import { useKeys } from '../keyboard';
import { Mark, markOf } from '../marks/mark';
import { SessionRail, verdictMark } from '../slips/sessionRail';
import { SpotSlip } from '../slips/spotSlip';
import { SurroundChoice } from '../slips/surround';
import { AidBar } from '../wall/aidBar';
import { useAids } from '../wall/aidState';
import { Pictures, type Laid } from '../wall/pictures';
import { usePicture } from '../wall/usePicture';
import { WHOLE, zoomAt } from '../wall/view';
import { nextOf, plural } from '../words';
import { useDetail } from './paintingLayout';

const LIGHT_WORDS = {
  card: 'light taken out with the card',
  grey: 'light set by a known grey',
  plan: 'light guessed from the plan',
  untouched: 'light as photographed',
} as const;

function Verdicts({ detail, number }: { detail: PaintingDetail; number: number }) {
  const rows = detail.corrections
    .filter(({ open }) => open)
    .flatMap((correction) =>
      correction.checks.filter(({ sessionNumber }) => sessionNumber === number).map((check) => ({ correction, check })),
    );
  if (rows.length === 0) return null;
  const figure = (v: number) => `${v > 0 ? '+' : ''}${v.toFixed(1)}`;
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
            <Mark name={verdictMark(check.verdict)} label={check.verdict} /> <b>{correction.name}</b>: {check.verdict},{' '}
            {figure(check.before)} before, {figure(check.difference)} now
          </li>
        ))}
      </ul>
    </section>
  );
}

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

/** Reference and painting on the grey studio wall. */
export function Wall() {
  const detail = useDetail();
  const { painting, plan } = detail;
  const number = Number(useParams().session);
  const navigate = useNavigate();
  const photo = detail.sessions
    .find((one) => one.number === number)
    ?.photos.filter(({ readingId }) => readingId)
    .at(-1);
  const { data: reading } = useReading(painting.id, photo?.id ?? null);
  const { picture: planned } = usePicture(
    detail.reference ? `/api/paintings/${painting.id}/plan.jpg?v=${plan?.version}` : null,
  );
  const { picture: flat } = usePicture(photo ? `/api/photos/${photo.id}/flat.jpg?r=${photo.readingId}` : null);
  const { aids, change } = useAids();
  const [view, setView] = useState(WHOLE);
  const [laid, setLaid] = useState<Laid>('side');
  const [spot, setSpot] = useState<Point | null>(null);
  const [pinned, setPinned] = useState<Point | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [marks, setMarks] = useState(true);
  const [showFlat, setShowFlat] = useState(true);
  const range = usePlanRange(planned?.pixels);
  const open = (reading?.findings ?? []).filter(({ decision }) => decision !== 'dismissed');
  const listed = open.slice(0, 7);
  const step = nextOf(detail);
  const go = (n: number) =>
    detail.sessions.some((one) => one.number === n && one.photos.some(({ readingId }) => readingId)) &&
    void navigate(`/painting/${painting.id}/wall/${n}`);
  const steps = Object.fromEntries(
    [2, 3, 4, 5, 6, 7, 8, 9].map((n) => [String(n), () => change({ steps: aids.steps === n ? 0 : n })]),
  );
  const middle = { at: [0.5, 0.5] as Point, size: { width: 1, height: 1 } };
  const lay = (next: Laid) => () => setLaid(laid === next ? 'side' : next);
  useKeys({ ...steps, s: () => change({ squint: !aids.squint }), g: () => change({ grey: !aids.grey }), m: () => setView({ ...view, mirror: !view.mirror }), u: () => setView({ ...view, turned: !view.turned }), b: () => change({ stepBack: !aids.stepBack }), h: () => change({ cover: !aids.cover }), o: lay('plumb'), ' ': () => { if (laid !== 'blink') setLaid('blink'); setShowFlat(laid === 'blink' ? !showFlat : false); }, ',': () => go(number - 1), '.': () => go(number + 1), '+': () => setView(zoomAt(view, 1.4, middle)), '=': () => setView(zoomAt(view, 1.4, middle)), '-': () => setView(zoomAt(view, 1 / 1.4, middle)), '0': () => setView({ ...WHOLE, mirror: view.mirror, turned: view.turned }), Enter: () => void navigate(step.to), Escape: () => { setChosen(null); setPinned(null); } }); // prettier-ignore
  return (
    <div className="flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(600px, 100%)' }}>
        <div className="words mb-9" role="group" aria-label="How the pictures hang">
          {(
            [
              ['side', 'Side by side'],
              ['plumb', 'One over the other'],
              ['blink', 'Blink'],
            ] as const
          ).map(([name, words]) => (
            <button
              key={name}
              className="word"
              aria-pressed={laid === name}
              onClick={() => {
                setLaid(name);
                setShowFlat(name !== 'blink');
              }}
            >
              {words}
            </button>
          ))}
          <button className="word ml-auto" aria-pressed={marks} onClick={() => setMarks(!marks)}>
            Marks
          </button>
          {view.zoom !== 1 && (
            <button
              className="word"
              onClick={() => setView({ ...view, ...WHOLE, mirror: view.mirror, turned: view.turned })}
            >
              Whole picture <kbd>0</kbd>
            </button>
          )}
        </div>
        <Pictures
          painting={painting}
          plan={planned}
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
          names={{
            plan: (
              <>
                <b>Plan</b>&ensp;{plan?.key === 'range' ? 'reference in the paint’s range' : 'reference as it is'}
              </>
            ),
            flat: photo ? (
              <>
                <b>Session {number}</b>&ensp;flat, {reading ? LIGHT_WORDS[reading.light.method] : ''}
              </>
            ) : (
              <b>No session read yet</b>
            ),
          }}
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
        className="slip flex w-full flex-col self-start lg:sticky lg:top-3 lg:w-[292px]"
        style={{ minHeight: 'min(700px, 88vh)' }}
      >
        {reading ? (
          <>
            <h2>Values, session {number}</h2>
            <p className="small mt-1 mb-2">
              {open.length === 0
                ? 'Nothing differs from the plan beyond what this photograph can tell.'
                : `${plural(open.length, 'place')} ${open.length === 1 ? 'differs' : 'differ'} from the plan, the biggest first.`}
              {reading.stale && ' Corners, greys or plan have changed since: read the photo again.'}
            </p>
            <ul className="rows -mx-[18px]">
              {listed.map((finding) => (
                <li key={finding.index}>
                  <button
                    className="row-button"
                    aria-pressed={chosen === finding.index}
                    onClick={() => setChosen(chosen === finding.index ? null : finding.index)}
                  >
                    <b>{finding.index + 1}</b>
                    <span>
                      <Mark name={markOf(finding)} label="" /> {finding.words}
                      {finding.decision === 'taken' && <span className="small"> taken</span>}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {open.length > listed.length && (
              <p className="small pt-1">{plural(open.length - listed.length, 'smaller one')} under Decide.</p>
            )}
            <Verdicts detail={detail} number={number} />
            {reading.glareShare > 0.001 && (
              <p className="small mt-2 border-t pt-2" style={{ borderColor: 'var(--slip-rule)' }}>
                <Mark name="not-read" label="not read" /> {(reading.glareShare * 100).toFixed(1)} % not read: glare.
              </p>
            )}
          </>
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
        <div className="-mx-[18px] mt-4 px-[18px] py-3" style={{ background: 'var(--well)' }}>
          <SpotSlip at={spot ?? pinned} plan={planned} flat={flat} painting={painting} />
        </div>
        <div className="mt-auto pt-4">
          <Link className="btn act w-full" to={step.to}>
            {step.words} <kbd>{step.hotkey}</kbd>
          </Link>
        </div>
      </aside>
    </div>
  );
}
