// Draws a design file, or a stored design, to a PNG: npm run render -- badge.json --width 4096 --out badge.png

import { existsSync } from 'node:fs';
import { copyFonts } from './fonts.mjs';
import { buildKernels } from './kernels.mjs';
import { ensurePackages, ensurePostgres } from './lib/install.mjs';
import { run } from './lib/run.mjs';
import { fail } from './lib/say.mjs';
import { buildPrograms, programAt } from './programs.mjs';

try {
  await ensurePackages();
  await buildKernels({ quiet: true });
  await copyFonts();
  await buildPrograms();
  const env = { ...process.env };
  const wanted = process.argv[2];
  if (wanted && !wanted.startsWith('-') && !existsSync(wanted)) {
    const { startPostgres } = await import('./lib/postgres.mjs');
    env.DATABASE_URL = (await startPostgres(await ensurePostgres()))('silent_compass');
  }
  process.exitCode = await run(process.execPath, [programAt('render'), ...process.argv.slice(2)], { env });
} catch (e) {
  fail(e.message);
}
