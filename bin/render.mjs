// Draws designs, SVG and PDF files as files of any kind: npm run -s render -- badge.json --width 4096 --out badge.png

import { existsSync } from 'node:fs';
import path from 'node:path';
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
  // Names are told from where the command was typed.
  const from = process.env.INIT_CWD ?? process.cwd();
  const env = { ...process.env, COMPASS_FROM: from };
  const isStored = (word) =>
    /^[0-9a-f]{8}-[0-9a-f-]{27}$/i.test(word) && !existsSync(path.resolve(from, word));
  if (process.argv.slice(2).some(isStored)) {
    const { startPostgres } = await import('./lib/postgres.mjs');
    env.DATABASE_URL = (await startPostgres(await ensurePostgres()))('silent_compass');
  }
  process.exitCode = await run(process.execPath, [programAt('render'), ...process.argv.slice(2)], { env });
} catch (e) {
  fail(e.message);
}
