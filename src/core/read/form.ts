import type { MassMap } from '../plan';
import type { Cells } from './cells';
import type { Comparison } from './measured';
import { halfWidth, quantile } from '../raster';

/** How a mass turns and how its colour plays, plan against painting, on cells a few strokes wide. */
export interface MassForm {
  /** steps between its darker and its lighter tenth */
  readonly span: { readonly planned: number; readonly painted: number };
  /** how far hue and strength vary, units of a*b* (one sigma) */
  readonly play: { readonly planned: number; readonly painted: number };
  /** it should turn but reads flat */
  readonly flat: boolean;
  /** its value wobbles where the plan's holds, or where it is meant to be even */
  readonly wobbles: boolean;
  /** it is meant to vary and is one flat colour */
  readonly dull: boolean;
}

const LEAST_CELLS = 8;
const TURNS = 0.6; // steps from which a mass is meant to turn
const FLAT = 0.55; // of the planned span below which it reads flat
const EVEN = 0.2; // steps of span that brushwork leaves in an even passage
const DULL = { span: 0.5, play: 2.5 }; // steps and units below which a passage that should vary does not
const WOBBLE = 0.45; // steps of span more than planned

const spreadOf = (a: number[], b: number[]): number => {
  const [ma, mb] = [a, b].map((list) => list.reduce((sum, v) => sum + v, 0) / list.length);
  return Math.sqrt(a.reduce((sum, v, i) => sum + (v - ma) ** 2 + (b[i] - mb) ** 2, 0) / a.length);
};

/** What a painter means a mass to be inside. */
export type Variation = 'even' | 'varied';

/**
 * The form of every mass, by its id; masses too small to turn are left out.
 * @param unsure one sigma of value that the light leaves; @param meant by id of a mass, as far as the painter said
 */
export function formsOf(
  cells: Cells,
  masses: MassMap,
  { unsure, meant }: { unsure: number; meant: ReadonlyMap<number, Variation> },
): Map<number, MassForm> {
  const { columns, rows, read, planned, painted } = cells;
  const inside = masses.ids.map((): number[] => []);
  const [sx, sy] = [masses.width / columns, masses.height / rows];
  const massAt = (x: number, y: number) =>
    masses.massOf[
      Math.min(masses.height - 1, Math.floor(y * sy)) * masses.width + Math.min(masses.width - 1, Math.floor(x * sx))
    ];
  for (let y = 0, i = 0; y < rows; y++)
    for (let x = 0; x < columns; x++, i++) {
      const k = massAt(x + 0.5, y + 0.5);
      // Only cells well inside: a border's cells hold both masses.
      const whole = [
        [0, 0],
        [1, 0],
        [0, 1],
        [1, 1],
      ].every(([u, v]) => massAt(x - 0.4 + 1.8 * u, y - 0.4 + 1.8 * v) === k);
      if (read[i] && whole) inside[k].push(i);
    }
  const out = new Map<number, MassForm>();
  masses.ids.forEach((id, k) => {
    const own = inside[k];
    if (own.length < LEAST_CELLS) return;
    const pick = (data: Float32Array) => own.map((i) => data[i]);
    const spanOf = (data: Float32Array) => {
      const values = Float32Array.from(own, (i) => data[i]);
      return quantile(values, 0.9) - quantile(values, 0.1);
    };
    const span = { planned: spanOf(planned.value), painted: spanOf(painted.value) };
    const play = {
      planned: spreadOf(pick(planned.a), pick(planned.b)),
      painted: spreadOf(pick(painted.a), pick(painted.b)),
    };
    out.set(id, {
      span,
      play,
      flat: span.planned >= TURNS && span.painted < FLAT * span.planned && span.planned - span.painted > 2 * unsure,
      wobbles:
        meant.get(id) !== 'varied' &&
        span.painted - (meant.get(id) === 'even' ? EVEN : span.planned) > Math.max(WOBBLE, 2 * unsure),
      dull: meant.get(id) === 'varied' && span.painted < DULL.span && play.painted < DULL.play,
    });
  });
  return out;
}

/** The two families against each other and the strength of the whole: what holds over the picture. */
export interface Families {
  /** steps between the darkest light mass and the lightest shadow mass; below 0 they overlap */
  readonly gap: { readonly planned: number; readonly painted: number };
  /** ids of masses that were painted on the other side of the parting value */
  readonly crossed: readonly number[];
  /** warmth of the light family minus that of the shadow family, units; null = the plan does not tell one's colour */
  readonly warmth: { readonly planned: number; readonly painted: number } | null;
}
type Weighed = Pick<Comparison, 'target' | 'painted' | 'uncertainty'> & { readonly id: number; readonly share: number };

const mean = (list: readonly Weighed[], pick: (one: Weighed) => number) => {
  const total = list.reduce((sum, { share }) => sum + share, 0);
  return total > 0 ? list.reduce((sum, one) => sum + one.share * pick(one), 0) / total : 0;
};

/**
 * @param familyOf of each mass; @param split value that parts them; @param colourless ids of masses whose colour the
 * plan does not tell
 * @returns null where the plan has only one
 */
export function familiesOf(
  read: readonly Weighed[],
  familyOf: (mass: Weighed) => 'light' | 'shadow',
  { split, colourless }: { split: number; colourless: readonly number[] },
): Families | null {
  const [light, shadow] = (['light', 'shadow'] as const).map((family) =>
    read.filter((mass) => familyOf(mass) === family),
  );
  if (light.length === 0 || shadow.length === 0) return null;
  const gap = (of: 'target' | 'painted') =>
    Math.min(...light.map((mass) => mass[of].value)) - Math.max(...shadow.map((mass) => mass[of].value));
  const [warmLight, warmShadow] = [light, shadow].map((all) => all.filter(({ id }) => !colourless.includes(id)));
  const warmth = (of: 'target' | 'painted') =>
    mean(warmLight, (mass) => mass[of].warmth) - mean(warmShadow, (mass) => mass[of].warmth);
  const told = warmLight.length > 0 && warmShadow.length > 0;
  const far = (mass: Weighed) =>
    Math.abs(mass.painted.value - split) > Math.max(0.2, halfWidth(mass.uncertainty.value));
  return {
    gap: { planned: gap('target'), painted: gap('painted') },
    crossed: read
      .filter((mass) => far(mass) && mass.painted.value < split !== (familyOf(mass) === 'shadow'))
      .map(({ id }) => id),
    warmth: told ? { planned: warmth('target'), painted: warmth('painted') } : null,
  };
}

const LEAST_CHROMA = 4; // a painting of greys has no strength to compare

/**
 * Painted strength over planned strength, by the masses' chroma (least squares through zero, by area); null where the
 * plan is grey.
 */
export function strengthOf(read: readonly Weighed[]): number | null {
  let [own, both] = [0, 0];
  for (const { share, target, painted } of read) {
    own += share * target.chroma ** 2;
    both += share * target.chroma * painted.chroma;
  }
  const total = read.reduce((sum, { share }) => sum + share, 0);
  return own > total * LEAST_CHROMA ** 2 ? both / own : null;
}
