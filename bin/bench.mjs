// Benchmarks, each against a reference in the same run; written to docs/benchmarks.md.
import { ensureChromium, ensurePackages } from './lib/install.mjs';
import { must } from './lib/run.mjs';
import { fail } from './lib/say.mjs';

try {
  await ensurePackages();
  const { prepare } = await import('./lib/prepare.mjs');
  const { build } = await import('./build.mjs');
  const env = await prepare('silent_compass_browser', { demo: true });
  await build();
  const { serve } = await import('./lib/serve.mjs');
  const { address, child } = await serve(env, 3410);
  try {
    await must(
      process.execPath,
      [
        '--experimental-websocket',
        '--no-warnings',
        '--import',
        'tsx',
        'bench/index.ts',
        ...process.argv.slice(2),
      ],
      {
        env: { ...env, BASE_URL: address, CHROMIUM: await ensureChromium() },
      },
    );
  } finally {
    child.kill();
  }
} catch (e) {
  fail(e.message);
}
