import { readlinkSync } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';

const prefix = 'silent-compass';

/** The space in which this process has its number (pid_namespaces(7)): another container has other processes under the same numbers. */
function processSpace(): string {
  try {
    return /\d+/.exec(readlinkSync('/proc/self/ns/pid'))?.[0] ?? '0';
  } catch {
    return '0';
  }
}

/** Returns the path that the folders of this process begin with, which tells whose they are (for `mkdtemp`). */
export const folderStem = (): string =>
  path.join(/* turbopackIgnore: true */ tmpdir(), `${prefix}-${processSpace()}-${process.pid}-`);

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (e) {
    // One of another user's is there as well, and not ours to signal.
    return (e as { code?: string }).code === 'EPERM';
  }
}

/** Removes folders that processes which were killed have left, and returns how many these were. */
export async function sweepFolders(): Promise<number> {
  const name = new RegExp(`^${prefix}-${processSpace()}-(\\d+)-`);
  let gone = 0;
  for (const entry of await readdir(tmpdir())) {
    const pid = Number(name.exec(entry)?.[1] ?? 0);
    if (!pid || isAlive(pid)) continue;
    await rm(path.join(/* turbopackIgnore: true */ tmpdir(), entry), { recursive: true, force: true });
    gone++;
  }
  return gone;
}

let swept: Promise<unknown> | null = null;

/** Sweeps once in the life of a process; what cannot be removed then is for another day. */
function sweepOnce(): Promise<unknown> {
  swept ??= sweepFolders().catch((e: unknown) => console.error('Old folders could not be removed:', e));
  return swept;
}

/** Makes a folder of this process's own; whoever made it removes it. */
export async function makeFolder(): Promise<string> {
  await sweepOnce();
  return mkdtemp(/* turbopackIgnore: true */ folderStem());
}

/** Does some work with a folder that is there as long as it takes. */
export async function withFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await makeFolder();
  try {
    return await work(folder);
  } finally {
    await rm(/* turbopackIgnore: true */ folder, { recursive: true, force: true });
  }
}
