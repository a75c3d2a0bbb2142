import { OBJECT } from '../../src/demo/paintings/enamelPot';
import { anySetup, findCorners } from './corners';
import { demoScene, madeUp, paintMotif, type Motif } from './easel';
import { follow } from './departures';
import { falseAlarms, lookFor } from './findings';
import { flatOnFaithful, flattened } from './forms';
import { maskOf, underFormerGlare } from './glare';
import { faithfulDrawing, medianError, misplacedPassage, posedDrawing, valueOfMisplaced } from './drift';
import { agreements } from './masses';
import { medianOf, quantileOf } from './statistics';
import type { Row } from './targets';
import { readUnder, type Condition } from './values';

const say = (words: string) => process.stderr.write(`${words}\n`);

async function corners(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await madeUp(21, [300, 400], 'full'),
    await madeUp(22, [400, 280], 'light'),
    await demoScene('plaster-shell', false, [250, 250]),
    await madeUp(23, [300, 300], 'dark'),
  ];
  const sheets = motifs.map((motif, i) => paintMotif(motif, {}, i + 1));
  const errors: number[] = [];
  for (let k = 0; k < count; k++) {
    const i = (k + Math.floor(k / 8)) % motifs.length;
    const { error, place, motif, confidence } = await findCorners(motifs[i], sheets[i], anySetup(k + 500, motifs[i]));
    if (error !== null) errors.push(100 * error);
    say(
      `  ${motif}, ${place}: ${error === null ? 'asked' : `${(100 * error).toFixed(2)} %, sure to ${confidence.toFixed(2)}`}`,
    );
  }
  return [
    {
      name: `corners, ${count} photographs: worst corner, median`,
      reached: medianOf(errors),
      target: 0.3,
      unit: '% diag',
    },
    { name: 'corners: worst accepted', reached: Math.max(...errors), target: 1, unit: '% diag' },
    { name: 'corners: found and accepted', reached: errors.length / count, target: 0.85, atLeast: true, unit: 'share' },
  ];
}

const valueMotifs = async (): Promise<Motif[]> => [
  await demoScene('enamel-pot', true, [400, 300]),
  await madeUp(31, [300, 240], 'full'),
  await madeUp(32, [360, 260], 'light'),
  await madeUp(33, [240, 240], 'dark'),
];

// measurement.md, chapters 1 and 11; without a card 0.35 is asked with the last session known.
const CONDITIONS: readonly { condition: Condition; value: number; warmth: number | null }[] = [
  { condition: 'linear, corners given', value: 0.02, warmth: 0.3 },
  { condition: 'clean, head-on', value: 0.12, warmth: null },
  { condition: 'tungsten, one stop, card', value: 0.25, warmth: 2 },
  { condition: 'tungsten, one stop, printed card', value: 0.25, warmth: 2 },
  { condition: 'tungsten, one stop, no card', value: 0.35, warmth: null },
  { condition: 'tungsten, one stop, last session known', value: 0.35, warmth: null },
  { condition: 'tungsten, one stop, white board', value: 0.35, warmth: null },
];

