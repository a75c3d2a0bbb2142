// Says which files import one another in a circle, and fails if any do: node scripts/cycles.mjs. What is imported only
// for its type is no circle: nothing of it is left when the program runs.
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { build } from 'esbuild';

const inFolder = async (folder) =>
  (await readdir(folder, { recursive: true })).map((name) => join(folder, name)).filter((name) => /\.tsx?$/.test(name));
const { metafile } = await build({
  entryPoints: [...(await inFolder('src')), ...(await inFolder('tests'))],
  outdir: 'unwritten',
  bundle: true,
  write: false,
  metafile: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  loader: { '.css': 'empty', '.svg': 'empty', '.png': 'empty', '.woff2': 'empty' },
  logLevel: 'error',
});
const importsOf = (file) => metafile.inputs[file].imports.filter(({ external }) => !external).map(({ path }) => path);

const circles = [];
const done = new Set();
/** Walks what a file imports, one way down after the other; whom it meets again on the way closes a circle. */
function walk(file, way) {
  const from = way.indexOf(file);
  if (from >= 0) circles.push([...way.slice(from), file]);
  if (from >= 0 || done.has(file)) return;
  for (const next of importsOf(file)) walk(next, [...way, file]);
  done.add(file);
}
for (const file of Object.keys(metafile.inputs)) walk(file, []);
for (const circle of circles) process.stdout.write(`error: a circle of imports: ${circle.join(' -> ')}\n`);
process.exitCode = circles.length > 0 ? 1 : 0;
