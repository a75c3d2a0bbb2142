import type { FocusEvent } from 'react';

/** What was typed, trimmed, when a field is left; only where it has changed. */
const whenLeft =
  (kept: string, onText: (text: string) => void, { least = 0 } = {}) =>
  (event: FocusEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    const text = event.target.value.trim();
    if (text !== kept && text.length >= least) onText(text);
  };

interface Kept {
  /** as it is kept; another value replaces what stands in the field */
  readonly value: string;
  readonly onText: (text: string) => void;
}

/** Some lines of text under a label, kept when the field is left. */
export function TextField({
  label,
  value,
  onText,
  rows = 1,
  hint = '',
  small = false,
}: Kept & { label: string; rows?: number; hint?: string; small?: boolean }) {
  return (
    <label className="flex flex-col gap-1">
      <span className={small ? 'small' : 'font-semibold'}>{label}</span>
      <textarea key={value} rows={rows} defaultValue={value} placeholder={hint} onBlur={whenLeft(value, onText)} />
    </label>
  );
}

/** A name in one line: kept when the field is left, unless it is empty. */
export function NameField({
  value,
  onText,
  most,
  label,
  className,
}: Kept & { most: number; label?: string; className?: string }) {
  return (
    <input
      key={value}
      className={className}
      aria-label={label}
      defaultValue={value}
      maxLength={most}
      onBlur={whenLeft(value, onText, { least: 1 })}
    />
  );
}
