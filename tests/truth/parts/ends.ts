import { endsAgree } from '../ends';
import { say } from '../say';
import type { Row } from '../targets';

/** The darkest dark and the lightest light against a hand's choice. */
export async function ends(): Promise<Row[]> {
  const list = await endsAgree();
  for (const { name, dark, light } of list)
    if (!dark || !light) say(`  ends, ${name}: ${dark ? '' : 'the darkest '}${light ? '' : 'the lightest '}elsewhere`);
  return [
    {
      name: `both ends of the range where a hand puts them, ${list.length} pictures`,
      reached: list.filter(({ dark, light }) => dark && light).length,
      target: 9,
      atLeast: true,
      unit: 'picture',
    },
  ];
}
