// The development server and a worker, on the same database as the demo.
import path from 'node:path';
import { ensurePackages } from './lib/install.mjs';
import { freePort } from './lib/ports.mjs';
import { root } from './lib/root.mjs';
import { run } from './lib/run.mjs';
import { fail } from './lib/say.mjs';

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const env = await prepare('silent_compass', { demo: true });
  const { keepWorking } = await import('./lib/keep-working.mjs');
  const worker = keepWorking(() => env);
  const port = await freePort(Number(process.env.PORT) || 3200);
  process.exitCode = await run(
    path.join(root, 'node_modules/.bin/next'),
    ['dev', '-H', '127.0.0.1', '-p', String(port)],
    { env },
  );
  await worker.end();
} catch (e) {
  fail(e.message);
}
