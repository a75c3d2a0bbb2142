// Bundles server, workers and command line with esbuild and the interface with Vite into dist/.
import { build } from 'esbuild';
import { build as buildWeb } from 'vite';

await build({
  entryPoints: {
    main: 'src/server/main.ts',
    worker: 'src/server/jobs/worker.ts',
    cli: 'src/cli/main.ts',
    seed: 'src/demo/seed.ts',
    demo: 'src/demo/run.ts',
  },
  outdir: 'dist',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
});
await buildWeb({ logLevel: 'warn' });
