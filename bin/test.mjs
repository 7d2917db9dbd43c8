// The whole test suite: format and lint, types, build, unit and server tests, browser tests; with --all every run of
// the suites that are sampled otherwise, with --faults these alone.
import path from 'node:path';
import { ensureChromium, ensurePackages, ensureSvgRenderer } from './lib/install.mjs';
import { root } from './lib/root.mjs';
import { must } from './lib/run.mjs';
import { fail, say } from './lib/say.mjs';

const tool = (name) => path.join(root, 'node_modules/.bin', name);

/** The suites that kill, lose and overload, one after another. */
const faults = (env) => must(tool('vitest'), ['run', '--no-file-parallelism', 'test/faults'], { env });

const asked = (...words) => words.some((w) => process.argv.includes(w));

/** How many browsers test at a time, each with an application and a database of its own. */
const browsers = 2;

async function browserTests(chromium, runs) {
  const { prepare } = await import('./lib/prepare.mjs');
  const { serve } = await import('./lib/serve.mjs');
  const { keepWorking } = await import('./lib/keep-working.mjs');
  const served = [];
  const workers = [];
  try {
    let env;
    for (let i = 1; i <= browsers; i++) {
      const own = await prepare(`silent_compass_browser_${i}`, { demo: true });
      served.push(await serve(own, 3300 + 10 * i));
      workers.push(keepWorking(() => own));
      env = own;
    }
    const addresses = served.map(({ address }) => address).join(' ');
    await must(tool('playwright'), ['test'], {
      env: { ...env, ...runs, BASE_URL: addresses, CHROMIUM: chromium },
    });
  } finally {
    for (const { child } of served) child.kill();
    await Promise.all(workers.map((w) => w.end()));
  }
}

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const { build } = await import('./build.mjs');
  // Suites of many runs do a share of them, or all.
  const runs = asked('--all', '--faults') ? { COMPASS_RUNS: 'all' } : {};
  const env = { ...(await prepare('silent_compass_test', { demo: false })), ...runs };
  if (asked('--faults')) {
    await build();
    await faults(env);
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
  await part('faults', () => faults(env));
  const chromium = await ensureChromium();
  await part('browser tests', () => browserTests(chromium, runs));
  say('\nAll tests passed.');
} catch (e) {
  fail(e.message);
}
