import { defineConfig } from '@playwright/test';
import { chromiumFlags } from './e2e/chromium';

/** Where the application answers: one for each worker, with a database of its own. */
const addresses = (process.env.BASE_URL ?? 'http://127.0.0.1:3210').split(' ');

export default defineConfig({
  testDir: 'e2e',
  timeout: 180_000,
  // Shared machines stand still for a while at times.
  expect: { timeout: 20_000 },
  workers: addresses.length,
  fullyParallel: true,
  retries: 0,
  reporter: [['list']],
  outputDir: 'test-results',
  use: {
    // Which worker this is, as Playwright tells it.
    baseURL: addresses[Number(process.env.TEST_PARALLEL_INDEX ?? 0) % addresses.length],
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: chromiumFlags,
    },
  },
});
