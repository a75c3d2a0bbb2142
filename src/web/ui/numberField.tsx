import { useEffect, useState } from 'react';
import { typedNumber } from './typedNumber';

/** A number typed by hand: taken when the field is left or Enter is pressed; what is no number in range goes back. */
export function NumberField({
  label,
  value,
  min,
  max,
  step,
  unit,
  shown = false,
  onValue,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit?: string;
  /** the label stands above the field; else it is only heard */
  shown?: boolean;
  onValue: (value: number) => void;
}) {
  const digits = step < 0.1 ? 2 : step < 1 ? 1 : 0;
  const asText = (v: number) => String(+v.toFixed(digits));
  const [text, setText] = useState(asText(value));
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the text follows the value, not who writes it
  useEffect(() => setText(asText(value)), [value, digits]);
  const take = () => {
    const typed = typedNumber(text);
    if (!Number.isFinite(typed) || typed < min || typed > max) return setText(asText(value));
    if (Math.abs(typed - value) > 1e-9) onValue(typed);
  };
  return (
    <label className={shown ? 'flex flex-col gap-1' : 'flex items-center gap-2'}>
      <span className={shown ? 'small' : 'sr-only'}>{label}</span>
      <span className="flex items-center gap-2">
        <input
          className="tight w-20 !py-1"
          inputMode="decimal"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onBlur={take}
          onKeyDown={(event) => event.key === 'Enter' && take()}
        />
        {unit && <span className="small">{unit}</span>}
      </span>
    </label>
  );
}
