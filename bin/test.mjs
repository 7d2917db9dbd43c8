// The whole test suite: format and lint, types, build, unit and server tests, browser tests; with --all every run of
// the suites that are sampled otherwise, with --faults these alone, with --core the core's alone and few runs of each, with --browser
// those against a running application.
import { randomInt } from 'node:crypto';
import path from 'node:path';
import { ensureChromium, ensurePackages, ensurePostgres, ensureSvgRenderer } from './lib/install.mjs';
import { root } from './lib/root.mjs';
import { must } from './lib/run.mjs';
import { fail, say } from './lib/say.mjs';

const tool = (name) => path.join(root, 'node_modules/.bin', name);

/** The suites that kill, lose and overload, one after another. */
const faults = (env) => must(tool('vitest'), ['run', '--no-file-parallelism', 'test/faults'], { env });

const asked = (...words) => words.some((w) => process.argv.includes(w));

/** What was given beside the words that say which tests are meant. */
const others = process.argv.slice(2).filter((w) => !['--all', '--faults', '--core', '--browser'].includes(w));

/** How many browsers test at a time, each with an application and a database of its own: with three, what works at a low priority comes too late. */
const browsers = 2;

async function browserTests(chromium, env) {
  const { prepare } = await import('./lib/prepare.mjs');
  const { serve } = await import('./lib/serve.mjs');
  const { keepWorking } = await import('./lib/keep-working.mjs');
  const served = [];
  const workers = [];
  try {
    for (let i = 1; i <= browsers; i++) {
      const own = await prepare(`silent_compass_browser_${i}`, { demo: true });
      served.push(await serve(own, 3300 + 10 * i));
      workers.push(keepWorking(() => own));
    }
    const addresses = served.map(({ address }) => address).join(' ');
    await must(tool('playwright'), ['test'], {
      env: { ...env, BASE_URL: addresses, CHROMIUM: chromium },
    });
  } finally {
    for (const { child } of served) child.kill();
    await Promise.all(workers.map((w) => w.end()));
  }
}

/** Does a part of the suite and says how long it took. */
async function part(name, work) {
  const start = Date.now();
  say(`\n── ${name}`);
  const result = await work();
  say(`── ${name}: ${((Date.now() - start) / 1000).toFixed(0)} s`);
  return result;
}

/** Everything that the tests draw, keep and look with, one after another: Debian installs one at a time. */
async function ensureTools() {
  await ensurePostgres();
  await ensureSvgRenderer();
  return ensureChromium();
}

/** All of it, on a fresh machine. */
async function wholeSuite(runs) {
  // What Debian has is fetched while the checks and the build work.
  const tools = ensureTools();
  tools.catch(() => undefined);
  const { build } = await import('./build.mjs');
  const { prepareMachine } = await import('./lib/prepare-machine.mjs');
  await prepareMachine();
  await Promise.all([
    part('format and lint', () => must(tool('biome'), ['check', '.'])),
    part('types', async () => {
      await must(tool('next'), ['typegen']);
      await must(tool('tsc'), ['--noEmit']);
    }),
  ]);
  // Before the tests: some of them kill the built application.
  await part('build', build);
  const chromium = await part('what Debian has', () => tools);
  const { prepare } = await import('./lib/prepare.mjs');
  const env = { ...(await prepare('silent_compass_test', { demo: false })), ...runs };
  await part('unit and server tests', () =>
    must(tool('vitest'), ['run', '--exclude', 'test/faults/**'], { env }),
  );
  await part('faults', () => faults(env));
  // About a third of the browser tests, by the seed; all of them where all runs are asked for.
  const some = { COMPASS_BROWSER_SHARE: '3' };
  await part('browser tests', () => browserTests(chromium, { ...some, ...env, ...runs }));
  say('\nAll tests passed.');
}

/** The suites that kill, lose and overload, whole. */
async function faultSuite(runs) {
  const { build } = await import('./build.mjs');
  const { prepare } = await import('./lib/prepare.mjs');
  const env = { ...(await prepare('silent_compass_test', { demo: false })), ...runs };
  await build();
  await faults(env);
}

/** Suites of the core that hold whole pictures and fonts against other programs and formulas. */
const heavySuites = [
  ...['format', 'import', 'mock-up', 'proof', 'raster', 'trace'].map((folder) => `${folder}/**`),
  ...['depth/chamfer', 'document/wire', 'finish/light', 'lettering/fuzz', 'lettering/script'].map(
    (file) => `${file}.test.ts`,
  ),
];

/** The core alone, few runs of each suite, for while one works on it. */
async function coreSuite() {
  const { prepareMachine } = await import('./lib/prepare-machine.mjs');
  await prepareMachine();
  const slow = heavySuites.flatMap((f) => ['--exclude', `test/core/${f}`]);
  const given = others.length ? others : slow;
  await must(tool('vitest'), ['run', '--project', 'core', ...given], {
    env: { ...process.env, COMPASS_RUNS: 'few' },
  });
}

/** Browser tests against the application at BASE_URL, or the demo where it runs. */
async function browserSuite() {
  const env = { ...process.env, CHROMIUM: await ensureChromium() };
  await must(tool('playwright'), ['test', ...others], { env });
}

try {
  await ensurePackages();
  if (asked('--core')) await coreSuite();
  else if (asked('--browser')) await browserSuite();
  else {
    // Suites of many runs do a share of them, or all, and then others every time.
    const seed = process.env.COMPASS_SEED ?? String(randomInt(1, 1e9));
    const runs = asked('--all', '--faults') ? { COMPASS_RUNS: 'all', COMPASS_SEED: seed } : {};
    if (runs.COMPASS_SEED) say(`The seed of this run: COMPASS_SEED=${seed}`);
    await (asked('--faults') ? faultSuite(runs) : wholeSuite(runs));
  }
} catch (e) {
  fail(e.message);
}
