// Backups in PostgreSQL's own format: designs, their changes, fonts, everything.
import { spawnSync } from 'node:child_process';
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';

/** Runs one of PostgreSQL's programs. @throws Error with what it said. */
function tool(bin, name, args, address) {
  const url = new URL(address);
  const { status, stdout, stderr, error } = spawnSync(
    path.join(bin, name),
    ['-h', url.hostname, '-p', url.port, '-U', url.username, '-w', ...args],
    { env: { ...process.env, PGPASSWORD: url.password }, encoding: 'utf8', maxBuffer: 1 << 26 },
  );
  if (error) throw error;
  if (status !== 0) throw new Error(`${name} failed: ${stderr.trim().split('\n').slice(0, 6).join('\n')}`);
  return stdout;
}

const databaseOf = (address) => new URL(address).pathname.slice(1);

const query = (bin, admin, text, database = 'postgres') =>
  tool(bin, 'psql', ['-d', database, '-A', '-t', '-X', '-v', 'ON_ERROR_STOP=1', '-c', text], admin).trim();

/** Writes a database to a file, which is whole or not there. Returns its size in bytes. */
export function backup(bin, address, file) {
  const beside = `${file}.${process.pid}.new`;
  try {
    tool(
      bin,
      'pg_dump',
      ['-d', databaseOf(address), '-Fc', '--no-owner', '--no-privileges', '-f', beside],
      address,
    );
    const f = openSync(beside, 'r+');
    fsyncSync(f);
    closeSync(f);
    renameSync(beside, file);
  } finally {
    rmSync(beside, { force: true });
  }
  return statSync(file).size;
}

/**
 * Puts a backup in the place of a database. It is read into a new one first, so a broken file changes nothing; the
 * database that was there is kept under another name, which is returned, or null where there was none.
 */
export function restore(bin, admin, name, file, now = new Date()) {
  if (!existsSync(file)) throw new Error(`There is no file “${file}”.`);
  const stamp = now.toISOString().replace(/\D/g, '').slice(0, 14);
  const fresh = `${name}_restoring_${stamp}`;
  const kept = `${name}_before_${stamp}`;
  query(bin, admin, `create database "${fresh}"`);
  try {
    tool(
      bin,
      'pg_restore',
      ['-d', fresh, '--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction', file],
      admin,
    );
    query(bin, admin, 'select count(*) from designs', fresh);
  } catch (e) {
    query(bin, admin, `drop database "${fresh}"`);
    throw new Error(`“${file}” could not be restored. Nothing was changed.\n${e.message}`);
  }
  const there = query(bin, admin, `select 1 from pg_database where datname = '${name}'`) === '1';
  try {
    if (there) query(bin, admin, `alter database "${name}" rename to "${kept}"`);
    query(bin, admin, `alter database "${fresh}" rename to "${name}"`);
  } catch (e) {
    query(bin, admin, `drop database "${fresh}"`);
    throw new Error(
      /being accessed/.test(e.message)
        ? 'The application is running. End it, then restore. Nothing was changed.'
        : `The backup could not take its place. Nothing was removed.\n${e.message}`,
    );
  }
  return there ? kept : null;
}
