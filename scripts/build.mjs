// Bundles server, workers and command line with esbuild and the interface with Vite into dist/.
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
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

// Packed once here, so that no server packs the same files again and again.
for (const entry of await readdir('dist/web', { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|css|svg|html|json)$/.test(entry.name)) continue;
  const path = join(entry.parentPath, entry.name);
  const bytes = await readFile(path);
  await writeFile(`${path}.gz`, gzipSync(bytes, { level: 9 }));
  await writeFile(`${path}.br`, brotliCompressSync(bytes));
}
