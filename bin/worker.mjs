// A worker that makes the files of deliveries, on the database of the running application; any number of them share the work.
import { ensurePackages } from './lib/install.mjs';
import { fail, say } from './lib/say.mjs';

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const { prepareMachine } = await import('./lib/prepare-machine.mjs');
  const { keepWorking } = await import('./lib/keep-working.mjs');
  // An address of one’s own is that of a database on another machine, which is up to date already.
  const far = process.env.DATABASE_URL !== undefined;
  if (far) await prepareMachine();
  const env = far ? process.env : await prepare('silent_compass', { demo: false });
  const worker = keepWorking(() => env);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void worker.end());
  say('Ctrl+C ends it, after the file in hand.');
  await worker.ended;
} catch (e) {
  fail(e.message);
}
