import type { MessagePort } from 'node:worker_threads';
import { changeInWords, findingsOf, weighed, wholePicture, type Finding } from '../../core/correct';
import { combineFlats, CORNERS_SURE, findCanvas, findCard, flatFromPhoto, isCovered, lookOf, sagitta, visiblePart, visibleSize, wordsForFault, type Flat } from '../../core/photo'; // prettier-ignore
import { massAt, readingSize, type PassageLabel, type PlannedPicture } from '../../core/plan';
import {
  lightOfPicture,
  pixelsIn,
  placeOfBox,
  placeOfPixels,
  type Place,
  type Point,
  type Raster,
} from '../../core/raster';
import { accountOf, align, compare, coverageOf, doubtOf, groundFrom, groupedMasses, readFlat, readPlace, readShift, seatsAsked, uniformChange, wholeOff, withoutChange, type Aligned, type Reading, type UniformChange } from '../../core/read'; // prettier-ignore
import { takenAt } from '../images/takenAt';
import { bytesOfStored, differencesPng, jpegOf, openStored, room, verifyStored } from './pictures';
import { audit, base, masses, openPlan, pixelsWhere, planned, sheet } from './planWork';
import type { Part, PlanTask, Progress, SeenPlace, Shot, StoredPicture, TaskName, Tasks } from './tasks';

type Tell = (doing: string, share: number, part?: Part) => void;
type Ask<N extends TaskName> = Tasks[N]['ask'];
type Answer<N extends TaskName> = Promise<Tasks[N]['answer']>;

async function check({ picture }: Ask<'check'>): Answer<'check'> {
  const { width, height, format } = await verifyStored(picture);
  return { width, height, format };
}

const taken = async ({ picture }: Ask<'taken'>): Answer<'taken'> => takenAt(await bytesOfStored(picture));

async function preview({ picture, longSide }: Ask<'preview'>): Answer<'preview'> {
  const opened = await openStored(picture);
  const scale = Math.min(1, longSide / Math.max(opened.width, opened.height));
  const size = { width: Math.round(opened.width * scale), height: Math.round(opened.height * scale) };
  return { jpeg: await jpegOf(lightOfPicture(opened, [0, 0, opened.width, opened.height], size), 85) };
}

async function corners({ photo, canvas, covered, plan, cardValues }: Ask<'corners'>, tell: Tell): Answer<'corners'> {
  tell('opening the photograph', 0.1);
  const picture = await openStored(photo);
  const look = plan ? lookOf(visiblePart((await openPlan(plan)).picture, canvas, covered)) : undefined;
  const { widthMm, heightMm } = visibleSize(canvas, covered);
  tell('looking for the canvas', 0.5);
  const found = findCanvas(picture, { proportion: widthMm / heightMm, look, framed: isCovered(covered) });
  const card = findCard(picture);
  return {
    card: card && { rings: card.rings, greys: card.greys.map((grey, k) => (cardValues ? { ...grey, value: cardValues[k], doubt: 0.05 } : grey)) }, // prettier-ignore
    found: found && { corners: found.corners, confidence: found.confidence, sure: found.confidence >= CORNERS_SURE },
  };
}

/** The last session's flat as light at reading size. */
async function openBefore(
  stored: StoredPicture,
  { width, height }: { width: number; height: number },
): Promise<Raster> {
  const flat = await openStored(stored);
  return lightOfPicture(flat, [0, 0, flat.width, flat.height], { width, height });
}

const gridOf = ({ small: { width, height }, canvas }: Pick<Flat, 'small' | 'canvas'>) => ({
  width,
  height,
  mmPerPixel: canvas.widthMm / width,
});

/** What the painter leaves out is read by nothing; what is read all the same is, though it shines. */
function leaveOut({ mask, hidden, small, canvas }: Flat, areas: Shot['areas']): void {
  const grid = gridOf({ small, canvas });
  for (const { place, read } of areas) for (const i of pixelsIn(place, grid)) mask[i] = hidden[i] = read ? 0 : 1;
}

/** Every shot of a session as one flat, under what is known of the light. */
async function openFlat(
  { shots, board, before, ground, lightFrom, canvas }: Ask<'read'>,
  planned: PlannedPicture | null,
  tell: Tell,
) {
  const plan = planned?.picture ?? null;
  const departed = planned?.departed;
  const beforeFlat = before && (await openBefore(before, readingSize(canvas)));
  const boardPhoto = board && { photo: await openStored(board.photo), corners: board.corners ?? undefined };
  const flats: Flat[] = [];
  for (const [i, { photo, corners, covered, greys, card, areas }] of shots.entries()) {
    tell(shots.length > 1 ? `squaring shot ${i + 1} of ${shots.length}` : 'squaring it and taking the light out', 0.2 + (0.5 * i) / shots.length); // prettier-ignore
    const picture = await openStored(photo);
    flats.push(flatFromPhoto(picture, { canvas, corners, covered, greys, card, plan, departed, board: boardPhoto, before: beforeFlat, ground: ground?.colour, lightFrom })); // prettier-ignore
    leaveOut(flats[i], areas);
    // A shot that is squared is needed no more: the next one takes its room.
    if (!board && i < shots.length - 1) await room.giveBack();
  }
  return combineFlats(flats);
}

