import { kindOf, type Finding } from '../kinds';
import type { PhotoFault, Unlike } from '../photo';
import { placeHolds, type Place } from '../raster';
import { FINDING_DOUBTS } from '../words';

/** What makes a finding less sure than its kind usually is. */
export interface Doubts {
  /** why, a sentence each; what matters most first */
  readonly why: readonly string[];
  /** whether the light may have made it: nobody should act on it without a second look */
  readonly low: boolean;
}

const BLOWN_FROM = 8.5; // value from which what is blown looks like what it is

const LIGHTS: readonly Unlike[] = ['lamp', 'lamps', 'room'];

const ASKED = 32; // points of an outline: glare that lies on a place by less is none to speak of

/** Whether glare lies on a place. */
const liesOn = (glare: Place | null, place: Place): boolean =>
  (glare?.outlines ?? []).some((outline) => {
    const step = Math.ceil(outline.length / ASKED);
    return outline.some((at, i) => i % step === 0 && placeHolds(place, at));
  });

/**
 * Why a finding is less sure, by what the photograph was told or found to be.
 * @param glare where nothing was read (canvas mm)
 */
export function doubtsOf(
  finding: Pick<Finding, 'kind' | 'place' | 'painted'>,
  { faults, glare }: { readonly faults: readonly PhotoFault[]; readonly glare: Place | null },
): Doubts {
  const on = kindOf(finding.kind).restsOn;
  const unlike = faults.flatMap((fault) => (fault.code === 'unlike' ? [fault.what] : []));
  const has = (code: PhotoFault['code']) => faults.some((fault) => fault.code === code);
  const colour = on === 'colour';
  const paint = colour || on === 'value';
  const curve = on === 'value' && has('tones');
  const guessedStrong = faults.some((fault) => fault.code === 'vivid' && !fault.from);
  const why = [
    ...unlike.filter((what) => (what === 'surface' ? paint : colour)).map((what) => FINDING_DOUBTS[what]),
    curve && FINDING_DOUBTS.tones,
    // A guessed curve says the same of value, and more.
    paint && !curve && has('no-card') && FINDING_DOUBTS.guessed,
    colour && guessedStrong && FINDING_DOUBTS.vivid,
    paint && has('clipped') && finding.painted.value >= BLOWN_FROM && FINDING_DOUBTS.blown,
    paint && liesOn(glare, finding.place) && FINDING_DOUBTS.glare,
  ];
  return {
    why: why.filter((words) => typeof words === 'string'),
    low: colour && unlike.some((what) => LIGHTS.includes(what)),
  };
}