async function values(): Promise<Row[]> {
  const motifs = await valueMotifs();
  const rows: Row[] = [];
  const phone: boolean[] = [];
  const steps: number[][] = [];
  const strengths: number[] = [];
  for (const { condition, value, warmth } of CONDITIONS) {
    const errors = await readUnder(condition, motifs);
    if (condition === 'tungsten, one stop, card') {
      for (const { name } of motifs) steps.push(errors.filter((e) => e.motif === name).map((e) => e.signed));
      strengths.push(...errors.flatMap((e) => e.strength ?? []));
    }
    if (!condition.startsWith('linear')) phone.push(...errors.map((e) => e.inside));
    say(
      `  ${condition}: nine tenths of regions within ${quantileOf(
        errors.map((e) => e.value),
        0.9,
      ).toFixed(3)} step`,
    );
    rows.push(
      { name: `value of regions, ${condition}: median error`, reached: medianOf(errors.map((e) => e.value)), target: value, unit: 'step' },
      { name: `warmth of regions, ${condition}: median error`, reached: medianOf(errors.map((e) => e.warmth)), target: warmth, unit: 'a*b*' },
      { name: `truth inside the stated uncertainty, ${condition}`, reached: errors.filter((e) => e.inside).length / errors.length, target: null, unit: 'share' },
    ); // prettier-ignore
  }
  // What neighbours differ by, under the hardest light with a card: the lamp should fall out of it.
  const relations = steps.flatMap((list) => list.flatMap((a, i) => list.slice(i + 1).map((b) => Math.abs(a - b))));
  rows.push(
    { name: `relations of regions, tungsten, one stop, card, ${relations.length}: median error`, reached: medianOf(relations), target: 0.2, unit: 'step' },
    { name: `chroma of coloured regions, tungsten, one stop, card, ${strengths.length}: median error`, reached: medianOf(strengths), target: 0.1, unit: 'share' },
  ); // prettier-ignore
  rows.push({ name: `truth inside the stated uncertainty, all ${phone.length} regions of phone photographs`, reached: phone.filter(Boolean).length / phone.length, target: 0.9, within: 0.05, unit: 'share' }); // prettier-ignore
  return rows;
}

async function findings(count: number): Promise<Row[]> {
  const motifs = await valueMotifs();
  let [found, topFive, named] = [0, 0, 0];
  for (let seed = 1; seed <= count; seed++) {
    const { injected, rank, leading } = await lookFor(motifs[seed % motifs.length], seed + 200);
    if (rank >= 0) found++;
    if (leading === injected.kind) named++;
    if (rank >= 0 && rank < 5) topFive++;
    say(
      `  ${injected.kind} ${injected.amount.toFixed(2)}: ${rank < 0 ? 'not found' : `number ${rank + 1}`}, first called ${leading}`,
    );
  }
  const alarms: number[] = [];
  for (let seed = 1; seed <= count; seed++) {
    const words = await falseAlarms(motifs[seed % motifs.length], seed + 300);
    alarms.push(words.length);
    say(`  faithful copy: ${words.length === 0 ? 'nothing raised' : words.join(' ')}`);
  }
  return [
    { name: `injected errors of 0.5 step or 5 units and more, ${count}: found`, reached: found / count, target: 0.9, atLeast: true, unit: 'share' },
    { name: 'injected errors: in the top five', reached: topFive / count, target: 0.8, atLeast: true, unit: 'share' },
    { name: 'injected errors: the dimension they lie in named first', reached: named / count, target: 0.9, atLeast: true, unit: 'share' },
    { name: `findings on ${count} faithful copies: most on one`, reached: Math.max(...alarms), target: 1, unit: 'finding' },
    { name: 'findings on faithful copies: mean', reached: alarms.reduce((s, v) => s + v, 0) / count, target: null, unit: 'finding' },
  ]; // prettier-ignore
}

async function glare(count: number): Promise<Row[]> {
  const motifs = await valueMotifs();
  const sheets = motifs.map((motif, i) => paintMotif(motif, {}, i + 41));
  const masks = [];
  for (let k = 0; k < 2 * count; k++) {
    const i = k % motifs.length;
    const result = await maskOf(motifs[i], sheets[i], k + 60);
    masks.push(result);
    say(
      `  ${motifs[i].name}: ${(100 * result.caught).toFixed(0)} % of the blown masked, ${(100 * result.harmed).toFixed(1)} % of the clean`,
    );
  }
  const under: number[] = [];
  for (let k = 0; k < count; k++) {
    const errors = await underFormerGlare(motifs[k % motifs.length], k + 80);
    under.push(...errors);
    say(`  three shots: ${errors.map((e) => e.toFixed(2)).join(', ')} step under former glare`);
  }
  const mean = (list: number[]) => list.reduce((s, v) => s + v, 0) / list.length;
  const caught = masks.map((m) => m.caught).filter(Number.isFinite);
  return [
    { name: `glare: blown area that is masked, ${caught.length} photographs`, reached: mean(caught), target: 0.9, atLeast: true, unit: 'share' },
    { name: 'glare: clean area that is masked', reached: mean(masks.map((m) => m.harmed)), target: 0.02, unit: 'share' },
    { name: 'three shots: value under former glare, worst', reached: Math.max(...under), target: 0.3, unit: 'step' },
  ]; // prettier-ignore
}