/** What was told about lamp and paint makes the reading claim less. */
const doubted = (flat: Flat, { value, warmth }: { value: number; warmth: number }): Flat => ({
  ...flat,
  light: {
    ...flat.light,
    uncertainty: { value: flat.light.uncertainty.value * value, warmth: flat.light.uncertainty.warmth * warmth },
  },
});

/** Where the ground still shows is read by nothing; places that are read all the same stay in. */
function coverageOn(flat: Flat, { picture: plan, bare }: PlannedPicture, { ground, shots }: Ask<'read'>) {
  if (!ground) return null;
  const grid = gridOf(flat);
  const keep = bare.slice();
  for (const place of ground.keep) for (const i of pixelsIn(place, grid)) keep[i] = 1;
  const coverage = coverageOf({ flat: flat.small, plan, mask: flat.mask, keep }, ground.colour, flat.light.uncertainty);
  const asked = shots.flatMap(({ areas }) => areas.filter(({ read }) => read));
  for (const { place } of asked) for (const i of pixelsIn(place, grid)) coverage.bare[i] = 0;
  return coverage;
}

/** What changed all over the picture since the last session; only where the light of this photograph is known by itself too. */
async function changeSince(last: Ask<'read'>['last'], flat: Flat): Promise<UniformChange | null> {
  if (!last || !['card', 'grey', 'board'].includes(flat.light.method)) return null;
  const before = await openBefore(last.flat, flat.small);
  const mask = flat.mask.slice();
  if (last.notRead) for (const i of pixelsIn(last.notRead, gridOf(flat))) mask[i] = 1;
  const { value, warmth } = flat.light.uncertainty;
  const both = {
    value: Math.hypot(value, last.uncertainty.value),
    warmth: Math.hypot(warmth, last.uncertainty.warmth),
  };
  return uniformChange({ now: flat.small, before, mask }, both);
}

/** Passages that are not judged as they stand. */
const NOT_JUDGED: readonly PassageLabel[] = ['undecided', 'placeholder', 'to be covered', 'exaggerated for now'];

/** What the plan says is compared with nothing, and passages that are not judged, are read by nothing. */
function leaveIgnored({ mask }: Flat, plan: PlannedPicture, { passages, canvas }: PlanTask): void {
  plan.ignored.forEach((ignored, i) => ignored && (mask[i] = 1));
  for (const { where, label } of passages)
    if (NOT_JUDGED.includes(label))
      for (const i of pixelsWhere(where, plan, canvas.widthMm / plan.picture.width)) mask[i] = 1;
}

type Said = Finding & { passage: PassageLabel | null };

/** Findings with the passage their middle lies on; lights that are saved for last are not yet missed. */
function onPassages(findings: readonly Finding[], plan: PlannedPicture, { passages, canvas }: PlanTask): Said[] {
  const mmPerPixel = canvas.widthMm / plan.picture.width;
  const places = passages.map(({ where, label }) => ({ label, pixels: new Set(pixelsWhere(where, plan, mmPerPixel)) }));
  return findings.flatMap((finding): Said[] => {
    const [x, y, w, h] = finding.region.box;
    const middle = Math.floor((y + h / 2) / mmPerPixel) * plan.picture.width + Math.floor((x + w / 2) / mmPerPixel);
    const passage = places.find(({ pixels }) => pixels.has(middle))?.label ?? null;
    const waits = passage === 'saved for last' && finding.kind === 'value' && finding.amount < 0;
    return waits ? [] : [{ ...finding, passage }];
  });
}

