// The application as it is started: the server, with the sample painting at hand.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { start } from './server/main';

const here = fileURLToPath(new URL('.', import.meta.url));

await start({
  here,
  // Loaded only when it is asked for: most starts never do.
  sample: async (studio, how) => {
    const { sampleFrom } = await import('./demo/sample');
    return sampleFrom(join(here, '..', 'src', 'demo', 'data'))(studio, how);
  },
});
