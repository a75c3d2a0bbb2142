import { CHROMA } from './chroma';
import { DRAWING } from './drawing';
import type { FindingKind } from './finding';
import type { Kind, PaintKindRecord } from './kind';
import { TEMPERATURE } from './temperature';
import { VALUE } from './value';

/** Every kind of finding, in the order painters correct. */
export const KINDS: { readonly [K in FindingKind]: Kind & { readonly name: FindingKind } } = {
  drawing: DRAWING,
  value: VALUE,
  temperature: TEMPERATURE,
  chroma: CHROMA,
};

/** Kinds that are found on the map of differences. */
export const PAINT_KINDS: readonly PaintKindRecord[] = [VALUE, TEMPERATURE, CHROMA];
