import { defineConfig } from '@playwright/test';
import { chromiumFlags } from './e2e/chromium';

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 10_000 },
  workers: (process.env.BASE_URL ?? '').split(' ').length,
  fullyParallel: true,
  retries: 0,
  reporter: [['list']],
  outputDir: 'test-results',
  use: {
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: chromiumFlags,
    },
  },
});
