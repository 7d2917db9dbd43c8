// Bundles what Node runs by itself beside the application, so that it starts at once and needs nothing but Node.
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { engineStamp } from './lib/engine-stamp.mjs';
import { root } from './lib/root.mjs';

/** Programs by their names, each with its source. */
const programs = {
  drawing: 'src/server/drawing/process.ts',
  reading: 'src/server/reading/thread.ts',
  render: 'src/server/render/command.ts',
  worker: 'src/server/delivery/worker-command.ts',
};

const folder = path.join(root, 'build');

/** Where a program lies once it is bundled. */
export const programAt = (name) => path.join(folder, `${name}.mjs`);

/** When anything in a folder was last changed, milliseconds. */
function lastChange(at) {
  const own = statSync(at);
  if (!own.isDirectory()) return own.mtimeMs;
  return Math.max(own.mtimeMs, ...readdirSync(at).map((name) => lastChange(path.join(at, name))));
}

/** Milliseconds that pieces of an earlier build are kept: what runs may still take some of them up. */
const kept = 24 * 60 * 60 * 1000;

/** Takes pieces away that no program is made of any more. */
function dropOldPieces(current) {
  const pieces = path.join(folder, 'pieces');
  for (const name of existsSync(pieces) ? readdirSync(pieces) : []) {
    const file = path.join(pieces, name);
    if (!current.has(name) && Date.now() - statSync(file).mtimeMs > kept) rmSync(file);
  }
}

/** Bundles the programs, unless those that are there are newer than their sources. @throws Error where they do not compile. */
export async function buildPrograms() {
  const made = Object.keys(programs).map(programAt);
  const sources = ['src', 'package-lock.json', 'tsconfig.json', 'bin'];
  const changed = Math.max(...sources.map((name) => lastChange(path.join(root, name))));
  if (made.every((file) => existsSync(file) && statSync(file).mtimeMs > changed)) return;
  const { build } = await import('esbuild');
  const { metafile } = await build({
    metafile: true,
    absWorkingDir: root,
    entryPoints: programs,
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    chunkNames: 'pieces/[name]-[hash]',
    bundle: true,
    // What is imported where it is needed stays apart: libraries are not taken up before.
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    define: { 'process.env.NEXT_PUBLIC_ENGINE': JSON.stringify(engineStamp()) },
    logLevel: 'warning',
  });
  dropOldPieces(new Set(Object.keys(metafile.outputs).map((file) => path.basename(file))));
}