/** One step lighter as planned: on an outlined box, and on a mass. */
async function departures(count: number): Promise<Row[]> {
  const [followed, bare]: number[][] = [[], []];
  let [raised, missed] = [0, 0];
  const look = async (motif: Motif, how: Parameters<typeof follow>[1]) => {
    const result = await follow(motif, how);
    followed.push(Math.abs(result.followed.difference));
    bare.push(Math.abs(result.bare.difference + 1));
    raised += result.followed.words.length;
    if (!result.bare.words.some((words) => /one step.* lighter|three quarters.* lighter/.test(words))) missed++;
    say(
      `  departure ${motif.name}: followed ${result.followed.difference.toFixed(2)}, bare ${result.bare.difference.toFixed(2)} ${result.bare.words.join(' ')}`,
    );
  };
  for (let k = 0; k < count; k++) {
    const motif = await madeUp(41 + k, [400, 300], k % 2 ? 'dark' : 'full');
    // Every other one takes up a quarter of the canvas: a lamp must not be invented to make it fit.
    const box = k % 2 ? [20, 15, 250, 120] : [60 + 30 * (k % 3), 170, 110, 80];
    const inside = [box[0] + 20, box[1] + 15, box[2] - 40, box[3] - 30];
    await look(motif, {
      departure: `${box.join(',')}=1`,
      mistake: { where: { box: box as [number, number, number, number] }, value: 1 },
      inside,
      seed: k + 400,
    });
  }
  // On a mass, shown by a point: the front of the ledge.
  const pot = await demoScene('enamel-pot', true, [400, 300]);
  await look(pot, {
    departure: '200,280=1',
    mistake: { where: { objects: [OBJECT.front] }, value: 1 },
    inside: [60, 262, 280, 25],
    seed: 470,
  });
  return [
    { name: `departure of one step lighter, ${followed.length}: followed reads as planned, worst`, reached: Math.max(...followed), target: 0.25, unit: 'step' },
    { name: 'departure: findings on it where it is followed', reached: raised, target: 0, unit: 'finding' },
    { name: 'departure: the bare reference reads one step too dark, off by at most', reached: Math.max(...bare), target: 0.25, unit: 'step' },
    { name: 'departure: bare reference not told', reached: missed, target: 0, unit: 'case' },
  ]; // prettier-ignore
}

/** Where the drawing sits: one passage, the whole, nothing; and values under it. */
async function drift(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await demoScene('glasshouse-door', false, [300, 400]),
    await madeUp(31, [300, 240], 'full'),
    await madeUp(32, [360, 260], 'light'),
  ];
  const [moved, faithful, poses]: [Awaited<ReturnType<typeof misplacedPassage>>[], Awaited<ReturnType<typeof faithfulDrawing>>[], Awaited<ReturnType<typeof posedDrawing>>[]] = [[], [], []]; // prettier-ignore
  const values: number[] = [];
  for (let k = 0; k < count; k++) {
    const motif = motifs[k % motifs.length];
    const one = await misplacedPassage(motif, 500 + k);
    moved.push(one);
    say(`  drawing ${motif.name}: ${one.size.toFixed(1)} mm off, found within ${medianOf(one.errors).toFixed(2)} (claimed for ${(100 * one.claimed).toFixed(0)} %) ${one.words.join(' ')}`); // prettier-ignore
    if (k % 2) continue;
    const copy = await faithfulDrawing(motif, 520 + k);
    faithful.push(copy);
    say(`  faithful drawing ${motif.name}: ${medianOf(copy.errors).toFixed(2)} mm ${copy.words.join(' ')}`);
    const posed = await posedDrawing(motif, 540 + k);
    poses.push(posed);
    say(`  whole drawing ${motif.name}: size ${posed.pose.scale} read ${posed.global.scale.toFixed(4)}, turn ${posed.pose.turn} read ${posed.global.rotationDegrees.toFixed(2)} ${posed.words.join(' ')}`); // prettier-ignore
    values.push(...(await valueOfMisplaced(motif, 560 + k)));
  }
  const sizes = poses.map(({ pose, global }) => Math.abs(100 * (global.scale - pose.scale)));
  const turns = poses.map(({ pose, global }) => Math.abs(global.rotationDegrees - pose.turn));
  return [
    { name: `drawing: passages 3 to 12 mm off, ${moved.length}: found within, median`, reached: medianError(moved), target: 1, unit: 'mm' },
    { name: 'drawing: share of such places it claims to know', reached: moved.reduce((s, { claimed }) => s + claimed, 0) / moved.length, target: null, unit: 'share' },
    { name: `drawing: faithful copies, ${faithful.length}: median`, reached: medianError(faithful), target: 0.7, unit: 'mm' },
    { name: 'drawing: findings on faithful copies', reached: faithful.reduce((s, { words }) => s + words.length, 0), target: null, unit: 'finding' },
    { name: `drawing: whole, ${poses.length}: size off by, median`, reached: medianOf(sizes), target: 0.4, unit: '%' },
    { name: 'drawing: whole: size off by, worst', reached: Math.max(...sizes), target: 0.4, unit: '%' },
    { name: 'drawing: whole: turn off by, worst', reached: Math.max(...turns), target: 0.3, unit: 'degrees' },
    { name: `value of regions on something drawn 6 mm off, ${values.length}: median error`, reached: medianOf(values), target: 0.2, unit: 'step' },
  ]; // prettier-ignore
}

