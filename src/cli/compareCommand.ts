import type { FindingKind, Sighting, Verdict } from '../core/kinds';
import { EMPTY_CONTENT, plainCrop } from '../core/plan';
import { boxOf, halfWidth, placeOfBox, type Box } from '../core/raster';
import type { Measured } from '../core/read';
import {
  cardIn,
  compareSights,
  sessionPlan,
  sightOfShot,
  type ChangedPart,
  type SessionPlan,
  type Sight,
} from '../core/session';
import { InputError } from '../server/images/inputError';
import type { ComparedPhoto, CompareRequest } from './compareArguments';
import { checkPhoto, checkRegion, cropOf, openPicture, refusalOf } from './opening';

type Paint = Pick<Measured, 'value' | 'warmth' | 'chroma'>;

/** Answer of `revlin compare`; differences are painted minus plan, uncertainties half-widths. */
export interface CompareReport {
  readonly regions: readonly {
    readonly box: Box;
    readonly kind: FindingKind;
    readonly before: Sighting;
    readonly after: Sighting;
    readonly verdict: Verdict;
  }[];
  readonly changed: readonly {
    /** canvas mm */
    readonly box: Box;
    /** of what can be read, 0..1 */
    readonly share: number;
    readonly before: Paint;
    readonly after: Paint;
    /** null = as near to the plan as it was */
    readonly towardsPlan: boolean | null;
  }[];
  /** of what can be read, 0..1 */
  readonly untouchedShare: number;
}

const paintOf = ({ value, warmth, chroma }: Measured): Paint => ({ value, warmth, chroma });
const said = ({ difference, uncertainty }: Sighting): Sighting => ({
  difference,
  uncertainty: halfWidth(uncertainty),
});

function changedPart({ place, share, before, after, towardsPlan }: ChangedPart): CompareReport['changed'][number][] {
  const box = boxOf(place);
  return box ? [{ box, share, before: paintOf(before), after: paintOf(after), towardsPlan }] : [];
}

/** What one photograph is seen for. @param earlier the photograph before, as it was seen */
interface SeenAsk extends CompareRequest {
  readonly which: 'before' | 'after';
  readonly plan: SessionPlan;
  readonly earlier: Sight | null;
}

/** One of the two photographs, its own card looked for where no patch was named. */
async function seenIn(
  { file, corners, greys }: ComparedPhoto,
  { which, plan, earlier, canvas, regions, insist }: SeenAsk,
): Promise<Sight> {
  const by = `--${which}-`;
  const photo = await openPicture(file);
  checkPhoto(photo, { corners, greys }, by);
  const card = greys.length === 0 ? cardIn(photo) : null;
  const shot = {
    ...{ open: () => photo, corners, greys: card?.greys ?? greys },
    ...{ card: card?.rings ?? null, areas: [] },
  };
  const kinds = regions.map(({ kind }) => kind);
  try {
    return await sightOfShot({ canvas, plan, shot }, { kinds, before: earlier, insist });
  } catch (cause) {
    throw refusalOf(cause, by, `the ${which === 'before' ? 'earlier' : 'later'} photo`);
  }
}

/** Carries out `revlin compare`. @throws InputError for input that cannot be measured */
export async function compareCommand(request: CompareRequest): Promise<CompareReport> {
  const { canvas, regions } = request;
  for (const { box } of regions) checkRegion(box, canvas);
  const reference = await openPicture(request.reference);
  const plan = sessionPlan(reference, EMPTY_CONTENT, { crop: plainCrop(cropOf(reference, request)), canvas });
  const then = await seenIn(request.before, { ...request, which: 'before', plan, earlier: null });
  const now = await seenIn(request.after, { ...request, which: 'after', plan, earlier: then });
  const asked = regions.map(({ box, kind }) => ({ place: placeOfBox(box), kind }));
  const { places, changed, untouchedShare } = await compareSights(then, now, asked);
  return {
    regions: regions.map(({ box, kind }, k) => {
      const place = places[k];
      if (!place)
        throw new InputError(
          'region',
          `--region "${box.join(',')}=${kind}" cannot be compared: too little of it can be read in both photos, or the plan has nothing of the kind there. Give another box.`,
        );
      return { box, kind, before: said(place.before), after: said(place.after), verdict: place.verdict };
    }),
    changed: changed.flatMap(changedPart),
    untouchedShare,
  };
}
