import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { root } from './root.mjs';

/** Returns a hash (SHA-256, hex) of files, and of all in folders, by their names from the root and what is in them. */
export function stampOf(names) {
  const hash = createHash('sha256');
  const visit = (name) => {
    const at = path.join(root, name);
    if (statSync(at).isDirectory()) for (const inner of readdirSync(at).sort()) visit(path.join(name, inner));
    else hash.update(name).update(readFileSync(at));
  };
  for (const name of names) visit(name);
  return hash.digest('hex');
}

/** Returns what the core and the libraries that it is built with are known by: what one of them worked out is no other’s. */
export const engineStamp = () => stampOf(['src/core', 'package-lock.json']).slice(0, 32);
