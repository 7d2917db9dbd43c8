import { defineConfig } from '@playwright/test';
import { chromiumFlags } from './e2e/chromium';

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 10_000 },
  workers: 1,
  retries: 0,
  reporter: [['list']],
  outputDir: 'test-results',
  use: {
    actionTimeout: 30_000,
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:3210',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: chromiumFlags,
    },
  },
});
