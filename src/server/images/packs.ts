import { mkdir, readdir, rm, stat, utimes } from 'node:fs/promises';
import path from 'node:path';
import { imageSize, packBytes } from '@/core';

/** Returns how many bytes of pixels are kept on disk; they can be made again from what the database has. */
const bytesKept = (): number => Number(process.env.COMPASS_IMAGE_CACHE_MB ?? 4096) * (1 << 20);
/** Milliseconds for which a picture that was asked for is not given up, unless there is more than this many times as much. */
const inUse = 600_000;
const atMost = 2;

const folder = () => path.join(process.cwd(), '.data/images');

/** The file that has the pixels of a picture, whether it is there or not. */
export async function packFile(name: string): Promise<string> {
  await mkdir(/* turbopackIgnore: true */ folder(), { recursive: true, mode: 0o700 });
  return path.join(/* turbopackIgnore: true */ folder(), name);
}

/** Nothing for a file that is not there, or not any more: another process may have let it go. */
function ifGone(e: unknown): null {
  if ((e as { code?: string }).code === 'ENOENT') return null;
  throw e;
}

/** Whether the pixels of a picture are on disk, whole; then they stay there for a while. */
export async function hasPack(id: string): Promise<boolean> {
  const size = imageSize(id);
  const file = await packFile(id);
  const found = await stat(/* turbopackIgnore: true */ file).catch(ifGone);
  if (!size || found?.size !== packBytes(size)) return false;
  const now = new Date();
  await utimes(/* turbopackIgnore: true */ file, now, now);
  return true;
}

/** Lets go of what was asked for longest ago, where there is too much. */
export async function trimPacks(): Promise<void> {
  const at = folder();
  const files: { file: string; size: number; mtimeMs: number }[] = [];
  for (const name of await readdir(/* turbopackIgnore: true */ at)) {
    const file = path.join(/* turbopackIgnore: true */ at, name);
    const found = await stat(/* turbopackIgnore: true */ file).catch(ifGone);
    if (found) files.push({ file, size: found.size, mtimeMs: found.mtimeMs });
  }
  const mostBytes = bytesKept();
  let held = files.reduce((n, f) => n + f.size, 0);
  for (const { file, size, mtimeMs } of files.sort((a, b) => a.mtimeMs - b.mtimeMs)) {
    const bound = Date.now() - mtimeMs < inUse ? atMost * mostBytes : mostBytes;
    if (held <= bound) return;
    await rm(/* turbopackIgnore: true */ file, { force: true });
    held -= size;
  }
}
