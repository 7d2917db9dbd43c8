import { mkdir, readdir, rm, stat, utimes } from 'node:fs/promises';
import path from 'node:path';
import { imageSize, packBytes } from '@/core';

/** Bytes of pixels that are kept on disk; they can be made again from what the database has. */
const mostBytes = Number(process.env.COMPASS_IMAGE_CACHE_MB ?? 4096) * (1 << 20);
/** Milliseconds for which a picture that was asked for is not given up. */
const inUse = 600_000;

const folder = () => path.join(process.cwd(), '.data/images');

/** The file that has the pixels of a picture, whether it is there or not. */
export async function packFile(name: string): Promise<string> {
  await mkdir(/* turbopackIgnore: true */ folder(), { recursive: true, mode: 0o700 });
  return path.join(/* turbopackIgnore: true */ folder(), name);
}

/** Whether the pixels of a picture are on disk, whole; then they stay there for a while. */
export async function hasPack(id: string): Promise<boolean> {
  const size = imageSize(id);
  try {
    const file = await packFile(id);
    const { size: bytes } = await stat(/* turbopackIgnore: true */ file);
    if (!size || bytes !== packBytes(size)) return false;
    const now = new Date();
    await utimes(/* turbopackIgnore: true */ file, now, now);
    return true;
  } catch (e) {
    if ((e as { code?: string }).code === 'ENOENT') return false;
    throw e;
  }
}

/** Lets go of what was asked for longest ago, where there is too much. */
export async function trimPacks(): Promise<void> {
  const at = folder();
  const files = await Promise.all(
    (await readdir(/* turbopackIgnore: true */ at)).map(async (name) => {
      const file = path.join(/* turbopackIgnore: true */ at, name);
      const { size, mtimeMs } = await stat(/* turbopackIgnore: true */ file);
      return { file, size, mtimeMs };
    }),
  );
  let held = files.reduce((n, f) => n + f.size, 0);
  for (const { file, size, mtimeMs } of files.sort((a, b) => a.mtimeMs - b.mtimeMs)) {
    if (held <= mostBytes || Date.now() - mtimeMs < inUse) return;
    await rm(/* turbopackIgnore: true */ file, { force: true });
    held -= size;
  }
}
