// One command from a fresh machine to the running application with its demo designs.
import { build } from './build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { fail, say } from './lib/say.mjs';

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const env = await prepare('silent_compass', { demo: true });
  await build();
  const { serve } = await import('./lib/serve.mjs');
  const { address, child, ended } = await serve(env, Number(process.env.PORT) || 3210, [
    'ignore',
    'ignore',
    'inherit',
  ]);
  say(`\n  Silent Compass:  ${address}\n\n  Ctrl+C ends it.\n`);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  process.exitCode = await ended;
} catch (e) {
  fail(e.message);
}