/** Findings; what changed all over is told once, and each place is judged as if it had not. */
function findingsAfter(
  reading: Reading,
  change: UniformChange | null,
  { flat, plan, task }: { flat: Flat; plan: PlannedPicture; task: PlanTask },
): Said[] {
  const light = doubtOf(flat);
  const { masses: map, picture } = plan;
  const ground = { massOf: map.massOf, ids: map.ids, uncertainty: light, tolerance: task.toleranceMm };
  const again = () => readFlat({ ...flat, small: withoutChange(flat.small, change as UniformChange) }, { plan: picture, masses: map, toleranceMm: task.toleranceMm, drift: reading.aligned.drift }); // prettier-ignore
  const mmPerPixel = task.canvas.widthMm / map.width;
  const loose = new Set(task.loose.map((at) => map.ids[massAt(map, at, mmPerPixel)]));
  const own = weighed(findingsOf(change ? again() : reading, ground), { focal: task.focal, loose });
  const whole = change && wholePicture(reading.aligned, change, light);
  return onPassages(whole ? [whole, ...own] : own, plan, task);
}

const KEPT_WITHIN = 0.3; // steps a reserved light may darken: about three units of L*

/** Lights that were to be kept untouched and are darker than planned: where, and by how many steps. */
function lostLights({ aligned }: Reading, flat: Flat, { plan, task }: { plan: PlannedPicture; task: PlanTask }) {
  const mmPerPixel = task.canvas.widthMm / plan.picture.width;
  return task.passages.flatMap(({ where, label }) => {
    if (label !== 'reserved') return [];
    const seen = compare(aligned, pixelsWhere(where, plan, mmPerPixel), doubtOf(flat));
    if (!seen || seen.difference.value > -Math.max(KEPT_WITHIN, 2 * seen.uncertainty.value)) return [];
    const [x, y] = 'mass' in where ? where.mass : (where.place.outlines[0][0] ?? [0, 0]);
    return [{ at: [x, y] as Point, steps: seen.difference.value }];
  });
}

/** The reading in numbers, with what the plan says of families and tones. */
function accountFor(reading: Reading, flat: Flat, { plan, task }: { plan: PlannedPicture; task: PlanTask }) {
  const { masses } = plan;
  const mmPerPixel = task.canvas.widthMm / masses.width;
  const idAt = (at: Point) => masses.ids[massAt(masses, at, mmPerPixel)];
  const families = new Map(task.families.map(({ at, family }) => [idAt(at), family]));
  const variation = new Map(task.variation.map(({ at, is }) => [idAt(at), is]));
  const { split, tones, splits } = task;
  return accountOf(reading, masses, {
    light: doubtOf(flat),
    split,
    tones,
    splits,
    families,
    groups: groupedMasses(masses, task.groups, mmPerPixel),
    variation,
    seats: seatsAsked(masses, task, mmPerPixel),
  });
}

/** Leaves out of a flat what is not judged: the bare ground, what the plan ignores. @returns how much of the ground is covered */
function leaveUnjudged(ask: Ask<'read'>, flat: Flat, { plan, task }: { plan: PlannedPicture; task: PlanTask }) {
  const coverage = coverageOn(flat, plan, ask);
  coverage?.bare.forEach((bare, i) => bare && (flat.mask[i] = 1));
  leaveIgnored(flat, plan, task);
  return coverage;
}

/** What one place shows. */
function seen(aligned: Aligned, place: Place, flat: Flat): SeenPlace {
  const paint = readPlace(aligned, place, flat);
  return paint && { paint, shift: readShift(aligned, place), wholeMm: wholeOff(aligned.drift) };
}

/** What a flat shows against its plan. */
async function against(
  ask: Ask<'read'>,
  flat: Flat,
  { plan, task, tell }: { plan: PlannedPicture; task: PlanTask; tell: Tell },
) {
  const coverage = leaveUnjudged(ask, flat, { plan, task });
  const { landmarks } = ask;
  const reading = readFlat(flat, { plan: plan.picture, masses: plan.masses, toleranceMm: task.toleranceMm, landmarks }); // prettier-ignore
  const mapPng = await differencesPng(reading.map);
  tell('judging what differs', 0.8, { mapPng, masses: reading.masses });
  const change = await changeSince(ask.last, flat);
  return {
    coverage,
    change: change && ask.last ? changeInWords(change, ask.last.session) : null,
    lostLights: lostLights(reading, flat, { plan, task }),
    masses: reading.masses,
    findings: findingsAfter(reading, change, { flat, plan, task }),
    account: accountFor(reading, flat, { plan, task }),
    mapPng,
    places: ask.places.map((place) => seen(reading.aligned, place, flat)),
  };
}

/** What single places show, without the rest of a reading. */
async function see(ask: Ask<'see'>, tell: Tell): Answer<'see'> {
  const plan = ask.plan && (await openPlan(ask.plan));
  const flat = doubted(await openFlat(ask, plan, tell), ask.doubt);
  if (!plan || !ask.plan) return { places: ask.places.map(() => null) };
  leaveUnjudged(ask, flat, { plan, task: ask.plan });
  const aligned = align(flat, plan.picture, { landmarks: ask.landmarks });
  return { places: ask.places.map((place) => seen(aligned, place, flat)) };
}

