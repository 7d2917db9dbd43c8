// npm run restore -- FILE: puts a backup in the place of what is stored, which is kept under another name.
import path from 'node:path';
import { restore } from './lib/archive.mjs';
import { ensurePackages, ensurePostgres } from './lib/install.mjs';
import { fail, say } from './lib/say.mjs';

try {
  const [file] = process.argv.slice(2);
  if (!file) throw new Error('Say what to restore: npm run restore -- FILE');
  await ensurePackages();
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { prepare } = await import('./lib/prepare.mjs');
  const bin = await ensurePostgres();
  const addressOf = await startPostgres(bin);
  const kept = restore(bin, addressOf('postgres'), 'silent_compass', path.resolve(file));
  // A backup of an earlier version is brought up to date.
  await prepare('silent_compass', { demo: false });
  say(`Restored from ${file}.${kept ? ` What was there before is kept in the database ${kept}.` : ''}`);
} catch (e) {
  fail(e.message);
}
