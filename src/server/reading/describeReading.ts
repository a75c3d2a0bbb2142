import type { ReadingDetail } from '../../contract';
import { carriedInWords, changeInWords, doubtsOf, isLoud } from '../../core/correct';
import type { SaidFinding } from '../../core/session';
import { instructionOf, sentenceFor } from '../../core/kinds';
import { valueScale } from '../../core/colour';
import { wordsForFault } from '../../core/photo';
import { lostLightInWords, placeInWords } from '../../core/words';
import { placeHolds } from '../../core/raster';
import { halfWidthsOf } from '../../core/read';
import { InputError } from '../images/inputError';
import { stageOf } from '../painting/describe';
import { edgesBefore } from './edgesBefore';
import { findingsOf, massesOf } from './findingRows';
import { asked } from './gathering';
import { accountInHalfWidths, findingInHalfWidths } from './halfWidths';
import { kept, keptOr } from '../studio/kept';
import type { KeptReading } from '../studio/keptShapes';
import { homeOf } from '../photo/looking';
import { getSettings } from '../studio/settings';
import { setUpOf } from '../plan/planRows';
import { namer } from './names';
import { recheckOf } from './recheck';
import {
  newest,
  rowOf,
  type LandmarksRow,
  type PaintingRow,
  type PhotoRow,
  type PlanRow,
  type ReadingRow,
  type SessionRow,
} from '../studio/rows';
import { standingsIn, WAITS } from './standing';
import type { Studio } from '../studio/studio';
import { findingVersion } from '../studio/versionOf';

/** The newest reading of a photo with what it belongs to. @throws InputError 404 where it has not been read */
export async function newestReading(
  studio: Studio,
  photoId: string,
): Promise<{ row: ReadingRow; plan: PlanRow | null; painting: PaintingRow; photo: PhotoRow }> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const row = await newest<ReadingRow>(studio.db, 'reading', photoId);
  if (!row) throw new InputError('not-read', 'This photograph has not been read yet.', 404);
  const { painting } = await homeOf(studio, photo);
  return { row, painting, photo, plan: row.planId ? await rowOf<PlanRow>(studio.db, 'plan', row.planId) : null };
}

const COVERED = 0.98; // share from which the whole ground counts as covered: the eye no longer sees it as ground

/** Whether the ground is covered for the first time with this session. */
async function firstCovered(
  { db }: Studio,
  { covered, photo, painting }: { covered: number; photo: PhotoRow; painting: PaintingRow },
): Promise<boolean> {
  if (covered < COVERED) return false;
  const session = await rowOf<SessionRow>(db, 'session', photo.sessionId);
  const earlier = (await db('reading')
    .join('photo', 'photo.id', 'reading.photoId')
    .join('session', 'session.id', 'photo.sessionId')
    .where('session.paintingId', painting.id)
    .whereBetween('session.number', [1, session.number - 1])
    .orderBy('reading.rowid')
    .select('reading.covered', 'reading.photoId')) as Pick<ReadingRow, 'covered' | 'photoId'>[];
  // A photograph that was read again counts by its newest reading.
  const newestOf = new Map(earlier.map(({ photoId, covered }) => [photoId, covered]));
  return ![...newestOf.values()].some((covered) => (covered ?? 0) >= COVERED);
}

const changeOf = (change: KeptReading['change'], per: number): string | null => {
  if (!change) return null;
  return 'verbatim' in change ? change.verbatim : changeInWords(change, change.session, per);
};

/** Why a finding is less sure; an earlier version's sentences about the photograph give no reasons. */
function doubtsIn(finding: SaidFinding, { quality, glare }: KeptReading): { doubts: string[]; lowConfidence: boolean } {
  const faults = quality.flatMap((line) => ('verbatim' in line ? [] : [line]));
  const { why, low } = doubtsOf(finding, { faults, glare });
  return { doubts: [...why], lowConfidence: low };
}

/** The newest reading of a photo, in the painter's names, with what was decided. */
export async function describeReading(studio: Studio, photoId: string): Promise<ReadingDetail> {
  const { row, plan, painting, photo } = await newestReading(studio, photoId);
  const told = kept('reading.result', row.result);
  const [masses, findings, standings] = await Promise.all([
    massesOf(studio.db, row.id),
    findingsOf(studio.db, row.id),
    standingsIn(studio.db, [row.id]),
  ]);
  const shown = await newest<LandmarksRow>(studio.db, 'photo_landmarks', photoId);
  const names = namer(plan, masses, painting, keptOr('photo_landmarks.landmarks', shown?.landmarks ?? null, []));
  const now = await asked(studio, photo.id, { remake: false }).catch(() => null);
  const stage = stageOf(setUpOf(painting));
  const scale = valueScale(await getSettings(studio));
  const { per } = scale;
  return {
    id: row.id,
    photoId,
    planVersion: plan?.version ?? null,
    algorithm: row.algorithm,
    createdAt: row.createdAt,
    stage: stage?.name ?? '',
    stale: now?.inputs !== row.inputs,
    light: { ...told.light, uncertainty: halfWidthsOf(told.light.uncertainty) },
    lens: told.lens,
    shots: told.shots,
    glareShare: told.glareShare,
    glare: told.glare,
    coverage: told.coverage,
    firstCovered: await firstCovered(studio, { covered: told.coverage?.covered ?? 0, photo, painting }),
    lostLights: told.lostLights.map(({ at, ...lost }) => {
      const mass = masses.find(({ place }) => placeHolds(place, at));
      const name = mass ? names.mass(mass) : placeInWords([at[0] / painting.widthMm, at[1] / painting.heightMm]);
      return lostLightInWords(name, lost, per);
    }),
    change: changeOf(told.change, per),
    ofEarlierMethod: told.ofEarlierMethod,
    account: told.account && accountInHalfWidths(told.account),
    edgesBefore: await edgesBefore(studio, photo, setUpOf(painting).viewingM),
    recheck: await recheckOf(studio, { account: told.account, masses, photo }),
    blurMm: told.blurMm,
    quality: told.quality.map((line) =>
      'verbatim' in line ? { words: line.verbatim, cost: line.cost } : wordsForFault(line, told.light, scale),
    ),
    masses: masses.map((mass) => ({
      ...mass,
      uncertainty: halfWidthsOf(mass.uncertainty),
      name: names.mass(mass),
    })),
    findings: findings.map(({ id, thread, finding }, index) => {
      const { decisionId, decided, silenced, carried } = standings.get(id) ?? WAITS;
      return {
        ...findingInHalfWidths(finding),
        id,
        thread,
        index,
        version: findingVersion(row.id, decisionId),
        name: names.finding(finding),
        words: sentenceFor(finding, names.finding(finding), per),
        instruction: instructionOf(finding, per),
        loud: isLoud(finding, stage) && !silenced,
        silenced: silenced && { session: silenced.session, why: silenced.why },
        carried: carried && { session: carried.session, ...carriedInWords(carried) },
        ...doubtsIn(finding, told),
        passage: finding.passage ?? null,
        decision: decided?.decision ?? null,
        why: decided?.why ?? '',
        correctionId: decided?.correctionId ?? null,
      };
    }),
  };
}
