import path from 'node:path';
import { defineConfig } from 'vitest/config';

const suites = (folders: string) => [`test/${folders}/**/*.test.ts`];

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    testTimeout: 120_000,
    hookTimeout: 120_000,
    pool: 'forks',
    maxWorkers: 2,
    projects: [
      // The core is pure: its modules are loaded once for all files of a worker.
      { extends: true, test: { name: 'core', include: suites('core'), isolate: false } },
      { extends: true, test: { name: 'around', include: suites('{server,editor,launch,faults}') } },
    ],
  },
});
