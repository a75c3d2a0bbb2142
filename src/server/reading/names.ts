import type { Landmark } from '../../contract';
import { kindOf, type Finding } from '../../core/kinds';
import { boxOf, placeHolds, type Box } from '../../core/raster';
import type { MassReading } from '../../core/read';
import { edgeNameInWords, partInWords, placeInWords } from '../../core/words';
import { laidPlan } from '../plan/carryPlan';
import { contentOf } from '../plan/planRows';
import type { PaintingRow, PlanRow } from '../studio/rows';

type NamedMass = Pick<MassReading, 'id' | 'centre' | 'place' | 'share'>;
type Named = Pick<Finding, 'kind' | 'place' | 'massId' | 'share' | 'region'>;

type Canvas = Pick<PaintingRow, 'widthMm' | 'heightMm'>;

const MOST = 0.45; // share of the canvas
const WHOLE = 0.6; // share of a mass from which a finding on it is about all of it
const WHOLE_THING = 0.75; // the same of a thing: its light side alone is not the thing
const BEYOND = 1.4; // times a mass's share from which a finding is about more than that mass

/** The masses of a reading as the painter named and grouped them. */
function namesOf(plan: PlanRow | null, masses: readonly NamedMass[], canvas: Canvas) {
  const marks = plan ? laidPlan(contentOf(plan), canvas).marks : [];
  // Plans kept before names stood on points named their masses by number.
  const { names = {} } = plan ? contentOf(plan) : {};
  const markOn = ({ place }: NamedMass) => marks.find(({ at }) => placeHolds(place, at));
  const groupOf = (mass: NamedMass) => markOn(mass)?.group ?? '';
  return {
    given: (mass: NamedMass) =>
      marks.find(({ at, name }) => name && placeHolds(mass.place, at))?.name || names[String(mass.id)] || '',
    /** the thing a mass belongs to: its name, and all of its masses; null where it stands for itself */
    thing: (mass: NamedMass) => {
      const name = groupOf(mass);
      const all = name ? masses.filter((one) => groupOf(one) === name) : [];
      return all.length > 1 ? { name, all } : null;
    },
  };
}

/** Names for masses and findings, as the painter gave them. */
export function namer(
  plan: PlanRow | null,
  masses: readonly NamedMass[],
  { widthMm, heightMm }: Canvas,
  landmarks: readonly Landmark[] = [],
) {
  const { given, thing } = namesOf(plan, masses, { widthMm, heightMm });
  const ofMass = (mass: NamedMass) => given(mass) || placeInWords(mass.centre);
  const middle = ([x, y, w, h]: Box) => placeInWords([(x + w / 2) / widthMm, (y + h / 2) / heightMm]);
  const ofPart = (name: string, box: Box, all: readonly NamedMass[]) => {
    const whole = boxOf({ outlines: all.flatMap(({ place }) => place.outlines) });
    return name && whole ? `${name}, ${partInWords(box, whole)}` : middle(box);
  };
  // A part of a mass is called so: the mass's own row may say that on the whole it is as planned.
  const ofPaint = (mass: NamedMass, { share, region: { box } }: Named): string => {
    if (share < WHOLE * mass.share) return ofPart(given(mass), box, [mass]);
    if (share <= BEYOND * mass.share) return ofMass(mass);
    const whole = thing(mass);
    if (!whole) return given(mass) ? `${given(mass)} and around it` : middle(box);
    const all = whole.all.reduce((sum, one) => sum + one.share, 0);
    if (share > BEYOND * all) return `${whole.name} and around it`;
    return share >= WHOLE_THING * all ? whole.name : ofPart(whole.name, box, whole.all);
  };
  /** An edge by the things on either side of it, or by the one it lies inside; null where neither has a name. */
  const ofEdge = (between: readonly number[]): string | null => {
    const [one, two] = between
      .map((id) => masses.find((mass) => mass.id === id))
      .flatMap((mass) => (mass && given(mass)) || []);
    return one && two ? edgeNameInWords(one, two) : (one ?? null);
  };
  return {
    mass: ofMass,
    finding: (finding: Finding): string => {
      const { place, massId, share } = finding;
      const kind = kindOf(finding.kind);
      const own = kind.named(finding);
      if (own) return own;
      if (share > 0.95) return 'whole picture';
      if ('edge' in finding) return ofEdge(finding.edge.between) ?? middle(finding.region.box);
      // What the painter showed there has a name of its own: the spout, not the mass it is part of.
      const shown = kind.byLandmark && landmarks.find(({ name, plan: at }) => name !== '' && placeHolds(place, at));
      if (shown) return shown.name;
      const mass = masses.find(({ id }) => id === massId);
      if (!mass) return share > MOST ? 'most of the picture' : middle(finding.region.box);
      return kind.byLandmark ? ofMass(mass) : ofPaint(mass, finding);
    },
  };
}
