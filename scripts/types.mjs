// Checks the types: node scripts/types.mjs. Where what comes from outside is handled, what is taken out of a list or a
// record may be missing (noUncheckedIndexedAccess); where an index is a pixel or a corner it is not asked, see
// docs/decisions/0014-what-may-be-missing.md.
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';

/** Rooms in which nothing taken out by an index is taken for granted. */
const ASKED = /^src\/(server|contract|cli|web|core\/words|core\/correct)\//;
/** In them, where the index is a pixel; and tests, which say themselves what is missing. */
const PIXELS = /^src\/(server\/images|server\/jobs\/pictures\.ts|web\/workers)|\.test\.tsx?/;

function tsc(name, ...options) {
  const kept = [
    '--noEmit',
    '--pretty',
    'false',
    '--incremental',
    '--tsBuildInfoFile',
    `node_modules/.cache/${name}.json`,
  ];
  const child = spawn(process.execPath, ['node_modules/typescript/bin/tsc', ...kept, ...options]);
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
  return new Promise((done) => child.on('close', (code) => done({ code, text: Buffer.concat(said).toString() })));
}

const [all, asked] = await Promise.all([tsc('types'), tsc('types-asked', '--noUncheckedIndexedAccess')]);
// Lines that are set in belong to the one before them.
const missing = asked.text.split(/\n(?! )/).filter((line) => ASKED.test(line) && !PIXELS.test(line));
const faults = [...new Set([...(all.code === 0 ? [] : all.text.split(/\n(?! )/)), ...missing])].filter(Boolean);
if (faults.length > 0) process.stdout.write(`${faults.join('\n')}\n`);
process.exitCode = faults.length > 0 || all.code !== 0 ? 1 : 0;
