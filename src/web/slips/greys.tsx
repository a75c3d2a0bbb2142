import type { Photo } from '../../contract';

/** Neutral patches of known value in the frame: listed, corrected, marked by dragging. */
export function Greys({
  photo,
  marking,
  onMarking,
  onGreys,
}: {
  photo: Photo;
  marking: boolean;
  onMarking: (on: boolean) => void;
  onGreys: (greys: Photo['greys']) => void;
}) {
  return (
    <section
      className="mt-3 border-t pt-3"
      style={{ borderColor: 'var(--slip-rule)' }}
      aria-label="Greys of known value"
    >
      <h3>Greys of known value</h3>
      <p className="small mb-2">
        {photo.greys.length === 0
          ? 'None marked: the light will be guessed from the plan. A white, a grey and a black beside the canvas make it surer.'
          : photo.greys.length < 3
            ? 'With white, grey and black the tone curve is taken out too (0 is black).'
            : 'Gain and tone curve are taken out with these (0 is black).'}
      </p>
      <ul className="flex flex-wrap gap-y-1">
        {photo.greys.map((grey, i) => (
          <li key={`${grey.box.join()}-${grey.value}`} className="flex items-center">
            <input
              type="number"
              className="!min-h-9 w-13 !px-2 !py-1"
              aria-label={`Value of grey ${i + 1}, 0 is black`}
              min={0.5}
              max={10}
              step={0.1}
              defaultValue={grey.value}
              onBlur={(e) => {
                const value = Number(e.target.value);
                if (value > 0 && value <= 10 && value !== grey.value)
                  onGreys(photo.greys.map((g, k) => (k === i ? { ...g, value } : g)));
              }}
            />
            <button
              className="btn !min-h-9 !min-w-7 !border-0 !px-0"
              aria-label={`Remove grey ${i + 1}`}
              title="Remove"
              onClick={() => onGreys(photo.greys.filter((_, k) => k !== i))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <button className="word" aria-pressed={marking} onClick={() => onMarking(!marking)}>
        {marking ? 'Drag a box over the patch' : 'Mark a grey patch'} <kbd>G</kbd>
      </button>
    </section>
  );
}
