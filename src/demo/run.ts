// The demo as `revlin demo` starts it: the studio on the demo's data, and beside it the simulated studio camera.
import { spawn } from 'node:child_process';
import { createServer } from 'node:http';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { cameraApp } from './camera/cameraApp';

const [folder, ...more] = process.argv.slice(2);
if (!folder) throw new Error('demo: name the folder of the demo studio.');
const here = fileURLToPath(new URL('.', import.meta.url));
const data = resolve(folder);

const server = createServer(
  cameraApp({ data: join(here, '..', 'src', 'demo', 'data'), inbox: join(data, 'inbox'), now: () => new Date() }),
);
await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
const address = server.address();
const camera = `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}/`;

const studio = spawn(process.execPath, [join(here, 'main.js'), '--data', data, '--camera', camera, ...more], {
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => studio.kill(signal));
studio.on('exit', (code) => process.exit(code ?? 0));
