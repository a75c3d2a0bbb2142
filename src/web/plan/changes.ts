import type { Departure, PassageLabel } from '../../contract';

type Change = Departure['change'];
export type ChangeKind = Change['kind'];

interface Row {
  readonly kind: ChangeKind;
  /** on the button that adds it */
  readonly name: string;
  /** a fresh one; null = it needs something first */
  readonly fresh: Change | null;
  /** the number that can be typed: its label, unit and range */
  readonly amount?: {
    readonly label: string;
    readonly unit: string;
    readonly min: number;
    readonly max: number;
    readonly step: number;
  };
}

/** Ways a painting is meant to differ: one row a kind. */
export const CHANGES: readonly Row[] = [
  {
    kind: 'value',
    name: 'lighter or darker',
    fresh: { kind: 'value', steps: 1 },
    amount: { label: 'steps lighter (− darker)', unit: 'steps', min: -9, max: 9, step: 0.25 },
  },
  {
    kind: 'warmth',
    name: 'warmer or cooler',
    fresh: { kind: 'warmth', units: 6 },
    amount: { label: 'units warmer (− cooler)', unit: 'units', min: -80, max: 80, step: 1 },
  },
  {
    kind: 'chroma',
    name: 'stronger or greyer',
    fresh: { kind: 'chroma', factor: 0.7 },
    amount: { label: 'times the strength', unit: '×', min: 0, max: 4, step: 0.05 },
  },
  {
    kind: 'edges',
    name: 'softer or harder',
    fresh: { kind: 'edges', mm: 6 },
    amount: { label: 'mm softer (− harder)', unit: 'mm', min: -60, max: 60, step: 0.5 },
  },
  {
    kind: 'simplified',
    name: 'simplified',
    fresh: { kind: 'simplified', mm: 12 },
    amount: { label: 'leave away what is smaller than', unit: 'mm', min: 0.5, max: 200, step: 0.5 },
  },
  {
    kind: 'moved',
    name: 'moved or resized',
    fresh: { kind: 'moved', by: [0, 0], scale: 1 },
    amount: { label: 'times the size', unit: '×', min: 0.2, max: 5, step: 0.02 },
  },
  { kind: 'ground', name: 'left as ground', fresh: { kind: 'ground' } },
  { kind: 'left-out', name: 'left out', fresh: { kind: 'left-out' } },
  { kind: 'added', name: 'added', fresh: null },
  { kind: 'ignored', name: 'not compared', fresh: { kind: 'ignored' } },
];

/** The number of a change that can be typed. */
export function amountOf(change: Change): number {
  switch (change.kind) {
    case 'value':
      return change.steps;
    case 'warmth':
      return change.units;
    case 'chroma':
      return change.factor;
    case 'edges':
    case 'simplified':
      return change.mm;
    case 'moved':
      return change.scale;
    default:
      return 0;
  }
}

/** The same change with another amount. */
export function withAmount(change: Change, amount: number): Change {
  switch (change.kind) {
    case 'value':
      return { ...change, steps: amount };
    case 'warmth':
      return { ...change, units: amount };
    case 'chroma':
      return { ...change, factor: amount };
    case 'edges':
    case 'simplified':
      return { ...change, mm: amount };
    case 'moved':
      return { ...change, scale: amount };
    default:
      return change;
  }
}

/** What can be said of a passage that is not to be judged as it stands. */
export const LABELS: readonly (readonly [PassageLabel, string])[] = [
  ['undecided', 'not read until you decide'],
  ['placeholder', 'stands in for something else; not read'],
  ['to be covered', 'will be painted over; not read'],
  ['exaggerated for now', 'pushed on purpose; not read'],
  ['reserved', 'lights to be kept untouched'],
  ['saved for last', 'lights not yet laid; not missed'],
  ['placed', 'lights that are laid; told if they get darker'],
];
