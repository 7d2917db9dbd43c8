// Lays the shipped fonts and their licences where the application serves them, as their packages have them.
import { createHash } from 'node:crypto';
import { copyFile, mkdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { fonts } from './lib/fonts.mjs';
import { root } from './lib/root.mjs';

/** Where a package lies. */
const folderOf = (name) => path.join(root, 'node_modules', name);

/** @throws Error naming a file that is not the one this program was made with. */
export async function copyFonts() {
  const into = path.join(root, 'public/fonts');
  await mkdir(into, { recursive: true });
  for (const { id, pack, file, licence, sha256 } of fonts) {
    const from = path.join(folderOf(pack), file);
    const found = createHash('sha256')
      .update(await readFile(from))
      .digest('hex');
    if (found !== sha256)
      throw new Error(`The font “${id}” is not the file this program was made with (${file}).`);
    await copyFile(from, path.join(into, `${id}.ttf`));
    await copyFile(path.join(folderOf(pack), licence), path.join(into, `${id}.txt`));
  }
  // What cuts fonts down for pictures that carry them.
  await copyFile(
    path.join(folderOf('harfbuzzjs'), 'dist/harfbuzz-subset.wasm'),
    path.join(into, 'subset.wasm'),
  );
}
