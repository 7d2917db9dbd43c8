// One command from a fresh machine to the running application with its demo designs, kept running until it is ended.
import { build } from './build.mjs';
import { drawPictures } from './lib/draw-pictures.mjs';
import { ensurePackages, ensurePostgres } from './lib/install.mjs';
import { fail, say } from './lib/say.mjs';

try {
  await ensurePackages();
  const { environmentOf, prepare } = await import('./lib/prepare.mjs');
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { keepRunning } = await import('./lib/keep-running.mjs');
  const name = 'silent_compass';
  await prepare(name, { demo: true });
  await build();
  process.exitCode = await keepRunning({
    prepare: async () => {
      const database = await startPostgres(await ensurePostgres());
      return { database, env: environmentOf(database, name) };
    },
    port: Number(process.env.PORT) || 3210,
    onAddress: (address) => {
      say(`\n  Silent Compass:  ${address}\n\n  Ctrl+C ends it.\n`);
      void drawPictures(address);
    },
  });
} catch (e) {
  fail(e.message);
}
