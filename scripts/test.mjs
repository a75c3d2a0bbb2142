// Proves everything: node scripts/test.mjs [--quick]. Two lanes beside one another, each suite after the one before it
// in its lane; what a suite says is shown when it has ended, and what failed is said again at the end.
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';

const npm = (script, ...args) => ['npm', ['run', '--silent', script, ...(args.length ? ['--', ...args] : [])]];
const one = ['--maxWorkers', '1'];

// A lane for a core. Most suites keep one busy; contract runs two files at a time, and comes when both are free.
const WHOLE = [
  [
    { lint: npm('lint'), types: npm('types'), unit: npm('unit', ...one), truth: npm('truth', '--hands', '1') },
    { journeys: npm('journeys'), load: npm('load') },
  ],
  [{ contract: npm('contract') }],
];
/** For every commit: what breaks first. */
const QUICK = [
  [
    { types: npm('types'), lint: npm('lint'), truth: npm('truth', '--quick', '--hands', '1') },
    { unit: npm('unit', ...one) },
  ],
  [
    { contract: npm('contract', ...one, 'studio', 'refusals', 'loop', 'phone') },
    { journey: npm('journeys', 'journal') },
  ],
];

const began = Date.now();
const minutes = (ms) => `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;
const running = new Set();

/** Runs a suite to its end. @returns what it said, and whether it passed */
function run(name, [command, args]) {
  const start = Date.now();
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
  running.add(child);
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
  return new Promise((done) => {
    child.on('close', (code) => {
      running.delete(child);
      const text = Buffer.concat(said).toString();
      process.stdout.write(`\n== ${name}, ${minutes(Date.now() - start)}\n${text}`);
      done({ name, text, passed: code === 0, took: Date.now() - start });
    });
  });
}

async function runLane(lane) {
  const results = [];
  for (const [name, suite] of Object.entries(lane)) results.push(await run(name, suite));
  return results;
}

/** What failed in a suite's text, without its colours. */
function faultsOf(text) {
  const telling = /^ *(FAIL |MISSED |AssertionError|TimeoutError|Error:|❯ tests|❯ src)|waiting for |error TS| error /;
  // eslint-disable-next-line no-control-regex -- colours begin with a control character
  const lines = text.replace(/\u001b\[[0-9;]*m/g, '').split('\n');
  return lines.filter((line) => telling.test(line)).slice(0, 30);
}

// Asked to stop, it takes its suites with it.
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of running) child.kill(signal);
    process.exit(1);
  });

const results = [];
for (const lanes of process.argv.includes('--quick') ? QUICK : WHOLE)
  results.push(...(await Promise.all(lanes.map(runLane))).flat());
process.stdout.write('\n');
for (const { name, text, passed, took } of results) {
  process.stdout.write(`${name}: ${passed ? 'passed' : 'FAILED'}, ${minutes(took)}\n`);
  if (!passed) process.stdout.write(`${faultsOf(text).join('\n')}\n`);
}
process.stdout.write(`${minutes(Date.now() - began)} in all\n`);
process.exitCode = results.every(({ passed }) => passed) ? 0 : 1;
