import type { Photo } from '../../contract';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { WordChoice } from '../ui/words';

const WAYS = [
  ['auto', 'by itself'],
  ['last-session', 'as last session'],
  ['as-photographed', 'untouched'],
] as const;
const HOURS = Array.from({ length: 24 }, (_, hour) => hour);
const LAMPS = ['', 'daylight', 'lamp', 'mixed'] as const;
const SURFACES = ['', 'dry', 'wet', 'oiled out', 'freshly glazed'] as const;

/** One of a few words, the first of them empty: nothing was said. */
function Told<T extends string>({
  label,
  words,
  value,
  onChoose,
}: {
  label: string;
  words: readonly T[];
  value: T;
  onChoose: (word: T) => void;
}) {
  return (
    <label className="small">
      {label}
      <select className="block w-full" value={value} onChange={(e) => onChoose(e.target.value as T)}>
        {words.map((word) => (
          <option key={word} value={word}>
            {word || 'not said'}
          </option>
        ))}
      </select>
    </label>
  );
}

/** How the light is taken out, what burned, and the state of the paint. */
export function LightChoice({
  paintingId,
  photo,
  first,
  rooms,
}: {
  paintingId: string;
  photo: Photo;
  first: boolean;
  /** rooms named in this painting before */
  rooms: readonly string[];
}) {
  const change = useAction('changePhoto', paintingId);
  const set = (body: Parameters<typeof change.mutate>[0]['body']) =>
    change.mutate({ params: { photoId: photo.id }, body });
  return (
    <section className="mt-3 border-t pt-3" style={{ borderColor: 'var(--slip-rule)' }} aria-label="Light">
      <h3>Light</h3>
      <WordChoice
        label="How the light is taken out"
        className="words !gap-x-[14px]"
        small
        options={WAYS.filter(([way]) => way !== 'last-session' || !first)}
        value={photo.lightFrom}
        onChoose={(way) => set({ lightFrom: way })}
      />
      <div className="mt-2 grid grid-cols-2 gap-3">
        <Told label="Taken in" words={LAMPS} value={photo.lamp} onChoose={(lamp) => set({ lamp })} />
        <Told label="The paint is" words={SURFACES} value={photo.surface} onChoose={(surface) => set({ surface })} />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <label className="small">
          Room
          <input
            key={photo.room}
            className="block w-full"
            list="rooms"
            defaultValue={photo.room}
            placeholder="not said"
            maxLength={60}
            onBlur={(e) => e.target.value.trim() !== photo.room && set({ room: e.target.value })}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
          <datalist id="rooms">
            {rooms.map((room) => (
              <option key={room} value={room} />
            ))}
          </datalist>
        </label>
        <label className="small">
          Hour
          <select
            className="block w-full"
            value={photo.hour ?? ''}
            onChange={(e) => set({ hour: e.target.value === '' ? null : Number(e.target.value) })}
          >
            <option value="">not said</option>
            {HOURS.map((hour) => (
              <option key={hour} value={hour}>
                {hour}:00
              </option>
            ))}
          </select>
        </label>
      </div>
      <ProblemNote error={change.error} />
    </section>
  );
}
