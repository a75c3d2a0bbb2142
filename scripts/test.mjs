// Proves everything: node scripts/test.mjs [--quick]. Two hands take one suite after the other from a list, so that
// both cores have work to the end; what a suite says is shown when it has ended, what failed is said again at the end.
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';

const npm = (script, ...args) => ['npm', ['run', '--silent', script, ...(args.length ? ['--', ...args] : [])]];
const one = ['--maxWorkers', '1'];

// Each suite keeps about one core busy. What fails soonest comes first, then the longest.
const WHOLE = {
  types: npm('types'),
  lint: npm('lint'),
  truth: npm('truth', '--hands', '1'),
  contract: npm('contract', ...one),
  journeys: npm('journeys'),
  load: npm('load'),
  unit: npm('unit', ...one),
};
/** For every commit: what breaks first. */
const QUICK = {
  types: npm('types'),
  lint: npm('lint'),
  unit: npm('unit', ...one),
  contract: npm('contract', ...one, 'studio', 'refusals', 'loop', 'phone'),
  truth: npm('truth', '--quick', '--hands', '1'),
  journey: npm('journeys', 'journal'),
};

const began = Date.now();
const minutes = (ms) => `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;
const running = new Set();

/** Runs a suite to its end. @returns what it said, and whether it passed */
function run(name, [command, args]) {
  const start = Date.now();
  // A group of its own: npm starts others, and all of them are stopped together.
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], detached: true });
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

/** What failed in a suite's text, without its colours. */
function faultsOf(text) {
  const telling =
    /^ *(FAIL |MISSED |[A-Za-z]*Error\b|Caused by|❯ (\S+ )?(tests|src)\/)|waiting for |error TS| error |Unhandled/;
  // eslint-disable-next-line no-control-regex -- colours begin with a control character
  const lines = text.replace(/\u001b\[[0-9;]*m/g, '').split('\n');
  return lines.filter((line) => telling.test(line)).slice(0, 30);
}

// Asked to stop, it takes its suites with it.
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const { pid } of running) process.kill(-pid, signal);
    process.exit(1);
  });

const waiting = Object.entries(process.argv.includes('--quick') ? QUICK : WHOLE);
const results = [];
async function hand() {
  for (let next = waiting.shift(); next; next = waiting.shift()) results.push(await run(...next));
}
await Promise.all([hand(), hand()]);
process.stdout.write('\n');
for (const { name, text, passed, took } of results) {
  process.stdout.write(`${name}: ${passed ? 'passed' : 'FAILED'}, ${minutes(took)}\n`);
  if (!passed) process.stdout.write(`${faultsOf(text).join('\n')}\n`);
}
process.stdout.write(`${minutes(Date.now() - began)} in all\n`);
process.exitCode = results.every(({ passed }) => passed) ? 0 : 1;
