import { EMPTY_PLAN } from '../../contract';
import { unreadableInWords } from '../../core/words';
import { InputError } from '../images/inputError';
import { KEPT, type KeptAs, type KeptName } from './keptShapes';

type Json = Record<string, unknown>;
/** Brings what an earlier version has kept into the shape of today. */
interface Lift {
  /** what was different then */
  readonly name: string;
  readonly lift: (kept: unknown) => unknown;
}

const isObject = (kept: unknown): kept is Json => typeof kept === 'object' && kept !== null && !Array.isArray(kept);
const of = (name: string, lift: (kept: Json) => unknown): Lift => ({
  name,
  lift: (kept) => (isObject(kept) ? lift(kept) : kept),
});
const missing = (name: string, fields: Json): Lift => of(name, (kept) => ({ ...fields, ...kept }));

const bareBox: Lift = {
  name: 'a crop was a bare box before crops could be turned',
  lift: (kept) => (Array.isArray(kept) ? { box: kept, turn: 0, print: null } : kept),
};

const LIFTS: { readonly [N in KeptName]?: readonly Lift[] } = {
  'plan.content': [missing('a plan said less before the plan room was there', { ...EMPTY_PLAN })],
  'plan.crop': [bareBox],
  'reference.crop': [bareBox],
  'finding.content': [
    missing('findings knew no passages', { passage: null }),
    of('colour findings knew no hue to go towards', (kept) =>
      kept.kind === 'drawing' ? kept : { towards: null, ...kept },
    ),
  ],
  'mass_reading.content': [
    of('masses knew no point inside them: one of their outline stands for it', (kept) => ({
      at: onOutline(kept),
      ...kept,
    })),
  ],
  'reading.result': [
    missing('one photograph, its lens taken as straight', { shots: 1, lens: { bend: 0, px: 0 } }),
    missing('neither ground nor kept lights nor a common change were told', {
      coverage: null,
      lostLights: [],
      change: null,
      account: null,
    }),
    of('light was told without its field', ({ light, ...kept }) => ({
      ...kept,
      light: isObject(light) ? { field: [], ...light } : light,
    })),
    of('faults of a photograph were kept as sentences', ({ quality, ...kept }) => ({
      ...kept,
      quality: Array.isArray(quality) ? quality.map(asSaid) : quality,
    })),
    of('a common change was kept as a sentence', ({ change, ...kept }) => ({
      ...kept,
      change: typeof change === 'string' ? { verbatim: change } : change,
    })),
    of('an account had another shape', ({ account, ...kept }) =>
      KEPT['reading.result'].shape.shape.account.safeParse(account).success
        ? { ...kept, account }
        : { ...kept, account: null, ofEarlierMethod: true },
    ),
  ],
};

const onOutline = ({ place }: Json): unknown => {
  const outlines = isObject(place) ? (place.outlines as unknown[][][] | undefined) : undefined;
  return outlines?.[0]?.[0];
};

/** A fault as it was said once. */
function asSaid(line: unknown): unknown {
  if (typeof line === 'string') return { verbatim: line, cost: '' };
  return isObject(line) && 'words' in line ? { verbatim: line.words, cost: line.cost ?? '' } : line;
}

const lifted = (name: KeptName, json: string): unknown =>
  (LIFTS[name] ?? []).reduce((kept, { lift }) => lift(kept), JSON.parse(json) as unknown);

function readAs<N extends KeptName>(name: N, json: string): { readonly value: KeptAs<N> } | { readonly why: string } {
  try {
    const parsed = KEPT[name].shape.safeParse(lifted(name, json));
    if (parsed.success) return { value: parsed.data as KeptAs<N> };
    const [issue] = parsed.error.issues;
    return { why: `${issue?.path.join('.') || 'all of it'}: ${issue?.code}` };
  } catch (cause) {
    if (cause instanceof SyntaxError) return { why: 'it is not JSON' };
    throw cause;
  }
}

/** Why something that is kept cannot be read; null = it can. */
export function whyUnreadable(name: KeptName, json: string): string | null {
  const read = readAs(name, json);
  return 'why' in read ? read.why : null;
}

/**
 * Reads something that is kept as JSON: lifted where an earlier version kept it otherwise, and checked.
 * @throws InputError where it no longer fits: it is reported, never dropped
 */
export function kept<N extends KeptName>(name: N, json: string): KeptAs<N> {
  const read = readAs(name, json);
  if ('why' in read) throw new InputError('unreadable', unreadableInWords(KEPT[name].called, read.why), 409);
  return read.value;
}

/** The same where there may be nothing: null, or an empty text. */
export const keptOr = <N extends KeptName, E>(name: N, json: string | null, empty: E): KeptAs<N> | E =>
  json ? kept(name, json) : empty;
