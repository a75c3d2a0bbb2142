import { medianOf, quantileOf } from '../statistics';
import type { Row } from '../targets';
import { readUnder, type Condition } from '../values';
import { valueMotifs } from './valueMotifs';
import { say } from '../say';

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

export async function values(): Promise<Row[]> {
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
      {
        name: `value of regions, ${condition}: median error`,
        reached: medianOf(errors.map((e) => e.value)),
        target: value,
        unit: 'step',
      },
      {
        name: `warmth of regions, ${condition}: median error`,
        reached: medianOf(errors.map((e) => e.warmth)),
        target: warmth,
        unit: 'a*b*',
      },
      {
        name: `truth inside the stated uncertainty, ${condition}`,
        reached: errors.filter((e) => e.inside).length / errors.length,
        target: null,
        unit: 'share',
      },
    );
  }
  // What neighbours differ by, under the hardest light with a card: the lamp should fall out of it.
  const relations = steps.flatMap((list) => list.flatMap((a, i) => list.slice(i + 1).map((b) => Math.abs(a - b))));
  rows.push(
    {
      name: `relations of regions, tungsten, one stop, card, ${relations.length}: median error`,
      reached: medianOf(relations),
      target: 0.2,
      unit: 'step',
    },
    {
      name: `chroma of coloured regions, tungsten, one stop, card, ${strengths.length}: median error`,
      reached: medianOf(strengths),
      target: 0.1,
      unit: 'share',
    },
  );
  rows.push({
    name: `truth inside the stated uncertainty, all ${phone.length} regions of phone photographs`,
    reached: phone.filter(Boolean).length / phone.length,
    // What is stated is set by the phone half (parts/phone.ts), whose camera is worse: here it may be too careful.
    target: 0.88,
    atLeast: true,
    unit: 'share',
  });
  return rows;
}
