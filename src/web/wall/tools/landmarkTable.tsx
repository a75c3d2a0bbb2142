import type { Landmark, Painting, PaintingDetail } from '../../../contract';
import { displacedBy, unitBetween, widestSpan, type Displaced, type Unit } from '../../../core/look';
import { likenessInWords, WALL_TEXT } from '../../../core/words';
import { useAction } from '../../api/queries';
import { NumberField } from '../../ui/numberField';
import { SortTable, type Column } from '../../ui/sortTable';

const USUAL_THRESHOLD = 2; // percent: about what an eye calls unlike in a face

/** Landmarks of the newest photograph before this one that has any, and of which session. */
export function landmarksBefore({ sessions }: Pick<PaintingDetail, 'sessions'>, number: number, photoId: string) {
  const here = sessions.find((session) => session.number === number)?.photos ?? [];
  const sooner = here.slice(
    0,
    Math.max(
      0,
      here.findIndex(({ id }) => id === photoId),
    ),
  );
  const earlier = sessions.filter((session) => session.number < number);
  return [
    ...earlier.flatMap((session) => session.photos.map((photo) => ({ of: session.number, photo }))),
    ...sooner.map((photo) => ({ of: number, photo })),
  ]
    .reverse()
    .find(({ photo }) => photo.landmarks.length > 0);
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

function columnsOf(before: string | null): Column<Displaced>[] {
  const was: Column<Displaced> = {
    name: before ?? '',
    number: true,
    show: (one) => (one.before ? percent(one.before.share) : ''),
    by: (one) => one.before?.share ?? -1,
  };
  return [
    { name: 'Landmark', show: ({ name }) => name, by: ({ name }) => name },
    { name: 'off by', number: true, show: ({ mm }) => `${mm.toFixed(1)} mm`, by: ({ mm }) => mm },
    { name: 'of span', number: true, show: ({ share }) => percent(share), by: ({ share }) => share },
    ...(before ? [was] : []),
  ];
}

/** Which span likeness is measured by, and from which share of it a shift is told; kept with the painting. */
function Likeness({
  painting,
  names,
  unit,
  threshold,
}: {
  painting: Painting;
  names: readonly string[];
  unit: Unit;
  threshold: number;
}) {
  const change = useAction('changePainting', painting.id);
  const put = (part: Partial<{ from: string; to: string; threshold: number }>) => {
    const likeness = { from: unit.from, to: unit.to, threshold, ...part };
    if (likeness.from === likeness.to) return;
    change.mutate({ params: { paintingId: painting.id }, body: { setUp: { ...painting.setUp, likeness } } });
  };
  return (
    <fieldset className="mt-2 flex flex-wrap items-end gap-2">
      <legend className="small">{WALL_TEXT.likenessBy}</legend>
      {(['from', 'to'] as const).map((end) => (
        <label key={end} className="small flex flex-col">
          {end}
          <select value={unit[end]} onChange={(event) => put({ [end]: event.target.value })}>
            {names.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
      ))}
      <NumberField
        label="told from"
        shown
        value={threshold}
        min={0.1}
        max={50}
        step={0.1}
        unit="%"
        onValue={(typed) => put({ threshold: typed })}
      />
    </fieldset>
  );
}

/**
 * Every landmark's shift, in millimetres and as a share of the span the painter measures by, beside the photograph
 * before; the furthest off first.
 */
export function LandmarkTable({
  detail,
  number,
  photoId,
  landmarks,
}: {
  detail: PaintingDetail;
  number: number;
  photoId: string;
  landmarks: readonly Landmark[];
}) {
  const { painting } = detail;
  const kept = painting.setUp.likeness;
  const unit = (kept && unitBetween(landmarks, kept.from, kept.to)) ?? widestSpan(landmarks);
  if (!unit) return null;
  const threshold = kept?.threshold ?? USUAL_THRESHOLD;
  const before = landmarksBefore(detail, number, photoId);
  const rows = displacedBy(landmarks, unit, before?.photo.landmarks);
  const named = before && (before.of === number ? 'photo before' : `session ${before.of}`);
  return (
    <div className="mt-3" data-testid="likeness">
      <p className="serif">{likenessInWords(rows, { ...unit, threshold: threshold / 100 })}</p>
      <SortTable
        label="Landmarks, the furthest off first"
        rows={rows}
        idOf={({ index }) => index}
        first={{ column: 1, down: true }}
        columns={columnsOf(named ?? null)}
      />
      <Likeness {...{ painting, unit, threshold }} names={[...new Set(rows.map(({ name }) => name))].sort()} />
      <p className="small soft">{WALL_TEXT.sameName}</p>
    </div>
  );
}
