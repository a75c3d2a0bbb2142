import { falseAlarms, lookFor } from '../findings';
import type { Row } from '../targets';
import { valueMotifs } from './valueMotifs';
import { say } from '../say';

export async function findings(count: number): Promise<Row[]> {
  const motifs = await valueMotifs();
  let [found, topFive, named, values, companions] = [0, 0, 0, 0, 0];
  for (let seed = 1; seed <= count; seed++) {
    const { injected, rank, leading, ...more } = await lookFor(motifs[seed % motifs.length], seed + 200);
    if (rank >= 0) found++;
    if (injected.kind === 'value') values++;
    companions += more.companions;
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
    {
      name: `injected errors of 0.5 step or 5 units and more, ${count}: found`,
      reached: found / count,
      target: 0.9,
      atLeast: true,
      unit: 'share',
    },
    {
      name: 'injected errors: in the top five of their kind',
      reached: topFive / count,
      target: 0.8,
      atLeast: true,
      unit: 'share',
    },
    {
      name: 'injected errors: the dimension they lie in named first',
      reached: named / count,
      target: 0.9,
      atLeast: true,
      unit: 'share',
    },
    {
      name: `findings of colour beside an error of value alone, ${values}: mean`,
      reached: companions / values,
      target: 0.2,
      unit: 'finding',
    },
    {
      name: `findings on ${count} faithful copies: most on one`,
      reached: Math.max(...alarms),
      target: 1,
      unit: 'finding',
    },
    {
      name: 'findings on faithful copies: mean',
      reached: alarms.reduce((s, v) => s + v, 0) / count,
      target: null,
      unit: 'finding',
    },
  ];
}