type Against = Awaited<ReturnType<typeof against>>;
type Compared = Omit<Against, 'account' | 'mapPng'> & { [K in 'account' | 'mapPng']: Against[K] | null };

/** Without a plan there is nothing to differ from. */
const alone = ({ places }: Ask<'read'>): Compared => ({
  coverage: null,
  change: null,
  lostLights: [],
  masses: [],
  findings: [],
  account: null,
  mapPng: null,
  places: places.map(() => null),
});

async function read(ask: Ask<'read'>, tell: Tell): Answer<'read'> {
  tell('opening the plan', 0.05);
  const plan = ask.plan && (await openPlan(ask.plan));
  tell('opening the photograph', 0.2);
  const flat = doubted(await openFlat(ask, plan, tell), ask.doubt);
  const notRead = flat.mask.slice();
  const grid = gridOf(flat);
  const shapeOf = (pixels: Uint8Array) => (pixels.includes(1) ? placeOfPixels(pixels, grid) : null);
  tell(plan ? 'comparing it with the plan' : 'looking it over', 0.7, { flatJpeg: await jpegOf(flat.small, 85) });
  const compared: Compared = plan && ask.plan ? await against(ask, flat, { plan, task: ask.plan, tell }) : alone(ask);
  const { coverage } = compared;
  tell('keeping the reading', 0.9);
  return {
    flatJpeg: await jpegOf(flat.picture()),
    squaredJpeg: await jpegOf(flat.squared(), 85),
    shots: ask.shots.length,
    lens: { bend: flat.lens.bend, px: sagitta(flat.lens, flat.corners) },
    light: flat.light,
    glareShare: flat.glareShare,
    glare: shapeOf(notRead),
    coverage: coverage && { covered: coverage.covered, alike: coverage.alike, bare: shapeOf(coverage.bare) },
    change: compared.change,
    blurMm: Number.isFinite(flat.blurMm) ? flat.blurMm : null,
    quality: flat.quality.faults.map((fault) => wordsForFault(fault, flat.light)),
    lostLights: compared.lostLights,
    masses: compared.masses,
    findings: compared.findings,
    account: compared.account,
    mapPng: compared.mapPng,
    places: compared.places,
  };
}

/** The bare surface's colour. */
async function ground(ask: Ask<'ground'>, tell: Tell): Answer<'ground'> {
  const plan = ask.plan && (await openPlan(ask.plan));
  const flat = await openFlat(ask, plan, tell);
  const { width, height } = flat.small;
  const inner = placeOfBox([0.1 * width, 0.1 * height, 0.8 * width, 0.8 * height]);
  const pixels = ask.place ? pixelsIn(ask.place, gridOf(flat)) : pixelsIn(inner, { width, height, mmPerPixel: 1 });
  return { ground: groundFrom(flat.small, flat.mask, pixels) };
}

/** How good the photographs are, without reading them. */
async function judge(ask: Ask<'judge'>, tell: Tell): Answer<'judge'> {
  const plan = ask.plan && (await openPlan(ask.plan));
  const flat = doubted(await openFlat(ask, plan, tell), ask.doubt);
  const { light, quality, glareShare, blurMm } = flat;
  return {
    method: light.method,
    uncertainty: light.uncertainty,
    glareShare,
    blurMm: Number.isFinite(blurMm) ? blurMm : null,
    pixelsPerMm: quality.pixelsPerMm,
    lines: quality.faults.map((fault) => wordsForFault(fault, light)),
  };
}

const WORK: { [N in TaskName]: (ask: Ask<N>, tell: Tell) => Answer<N> } = {
  check,
  taken,
  preview,
  planned,
  masses,
  base,
  audit,
  sheet,
  corners,
  read,
  see,
  ground,
  judge,
};

/** Entry of every worker thread: does the task and tells its progress through the port. */
export default async function work({
  name,
  ask,
  port,
}: {
  name: TaskName;
  ask: unknown;
  port: MessagePort | null;
}): Promise<unknown> {
  const tell: Tell = (doing, share, part) =>
    port?.postMessage({ doing, share, ...(part && { part }) } satisfies Progress);
  try {
    return { answer: await (WORK[name] as (ask: unknown, tell: Tell) => Promise<unknown>)(ask, tell) };
  } catch (cause) {
    // Errors lose their class on the way between threads: known ones travel as data.
    const error = cause as Error & { code?: string; status?: number };
    return { problem: { name: error.name, message: error.message, code: error.code, status: error.status } };
  } finally {
    await room.giveBack();
    port?.close();
  }
}
