import type { Comparison, DifferenceMap, Uncertainty } from '../read';
import { areaInWords, figure } from '../words';
import type { PaintFinding, PaintKind } from './finding';
import { still, type Kind } from './kind';
import { matchedTarget } from './matched';
import { paintFound } from './paintFound';

/** A kind of finding about paint: found on the map of differences. */
export interface PaintKindRecord extends Kind<PaintFinding> {
  readonly name: PaintKind;
  /** a difference this large weighs 1 */
  readonly unitOfWeight: number;
  readonly map: (map: DifferenceMap) => Float32Array;
  readonly uncertaintyIn: (uncertainty: Uncertainty) => number;
  /** painted minus plan along it: steps, or units of a*b* at matched value */
  readonly amount: (comparison: Pick<Comparison, 'target' | 'painted' | 'difference'>) => number;
  /** whether the hand is told a hue to go towards */
  readonly hued: boolean;
}

type Own = Omit<
  PaintKindRecord,
  | 'always'
  | 'calledWith'
  | 'byLandmark'
  | 'explains'
  | 'times'
  | 'find'
  | 'doubt'
  | 'towards'
  | 'named'
  | 'request'
  | 'sameWay'
  | 'sighting'
> &
  Partial<Pick<PaintKindRecord, 'explains'>>;

/** A kind about paint from what is its own. */
export function paintKind(own: Own): PaintKindRecord {
  const row: PaintKindRecord = {
    explains: () => false,
    ...own,
    always: false,
    calledWith: null,
    byLandmark: false,
    times: ({ amount }) => Math.abs(amount) / own.least,
    find: (ground) => paintFound(row, ground),
    doubt: ({ uncertainty }) => own.uncertaintyIn(uncertainty),
    towards: () => null,
    named: () => null,
    request: (said, place, per) => `make ${place} ${own.instruction(said, per)}`,
    sameWay: (now, then) => Math.sign(now.amount) === Math.sign(then.amount),
    sighting: (_, { paint }) => ({
      difference: own.amount(paint),
      uncertainty: own.uncertaintyIn(paint.uncertainty),
      towards: null,
    }),
  };
  return row;
}

const STRONG = 15; // chroma of the plan from which a colour is a colour, not a tinted grey
const FAVOUR = { strong: 0.9, grey: 1.15 }; // how much a warmer or cooler grey is told before a stronger or weaker one

/** What a difference along the warm-cool axis claims beside one of strength at the same place. */
export const claimOfHue = ({ amount, target }: Pick<PaintFinding, 'amount' | 'target'>): number =>
  Math.abs(amount) * (target.chroma > STRONG ? FAVOUR.strong : FAVOUR.grey);

/** How a place's paint was measured. @param sure how far it may be off, in words */
export const middleIn = (sure: string): string =>
  `Middle of all that can be read of the place, strokes and stray spots set aside; give or take ${sure}.`;
export const colourBasis: PaintKindRecord['basis'] = ({ uncertainty }) =>
  middleIn(`${uncertainty.warmth.toFixed(1)} units`);
/** Both figures of a colour. */
export const colourEvidence =
  (name: 'warmth' | 'chroma'): PaintKindRecord['evidence'] =>
  ({ target, painted, uncertainty, share }) =>
    `Plan ${name} ${figure(matchedTarget({ target, painted })[name], 0)} at this value, painted ${figure(painted[name], 0)}, give or take ${uncertainty.warmth.toFixed(1)}. ${areaInWords(share)}`;

/** Whether a colour is as it was. @param units of a*b* from which it has been worked on */
export const sameColour =
  (units: number): Kind<PaintFinding>['untouched'] =>
  (now, then) => {
    const [, a, b] = now.painted.lab;
    const [, c, d] = then.painted.lab;
    return still(Math.hypot(a - c, b - d), units, now.uncertainty.warmth, then.uncertainty.warmth);
  };
