// The whole test suite: format and lint, types, build, unit and server tests, browser tests; with --all every run of
// the suites that are sampled otherwise, with --faults these alone.
import path from 'node:path';
import { ensureChromium, ensurePackages, ensureSvgRenderer } from './lib/install.mjs';
import { root } from './lib/root.mjs';
import { must } from './lib/run.mjs';
import { fail, say } from './lib/say.mjs';

const tool = (name) => path.join(root, 'node_modules/.bin', name);

/** The suites that kill, lose and overload, one after another: a share of their runs, or all. */
const faults = (env, all) =>
  must(tool('vitest'), ['run', '--no-file-parallelism', 'test/faults'], {
    env: { ...env, ...(all ? { COMPASS_FAULTS: 'all' } : {}) },
  });

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const { build } = await import('./build.mjs');
  const env = await prepare('silent_compass_test', { demo: false });
  if (process.argv.includes('--faults')) {
    await build();
    await faults(env, true);
    process.exit();
  }
  const part = async (name, work) => {
    const start = Date.now();
    say(`\n── ${name}`);
    await work();
    say(`── ${name}: ${((Date.now() - start) / 1000).toFixed(0)} s`);
  };
  await part('format and lint', () => must(tool('biome'), ['check', '.'], { env }));
  await part('types', async () => {
    await must(tool('next'), ['typegen'], { env });
    await must(tool('tsc'), ['--noEmit'], { env });
  });
  await ensureSvgRenderer();
  // Before the tests: some of them kill the built application.
  await part('build', build);
  await part('unit and server tests', () =>
    must(tool('vitest'), ['run', '--exclude', 'test/faults/**'], { env }),
  );
  await part('faults', () => faults(env, process.argv.includes('--all')));
  const chromium = await ensureChromium();
  const browserEnv = await prepare('silent_compass_browser', { demo: true });
  await part('browser tests', async () => {
    const { serve } = await import('./lib/serve.mjs');
    const { address, child } = await serve(browserEnv, 3310);
    try {
      await must(tool('playwright'), ['test'], {
        env: { ...browserEnv, BASE_URL: address, CHROMIUM: chromium },
      });
    } finally {
      child.kill();
    }
  });
  say('\nAll tests passed.');
} catch (e) {
  fail(e.message);
}
