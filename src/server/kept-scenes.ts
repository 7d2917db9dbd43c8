import {
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { engineStamp, type KeptScenes, sceneKey } from '@/core';
import { mebibytes } from '@/core/live';

/** Bytes that the files may take together: what was asked for longest ago goes. */
const most = mebibytes(256);

const folder = () => path.join(process.cwd(), '.data/scenes');
const fileOf = (key: string) => path.join(/* turbopackIgnore: true */ folder(), key);

const isAbsent = (e: unknown): boolean => (e as { code?: string }).code === 'ENOENT';

/** Returns the bytes of a kept scene; null where there are none under the key. */
export async function keptScene(key: string): Promise<Buffer | null> {
  try {
    return await readFile(/* turbopackIgnore: true */ fileOf(key));
  } catch (e) {
    if (isAbsent(e)) return null;
    throw e;
  }
}

function drop(file: string): void {
  rmSync(file, { force: true });
}

/** Takes files away, the oldest first, until the rest is within the bound. Others may do the same meanwhile. */
function makeRoom(): void {
  const files = readdirSync(folder()).flatMap((name) => {
    const file = fileOf(name);
    const found = statSync(file, { throwIfNoEntry: false });
    return found ? [{ file, size: found.size, used: found.mtimeMs }] : [];
  });
  let held = files.reduce((sum, f) => sum + f.size, 0);
  for (const { file, size } of files.sort((a, b) => a.used - b.used)) {
    if (held <= most) return;
    drop(file);
    held -= size;
  }
}

/** Scenes in files under their keys. A disk that has no room, or gives none, keeps nothing: that is told in the log. */
export const keptInFiles: KeptScenes | null = engineStamp
  ? {
      find(design, sheetId, references) {
        const file = fileOf(sceneKey(design, sheetId, engineStamp, references));
        try {
          const bytes = readFileSync(file);
          const now = new Date();
          utimesSync(file, now, now);
          return bytes;
        } catch (e) {
          if (!isAbsent(e)) console.error(`A kept scene cannot be read: ${(e as Error).message}`);
          return null;
        }
      },
      keep(design, sheetId, references, bytes) {
        const file = fileOf(sceneKey(design, sheetId, engineStamp, references));
        const begun = `${file}.${process.pid}`;
        try {
          mkdirSync(folder(), { recursive: true, mode: 0o700 });
          writeFileSync(begun, bytes);
          renameSync(begun, file);
          makeRoom();
        } catch (e) {
          console.error(`A scene cannot be kept: ${(e as Error).message}`);
          drop(begun);
        }
      },
    }
  : null;
