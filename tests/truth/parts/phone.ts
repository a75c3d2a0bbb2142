import { BESIDE, phoneCase, readByPhone, type PhoneResult } from '../phone';
import { say } from '../say';
import { medianOf, quantileOf } from '../statistics';
import type { Row } from '../targets';
import { valueMotifs } from './valueMotifs';

const mean = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0) / list.length;

/** Median and ninth decile of an error. @param most what either may be; null = printed only */
const spread = (
  name: string,
  errors: readonly number[],
  { unit, most = [null, null] }: { unit: string; most?: readonly [number | null, number | null] },
): Row[] => [
  { name: `phone, ${name}: median error`, reached: medianOf(errors), target: most[0], unit },
  { name: `phone, ${name}: ninth decile`, reached: quantileOf(errors, 0.9), target: most[1], unit },
];

/** Faithful pictures and pictures with one error each, through a phone's camera. @param count of either */
export async function phone(count: number): Promise<Row[]> {
  const motifs = await valueMotifs();
  const results: PhoneResult[] = [];
  for (let k = 0; k < 2 * count; k++) {
    const wrong = k % 2 === 1;
    const beside = BESIDE[(k >> 1) % BESIDE.length];
    const motif = motifs[(k >> 1) % motifs.length];
    const result = await readByPhone(await phoneCase(motif, { seed: 400 + k, beside, wrong }));
    results.push(result);
    const told = result.injected
      ? `${result.injected.kind} ${result.injected.amount.toFixed(2)}: ${result.rank < 0 ? 'not found' : `number ${result.rank + 1}`}`
      : 'faithful';
    say(`  ${motif.name}, ${beside}, ${told}; unbacked: ${result.unbacked.join(' ') || 'none'}`);
  }
  return rowsOf(results);
}

const atLeast = (target: number) => ({ target, atLeast: true, unit: 'share' });

/** What phones' photographs came to, as lines of the table. */
export function rowsOf(results: readonly PhoneResult[]): Row[] {
  const [faithful, wrong] = [false, true].map((is) => results.filter(({ injected }) => (injected !== null) === is));
  const regions = results.flatMap((one) => one.regions);
  const share = (yes: readonly boolean[]) => yes.filter(Boolean).length / yes.length;
  const row = (name: string, reached: number, more: Omit<Row, 'name' | 'reached'>): Row => ({
    name: `phone, ${name}`,
    reached,
    ...more,
  });
  return [
    ...BESIDE.flatMap((beside) =>
      spread(
        `value, ${beside} beside it`,
        regions.filter((one) => one.beside === beside).map(({ value }) => value),
        { unit: 'step', most: beside === 'card' ? [0.06, 0.15] : [0.08, 0.18] },
      ),
    ),
    ...spread(
      'warmth',
      regions.map(({ warmth }) => warmth),
      { unit: 'a*b*', most: [0.8, 2.5] },
    ),
    ...spread(
      'chroma',
      regions.map(({ chroma }) => chroma),
      { unit: 'a*b*', most: [1, 3] },
    ),
    row('chroma, mean of what it is too strong by', mean(regions.map((one) => one.signedChroma)), {
      target: null,
      unit: 'a*b*',
    }),
    row(`unbacked findings a faithful picture, ${faithful.length}`, mean(faithful.map((one) => one.unbacked.length)), {
      target: 0.3,
      unit: 'finding',
    }),
    row(`unbacked findings a picture with an error, ${wrong.length}`, mean(wrong.map((one) => one.unbacked.length)), {
      target: 0.7,
      unit: 'finding',
    }),
    row('injected errors found', share(wrong.map(({ rank }) => rank >= 0)), atLeast(0.95)),
    row(
      'injected errors in the top five of their kind',
      share(wrong.map(({ rank }) => rank >= 0 && rank < 5)),
      atLeast(0.9),
    ),
    row(
      `value inside the stated uncertainty, ${regions.length}`,
      share(regions.map((one) => one.ofValue <= 1)),
      atLeast(0.88),
    ),
    row('warmth inside the stated uncertainty', share(regions.map((one) => one.ofWarmth <= 1)), atLeast(0.88)),
  ];
}
