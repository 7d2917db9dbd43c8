// Builds the application: pixel kernels, then the pages. Skips what is newer than its sources.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { prepareMachine } from './lib/prepare-machine.mjs';
import { root } from './lib/root.mjs';
import { must } from './lib/run.mjs';
import { say } from './lib/say.mjs';

function stampOf() {
  const hash = createHash('sha256');
  const visit = (at) => {
    if (statSync(at).isDirectory()) for (const name of readdirSync(at).sort()) visit(path.join(at, name));
    else hash.update(at).update(readFileSync(at));
  };
  for (const name of ['src', 'demo', 'package-lock.json', 'next.config.ts', 'tsconfig.json'])
    visit(path.join(root, name));
  return hash.digest('hex');
}

/** Builds the application, unless what is built is of these sources. */
export async function build() {
  await prepareMachine();
  const mark = path.join(root, '.next/stamp');
  const stamp = stampOf();
  if (existsSync(mark) && readFileSync(mark, 'utf8') === stamp) return;
  say('Building …');
  await must(path.join(root, 'node_modules/.bin/next'), ['build'], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  writeFileSync(mark, stamp);
}

if (import.meta.filename === process.argv[1]) await build();
