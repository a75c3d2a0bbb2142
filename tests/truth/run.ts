// The truth suite: pictures with known errors and faults, measured through the command line's own entry point.
// npm run truth [-- SCALE]: every target of measurement.md beside the figure reached; fails below one.
// npm run truth -- PART [SCALE]: one part alone, as phone 34 for 204 faithful paintings and 204 errors.
// npm run truth -- --quick: one picture each of what most changes break, for every commit.
// npm run truth -- --hands 1: one part at a time instead of two.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { SCENES, scenes, sweep } from './easel';
import { PARTS } from './parts';
import { line, met, type Row } from './targets';

const { positionals, values: asked } = parseArgs({
  allowPositionals: true,
  // Two at a time: more would only wait for one another's memory.
  options: { quick: { type: 'boolean' }, hands: { type: 'string', default: '2' } },
});
const [name, scale = '1'] = positionals;
/** Part and scale: one picture each. */
const QUICK = [
  ['findings', '0.1'],
  ['forms', '0.1'],
  ['departures', '0.25'],
] as const;

/** Runs one part in a process of its own and returns its rows. */
function runPart(part: string, times: string): Promise<Row[]> {
  const child = spawn(process.execPath, [fileURLToPath(import.meta.url), part, times], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, [SCENES]: scenes },
  });
  let text = '';
  child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()));
  return new Promise((done, failed) => {
    child.on('exit', (code) =>
      code === 0 ? done(JSON.parse(text) as Row[]) : failed(new Error(`${part} ended with ${code}`)),
    );
  });
}

const hands = Number(asked.hands);

/** The table as a person reads it; fails below a target. */
function show(rows: readonly Row[]): void {
  process.stdout.write(`${rows.map(line).join('\n')}\n`);
  const missed = rows.filter((row) => !met(row)).length;
  process.stdout.write(`${rows.length - missed} passed, ${missed} failed\n`);
  process.exitCode = missed ? 1 : 0;
}

if (name && PARTS[name]) {
  const rows = await PARTS[name](Number(scale));
  await sweep();
  // The suite's own processes are told where its pictures lie, and answer in full.
  if (process.env[SCENES]) process.stdout.write(JSON.stringify(rows));
  else show(rows);
} else {
  const waiting = asked.quick ? [...QUICK] : Object.keys(PARTS).map((part) => [part, name ?? '1'] as const);
  const rows: Row[] = [];
  const hand = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [part, times] = next;
      // Alone it need not start anew for each part: what has run a while runs faster.
      rows.push(...(hands > 1 ? await runPart(part, times) : await PARTS[part](Number(times))));
    }
  };
  await Promise.all(Array.from({ length: hands }, hand));
  await sweep();
  show(rows);
}
