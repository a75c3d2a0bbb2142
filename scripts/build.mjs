// Bundles server, workers and command line with esbuild and the interface with Vite into dist/.
import { readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { build as buildWeb } from 'vite';

await rm('dist/parts', { recursive: true, force: true });
await build({
  entryPoints: {
    main: 'src/main.ts',
    worker: 'src/server/jobs/worker.ts',
    cli: 'src/cli/main.ts',
    seed: 'src/demo/seed.ts',
    demo: 'src/demo/run.ts',
  },
  outdir: 'dist',
  bundle: true,
  platform: 'node',
  format: 'esm',
  // What is asked for later stands in files of its own, so that a start loads only what it needs.
  splitting: true,
  chunkNames: 'parts/[name]-[hash]',
  target: 'node20',
  // A start loads a few files instead of a thousand. What brings native parts, data files or threads of its own, or is
  // seldom wanted, stays where it was installed.
  external: ['better-sqlite3', 'chokidar', 'heic-decode', 'knex', 'pdfkit', 'pino', 'piscina', 'qrcode', 'sharp'],
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
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
