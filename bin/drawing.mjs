// Bundles what drawing processes run, so that they start at once and need nothing but Node.
import path from 'node:path';
import { root } from './lib/root.mjs';

/** @throws Error where it does not compile. */
export async function buildDrawing() {
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: root,
    entryPoints: ['src/server/drawing/process.ts'],
    outfile: path.join(root, 'build/drawing.mjs'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'warning',
  });
}
