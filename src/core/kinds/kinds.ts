import { CHROMA } from './chroma';
import { DRAWING } from './drawing';
import { EDGE } from './edge';
import { MISSING } from './missing';
import type { FindingKind, FindingOf } from './finding';
import type { Kind } from './kind';
import type { PaintKindRecord } from './paint';
import { TEMPERATURE } from './temperature';
import { UNPLANNED } from './unplanned';
import { VALUE } from './value';

/** Every kind of finding, in the order painters correct. */
export const KINDS: { readonly [K in FindingKind]: Kind<FindingOf<K>> } = {
  missing: MISSING,
  unplanned: UNPLANNED,
  drawing: DRAWING,
  value: VALUE,
  temperature: TEMPERATURE,
  chroma: CHROMA,
  edge: EDGE,
};

/** Their names, in the same order. */
export const FINDING_KINDS = Object.keys(KINDS) as [FindingKind, ...FindingKind[]];

/** All of them, one after another. */
export const everyKind = (): readonly Kind[] => FINDING_KINDS.map(kindOf);

/** The record of a finding's kind. */
export const kindOf = (kind: FindingKind): Kind => KINDS[kind];

/** Kinds that are found on the map of differences. */
export const PAINT_KINDS: readonly PaintKindRecord[] = [VALUE, TEMPERATURE, CHROMA];
