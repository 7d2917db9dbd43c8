// The development server, on the same database as the demo.
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
  const port = await freePort(Number(process.env.PORT) || 3200);
  process.exitCode = await run(
    path.join(root, 'node_modules/.bin/next'),
    ['dev', '-H', '127.0.0.1', '-p', String(port)],
    { env },
  );
} catch (e) {
  fail(e.message);
}