/** The cut at eight masses against outlines drawn by hand. */
async function masses(): Promise<Row[]> {
  const list = await agreements(8);
  for (const { file, mean, each } of list) say(`  masses ${file}: ${mean.toFixed(2)} (${each.map(({ name, overlap }) => `${name} ${overlap.toFixed(2)}`).join(', ')})`); // prettier-ignore
  return [
    { name: `masses: best overlap with hand-made outlines at 8, ${list.length} pictures`, reached: list.reduce((sum, { mean }) => sum + mean, 0) / list.length, target: 0.7, atLeast: true, unit: 'share' },
  ]; // prettier-ignore
}

async function forms(count: number): Promise<Row[]> {
  const motifs = [
    await demoScene('enamel-pot', true, [400, 300]),
    await madeUp(31, [300, 240], 'full'),
    await madeUp(22, [400, 280], 'light'),
    await madeUp(23, [300, 300], 'dark'),
    await madeUp(21, [300, 400], 'full'),
  ];
  let [found, alone, elsewhere, faithful] = [0, 0, 0, 0];
  for (let k = 0; k < count; k++) {
    const motif = motifs[k % motifs.length];
    const one = await flattened(motif, 700 + k);
    found += one.found ? 1 : 0;
    alone += one.alone ? 1 : 0;
    elsewhere += one.elsewhere;
    if (k < motifs.length) faithful += await flatOnFaithful(motif, 720 + k);
    say(`  ${motif.name}: a thing that turns through ${one.thing.span.toFixed(1)} steps painted flat, ${one.found ? 'told' : 'not told'}`); // prettier-ignore
  }
  return [
    { name: `forms: a thing painted flat, ${count}: told`, reached: found / count, target: 0.9, atLeast: true, unit: 'share' }, // prettier-ignore
    { name: 'forms: of them by one mass alone', reached: alone / count, target: null, unit: 'share' },
    { name: 'forms: surfaces told flat beside it', reached: elsewhere / count, target: null, unit: 'mass' },
    {
      name: `forms: surfaces told flat on ${motifs.length} faithful copies`,
      reached: faithful,
      target: 1,
      unit: 'mass',
    },
  ];
}

/** The suite in parts that can run beside one another, the longest first. @param scale 1 = as in CI; more = more pictures */
export const PARTS: Record<string, (scale: number) => Promise<Row[]>> = {
  corners: (scale) => corners(24 * scale),
  glare: (scale) => glare(4 * scale),
  findings: (scale) => findings(10 * scale),
  values,
  drift: (scale) => drift(6 * scale),
  departures: (scale) => departures(4 * scale),
  masses,
  forms: (scale) => forms(10 * scale),
};
