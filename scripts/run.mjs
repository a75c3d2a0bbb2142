// Bundles a TypeScript program of the tests and runs it (quicker than running it unbundled): node scripts/run.mjs FILE
// [ARGS...]
import { spawn } from 'node:child_process';
import { basename, join } from 'node:path';
import { build } from 'esbuild';

const [file, ...args] = process.argv.slice(2);
const outfile = join('dist', 'tests', `${basename(file, '.ts')}.mjs`);
await build({
  entryPoints: [file],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: 'inline',
  logLevel: 'warning',
});
const child = spawn(process.execPath, ['--enable-source-maps', '--max-old-space-size=3000', outfile, ...args], {
  stdio: 'inherit',
});
child.on('exit', (code) => process.exit(code ?? 1));
