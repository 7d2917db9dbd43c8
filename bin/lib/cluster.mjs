// Where the private database lies, and what is known of it. Nothing here ever removes a folder that holds one.
import { randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, readlinkSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';
import { writeSafely } from './files.mjs';
import { root } from './root.mjs';
import { say } from './say.mjs';

/** The folder for data; another one for tests that start and stop servers of their own. */
export const data = path.resolve(root, process.env.COMPASS_DATA ?? '.data');
const record = path.join(data, 'postgres.json');

/** Folders that take the database of a checkout which the server's account cannot enter. */
const outside = '/var/tmp';
const outsidePrefix = 'silent-compass-';

const isCluster = (folder) => existsSync(path.join(folder, 'PG_VERSION'));

/** The first parent that the server's account cannot pass through, or null. */
function closedParent(folder) {
  for (let at = path.dirname(folder); ; at = path.dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0) return at;
    if (at === path.dirname(at)) return null;
  }
}

function readRecord(file) {
  try {
    const found = JSON.parse(readFileSync(file, 'utf8'));
    return typeof found === 'object' && found !== null ? found : null;
  } catch {
    // Missing or cut short: the database itself says what has to be known.
    return null;
  }
}

/** What is kept beside the database, in its own folder, so that it goes where that goes. */
const ownRecord = (folder) => path.join(folder, 'silent-compass.json');

/** Databases outside whose checkout is gone: they may be of this one, before it was moved. */
function orphans() {
  if (!existsSync(outside)) return [];
  return readdirSync(outside)
    .filter((name) => name.startsWith(outsidePrefix))
    .map((name) => path.join(outside, name, 'postgres'))
    .filter((folder) => {
      try {
        const home = readRecord(ownRecord(folder))?.home;
        return isCluster(folder) && home && !existsSync(home);
      } catch {
        return false;
      }
    });
}

/**
 * The folder of this checkout's database and, where they are known, its password and the port it had: the one that the
 * record names, else one that is there, else the place for a new one.
 */
export function findCluster(user) {
  const known = readRecord(record) ?? {};
  const named = typeof known.folder === 'string' ? path.resolve(data, known.folder) : null;
  const inside = path.join(data, 'postgres');
  const id = known.id ?? randomBytes(6).toString('hex');
  const apart = path.join(outside, `${outsidePrefix}${id}`, 'postgres');
  const reachable = user.uid === undefined || !closedParent(inside);
  const folder = [named, inside].find((f) => f !== null && isCluster(f)) ?? (reachable ? inside : apart);
  const there = isCluster(folder);
  if (!there) {
    if (named && named !== folder) say(`The database that was at ${named} is not there any more.`);
    for (const lost of orphans())
      say(
        `A database of a checkout that is gone lies in ${lost}. If it is this one’s, end this, write {"folder":"${lost}"} to ${record} and start again.`,
      );
    if (existsSync(folder) && readdirSync(folder).length)
      throw new Error(
        `${folder} holds something that is no whole database. Nothing was changed: move it away, or put back what is missing.`,
      );
  }
  const own = there ? readRecord(ownRecord(folder)) : null;
  // Where neither says it, or it is not the right one any more, it is put anew.
  const password = (there && (own?.password ?? known.password)) || null;
  return { folder, there, id, password, port: own?.port ?? known.port ?? 0 };
}

/** Keeps what has to be known, in the checkout by a path from there and beside the database. */
export function keepCluster({ folder, id, password, port }) {
  const from = path.relative(data, folder);
  const beneath = !from.startsWith('..') && !path.isAbsolute(from);
  writeSafely(ownRecord(folder), JSON.stringify({ password, port, home: data }));
  writeSafely(record, JSON.stringify({ folder: beneath ? from : folder, id, port }));
}

/** The process that serves a folder's database and its port; null where none does, or a stale file says so. */
export function serverOf(folder) {
  try {
    const lines = readFileSync(path.join(folder, 'postmaster.pid'), 'utf8').split('\n');
    const pid = Number(lines[0]);
    if (!(pid > 0)) return null;
    // It works in its folder, whatever that is called by now.
    if (realpathSync(readlinkSync(`/proc/${pid}/cwd`)) !== realpathSync(folder)) return null;
    if (!readFileSync(`/proc/${pid}/comm`, 'utf8').startsWith('postgres')) return null;
    return { pid, port: Number(lines[3]) };
  } catch {
    return null;
  }
}
