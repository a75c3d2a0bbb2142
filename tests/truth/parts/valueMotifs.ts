import { demoScene, madeUp, type Motif } from '../easel';

/** Four pictures for values and findings: the demo's pot, and three made up for it. */
export const valueMotifs = async (): Promise<Motif[]> => [
  await demoScene('enamel-pot', true, [400, 300]),
  await madeUp(31, [300, 240], 'full'),
  await madeUp(32, [360, 260], 'light'),
  await madeUp(33, [240, 240], 'dark'),
];
