import type { TestProject } from 'vitest/node';
import { inject } from 'vitest';
import { startServer, type Server } from '../server';

declare module 'vitest' {
  interface ProvidedContext {
    /** one studio for each hand that runs test files */
    studios: Pick<Server, 'url' | 'data'>[];
  }
}

/**
 * Starts a studio for each hand before the first test file, and stops them after the last: a server that has read some
 * photographs already reads the next in less than half the time.
 */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const hands = Number(project.config.maxWorkers) || 1;
  const servers = await Promise.all(Array.from({ length: hands }, () => startServer()));
  project.provide(
    'studios',
    servers.map(({ url, data }) => ({ url, data })),
  );
  return async () => {
    await Promise.all(servers.map((server) => server.stop()));
  };
}

/**
 * The studio of the hand that runs this file: for tests that make their own paintings, leave the settings as they were
 * and never ask what else is there. Who stops its server, or counts what is in it, starts one of his own.
 */
export function sharedStudio(): Pick<Server, 'url' | 'data'> {
  const studios = inject('studios');
  return studios[(Number(process.env.VITEST_POOL_ID) - 1) % studios.length];
}
