// npm run backup -- FILE: everything that is stored, in one file.
import path from 'node:path';
import { backup } from './lib/archive.mjs';
import { ensurePostgres } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { fail, say } from './lib/say.mjs';

try {
  const [file] = process.argv.slice(2);
  if (!file) throw new Error('Say where to: npm run backup -- FILE');
  const bin = await ensurePostgres();
  const addressOf = await startPostgres(bin);
  const size = backup(bin, addressOf('silent_compass'), path.resolve(file));
  say(`${file}: ${(size / 1e6).toFixed(1)} MB`);
} catch (e) {
  fail(e.message);
}
