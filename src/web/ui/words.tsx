import { Toggle, ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';

type Value = string | number | boolean | null;

interface Choice<T extends Value> {
  /** for who cannot see what it stands beside */
  readonly label: string;
  readonly options: readonly (readonly [value: T, words: ReactNode, title?: string])[];
  /** the one that holds; none of the options = none holds */
  readonly value: T | undefined;
  /** also called where the one that holds is pressed again */
  readonly onChoose: (value: T) => void;
  /** how the words are laid out */
  readonly className?: string;
  readonly small?: boolean;
  /** what stands before and after the words */
  readonly lead?: ReactNode;
  readonly children?: ReactNode;
}

/** Words of which one holds, or none. Arrows stay with the room: they move edges, findings and the plumb line. */
export function WordChoice<T extends Value>(props: Choice<T>) {
  const { label, options, value, onChoose, className = 'words', small } = props;
  const holds = String(value);
  return (
    <ToggleGroup.Root
      type="multiple"
      role="group"
      className={className}
      aria-label={label}
      rovingFocus={false}
      value={[holds]}
      onValueChange={(pressed) => {
        const name = pressed.find((one) => one !== holds) ?? holds;
        const option = options.find(([one]) => String(one) === name);
        if (option) onChoose(option[0]);
      }}
    >
      {props.lead}
      {options.map(([one, words, title]) => (
        <ToggleGroup.Item key={String(one)} value={String(one)} className={small ? 'word small' : 'word'} title={title}>
          {words}
        </ToggleGroup.Item>
      ))}
      {props.children}
    </ToggleGroup.Root>
  );
}

/** A word that is on or off by itself. */
export function WordSwitch({
  on,
  onSwitch,
  title,
  className = 'word',
  children,
}: {
  on: boolean;
  onSwitch: (on: boolean) => void;
  title?: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Toggle.Root className={className} title={title} pressed={on} onPressedChange={onSwitch}>
      {children}
    </Toggle.Root>
  );
}
