// Builds the application: pixel kernels, then the pages. Skips what is newer than its sources.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { engineStamp, stampOf } from './lib/engine-stamp.mjs';
import { prepareMachine } from './lib/prepare-machine.mjs';
import { root } from './lib/root.mjs';
import { must } from './lib/run.mjs';
import { say } from './lib/say.mjs';

/** Builds the application, unless what is built is of these sources. */
export async function build() {
  await prepareMachine();
  const mark = path.join(root, '.next/stamp');
  const stamp = stampOf(['src', 'demo', 'package-lock.json', 'next.config.ts', 'tsconfig.json']);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === stamp) return;
  say('Building …');
  await must(path.join(root, 'node_modules/.bin/next'), ['build'], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NEXT_PUBLIC_ENGINE: engineStamp() },
  });
  writeFileSync(mark, stamp);
}

if (import.meta.filename === process.argv[1]) await build();
