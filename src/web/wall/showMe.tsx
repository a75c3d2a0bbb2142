import { useEffect, useRef } from 'react';
import type { FindingOfReading, MassOfReading, Painting, ReadingDetail } from '../../contract';
import { massInWords, relationInWords, WALL_TEXT } from '../../core/words';
import { placeHolds, type Point } from '../../core/raster';
import { useScale } from '../settings';
import type { LoadedPicture } from '../stage/usePicture';
import { Pane } from '../stage/pane';
import { kindOf } from '../../core/kinds';
import { faceOf } from '../faces/faces';
import { FindingDoubts } from '../faces/findingDoubts';
import { figure, LIGHT_WORDS } from '../words';

const SIZE = 120;
const MARGIN = 0.08;

/** One place of one picture, cut out and laid on neutral grey. */
function Patch({
  picture,
  finding,
  painting,
  moved,
  label,
}: {
  picture: LoadedPicture | null;
  finding: Pick<FindingOfReading, 'place' | 'region'>;
  painting: Painting;
  /** where the place was found in this picture, mm beyond the plan */
  moved: Point;
  label: string;
}) {
  const draw = (context: CanvasRenderingContext2D, ratio: number) => {
    if (!picture) return;
    const [x, y, w, h] = finding.region.box;
    const side = Math.max(w, h) * (1 + 2 * MARGIN);
    const scale = (SIZE * ratio) / side;
    const [left, top] = [x + w / 2 - side / 2, y + h / 2 - side / 2];
    context.beginPath();
    for (const outline of finding.place.outlines)
      outline.forEach(([px, py], i) => context[i ? 'lineTo' : 'moveTo']((px - left) * scale, (py - top) * scale));
    context.clip('evenodd');
    const perMm = picture.bitmap.width / painting.widthMm;
    context.drawImage(
      picture.bitmap,
      (left + moved[0]) * perMm,
      (top + moved[1]) * perMm,
      side * perMm,
      side * perMm,
      0,
      0,
      SIZE * ratio,
      SIZE * ratio,
    );
  };
  // By where it was found, not by the identity of the pair: the pointer moves over the wall all the time.
  return (
    <Pane
      size={SIZE}
      draw={draw}
      changes={[picture, finding, painting, moved[0], moved[1]]}
      role="img"
      aria-label={label}
    />
  );
}

/**
 * From a sentence to what it rests on: both patches side by side on neutral grey, the two numbers, and how they were
 * got.
 */
export function ShowMe({
  finding,
  reading,
  painting,
  plan,
  flat,
  moved,
}: {
  finding: FindingOfReading;
  reading: ReadingDetail;
  painting: Painting;
  plan: LoadedPicture | null;
  flat: LoadedPicture | null;
  moved: Point;
}) {
  const scale = useScale();
  const { target, painted } = finding;
  const kind = kindOf(finding.kind);
  const what = kind.shows;
  const figures = (one: typeof target) => what && (what === 'value' ? scale.show(one.value) : figure(one[what], 0));
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    section.current?.scrollIntoView({ block: 'nearest' });
  }, [finding.index]);
  return (
    <section ref={section} aria-label="What it rests on" className="my-2" data-testid="show-me">
      <div className="flex gap-3">
        {(
          [
            ['plan', plan, target, [0, 0]],
            ['painted', flat, painted, moved],
          ] as const
        ).map(([name, picture, one, by]) => (
          <figure key={name} className="m-0">
            <Patch
              picture={picture}
              finding={finding}
              painting={painting}
              moved={by as Point}
              label={`The place, ${name}`}
            />
            <figcaption className="small">
              {name}
              {what && (
                <>
                  : {what} <b>{figures(one)}</b>
                </>
              )}
            </figcaption>
          </figure>
        ))}
      </div>
      <p className="small mt-1">
        {kind.basis(finding, scale.per)}
        {faceOf(finding.kind).traced && ` ${LIGHT_WORDS[reading.light.method].sentence}`}
      </p>
      <FindingDoubts finding={finding} />
    </section>
  );
}

/** From a place to every sentence about it: findings, and the mass it lies on. */
export function AboutPlace({
  at,
  reading,
  onFinding,
}: {
  /** canvas mm */
  at: Point;
  reading: ReadingDetail;
  onFinding: (index: number) => void;
}) {
  const scale = useScale();
  const mass: MassOfReading | undefined = reading.masses.find(({ place }) => placeHolds(place, at));
  const about = reading.findings.filter((one) => kindOf(one.kind).named(one) === null && placeHolds(one.place, at));
  const relations = mass
    ? (reading.account?.relations ?? []).filter(
        ({ ids, reversed, difference }) => ids.includes(mass.id) && (reversed || Math.abs(difference) > 0.4),
      )
    : [];
  const nameOf = (id: number) => reading.masses.find((one) => one.id === id)?.name ?? '';
  return (
    <section aria-label="About this place" data-testid="about-place">
      <h3 className="first-letter:uppercase">{mass?.name ?? 'This place'}</h3>
      {mass && <p className="small">{massInWords(mass, scale.show)}</p>}
      <ul>
        {about.map(({ index, words }) => (
          <li key={index}>
            <button className="line text-left" onClick={() => onFinding(index)}>
              {index + 1}. {words}
            </button>
          </li>
        ))}
        {relations.map((one) => (
          <li key={one.ids.join()} className="small">
            {relationInWords(one, [nameOf(one.ids[0]), nameOf(one.ids[1])], scale.per)}
          </li>
        ))}
      </ul>
      {about.length === 0 && relations.length === 0 && <p className="small">{WALL_TEXT.nothingAgainst}</p>}
    </section>
  );
}
