import { seatFiguresInWords, WALL_TEXT } from '../../core/words';
import { Link } from 'react-router';
import type { MassMark, Painting, PaintingDetail, Photo, ReadingDetail, Seat } from '../../contract';
import { seatInWords } from '../../core/correct';
import { placeHolds, type Point } from '../../core/raster';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { useScale } from '../settings';
import type { Subject } from './subjects';
import { WordChoice } from '../ui/words';

const ANSWERS = [
  [true, 'It sits'],
  [false, 'It floats'],
] as const;

/** What a thing is called: by its group where it has several masses, else by its largest. */
export function thingName(ids: readonly number[], masses: ReadingDetail['masses'], marks: readonly MassMark[]): string {
  const [first, ...more] = masses.filter(({ id }) => ids.includes(id)).sort((a, b) => b.share - a.share);
  if (!first) return 'a thing';
  const group = more.length > 0 && marks.find((mark) => mark.group && placeHolds(first.place, mark.at))?.group;
  return group || first.name;
}

const same = ([x, y]: Point, [u, v]: Point) => Math.hypot(x - u, y - v) < 0.01;

/** The painter's answer of a photo; null = not answered. */
export const answerOf = ({ seated }: Pick<Photo, 'seated'>, { at }: Pick<Seat, 'at'>): boolean | null =>
  seated.find((one) => same(one.at, at))?.sits ?? null;

function OneSeat({
  seat,
  name,
  surface,
  answer,
  chosen,
  onChoose,
  onAnswer,
}: {
  seat: Seat;
  name: string;
  surface: string;
  answer: boolean | null;
  chosen: boolean;
  onChoose: () => void;
  onAnswer: (sits: boolean | null) => void;
}) {
  const scale = useScale();
  return (
    <li
      className="py-2"
      style={{
        borderTop: '1px solid var(--slip-rule)',
        boxShadow: chosen ? 'inset 4px 0 0 var(--ink)' : undefined,
        paddingLeft: chosen ? 10 : 0,
      }}
      data-testid="seat"
    >
      <button className="line text-left" aria-pressed={chosen} onClick={onChoose} style={{ fontWeight: 650 }}>
        {name} on {surface}
      </button>
      <p className="serif">{seatInWords(seat, scale.per)}</p>
      {chosen && <p className="small">{seatFiguresInWords(seat, scale.show, scale.per)}</p>}
      <WordChoice
        label={`Does it sit: ${name}`}
        options={ANSWERS}
        value={answer ?? undefined}
        onChoose={(sits) => onAnswer(answer === sits ? null : sits)}
      />
    </li>
  );
}

/** Whether things sit on their surfaces: what was measured, and the painter's own answer, kept with the session. */
export function Seats({
  detail,
  photo,
  reading,
  chosen,
  onChoose,
}: {
  detail: PaintingDetail;
  photo: Photo;
  reading: ReadingDetail;
  chosen: number | null;
  onChoose: (k: number | null) => void;
}) {
  const set = useAction('setSeated', detail.painting.id);
  const seats = reading.account?.seats ?? [];
  const marks = detail.plan?.marks ?? [];
  if (seats.length === 0 && marks.some(({ on }) => on)) return <p className="small mt-2">{WALL_TEXT.seatsUnknown}</p>;
  if (seats.length === 0)
    return (
      <p className="small mt-2">
        {WALL_TEXT.noSeats.before}
        <Link className="line" to={`/painting/${detail.painting.id}/plan?part=masses`}>
          {WALL_TEXT.noSeats.link}
        </Link>
        {WALL_TEXT.noSeats.after}
      </p>
    );
  const answer = (seat: Seat, sits: boolean | null) => {
    const others = photo.seated.filter(({ at }) => !same(at, seat.at));
    set.mutate({
      params: { photoId: photo.id },
      body: { seated: sits === null ? others : [...others, { at: seat.at, sits }] },
    });
  };
  return (
    <section aria-label="What rests on what">
      <h3 className="mt-2">{WALL_TEXT.doesItSit}</h3>
      <ul>
        {seats.map((seat, k) => (
          <OneSeat
            key={seat.at.join()}
            seat={seat}
            name={thingName(seat.thing, reading.masses, marks)}
            surface={thingName(seat.on, reading.masses, marks)}
            answer={answerOf(photo, seat)}
            chosen={chosen === k}
            onChoose={() => onChoose(chosen === k ? null : k)}
            onAnswer={(sits) => answer(seat, sits)}
          />
        ))}
      </ul>
      <ProblemNote error={set.error} />
    </section>
  );
}

/**
 * Where a thing meets its surface, and the darkest spot there.
 * @param moved from the plan's place to this picture's; none = the plan
 */
export function SeatMarks({
  seat,
  painting,
  toPx,
  moved,
}: {
  seat: Seat;
  painting: Painting;
  toPx: (at: Point) => Point;
  moved?: (at: Point) => Point;
}) {
  const px = (at: Point) => {
    const [dx, dy] = moved?.(at) ?? [0, 0];
    return toPx([(at[0] + dx) / painting.widthMm, (at[1] + dy) / painting.heightMm]);
  };
  const d = `M${seat.contact
    .map((at) =>
      px(at)
        .map((v) => v.toFixed(1))
        .join(' '),
    )
    .join('L')}`;
  const [x, y] = px(moved ? seat.accent.painted.at : seat.accent.planned.at);
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" data-testid="seat-marks">
      <path d={d} stroke="#fff" strokeWidth="5" />
      <path d={d} stroke="#000" strokeWidth="2.2" />
      <rect x={x - 6} y={y - 6} width="12" height="12" stroke="#fff" strokeWidth="4" />
      <rect x={x - 6} y={y - 6} width="12" height="12" stroke="#000" strokeWidth="1.6" />
    </g>
  );
}

/** Seats are part of the drawing. */
export const seatShown = (subject: Subject, reading: ReadingDetail | undefined, chosen: number | null): Seat | null =>
  subject === 'drawing' && chosen !== null ? (reading?.account?.seats[chosen] ?? null) : null;
