import { agreements } from '../masses';
import type { Row } from '../targets';
import { say } from '../say';

/** The cut at eight masses against outlines drawn by hand. */
export async function masses(): Promise<Row[]> {
  const list = await agreements(8);
  for (const { file, mean, each } of list)
    say(
      `  masses ${file}: ${mean.toFixed(2)} (${each.map(({ name, overlap }) => `${name} ${overlap.toFixed(2)}`).join(', ')})`,
    );
  return [
    {
      name: `masses: best overlap with hand-made outlines at 8, ${list.length} pictures`,
      reached: list.reduce((sum, { mean }) => sum + mean, 0) / list.length,
      target: 0.7,
      atLeast: true,
      unit: 'share',
    },
  ];
}
