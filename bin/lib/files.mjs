import { closeSync, fsyncSync, mkdirSync, openSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Writes a file so that it is whole at any moment: beside it first, then to the disk, then in its place. */
export function writeSafely(file, text, mode = 0o600) {
  mkdirSync(path.dirname(file), { recursive: true });
  const beside = `${file}.${process.pid}.new`;
  const f = openSync(beside, 'w', mode);
  try {
    writeFileSync(f, text);
    fsyncSync(f);
  } finally {
    closeSync(f);
  }
  renameSync(beside, file);
  const folder = openSync(path.dirname(file), 'r');
  try {
    fsyncSync(folder);
  } finally {
    closeSync(folder);
  }
}
