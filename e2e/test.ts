import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type BrowserContext, test as base, chromium } from '@playwright/test';
import { chosen, whole } from '../test/share';

export { type BrowserContext, expect, type Locator, type Page, type Route } from '@playwright/test';

/** What a test may leave in the browser that the next must not meet; scripts that were fetched and compiled stay. */
const leftBehind = 'cookies,local_storage,indexeddb,cache_storage';

/** Closes all pages of a context and empties what they stored. One blank page stays, without which the browser would end. */
async function tidyUp(context: BrowserContext, origin: string): Promise<void> {
  await context.unrouteAll({ behavior: 'ignoreErrors' });
  const blank = await context.newPage();
  await Promise.all(context.pages().map((p) => (p === blank ? undefined : p.close())));
  await context.clearPermissions();
  const session = await context.newCDPSession(blank);
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: leftBehind });
  await session.detach();
}

/** About one browser test in so many is done, chosen by the seed; all where nothing is said. */
const share = whole ? 1 : Number(process.env.COMPASS_BROWSER_SHARE ?? 1);

/** Tests of what must hold in any case: first sight, work from a blank sheet on, nothing lost. */
const always = ['first-sight', 'unsent', 'walk'];

interface Shared {
  readonly shared: BrowserContext;
}

/**
 * Tests whose pages say that they are driven, so that the editor tells when it has settled. Those of one worker share a browser
 * that keeps what it has fetched and compiled, as a designer's does: half of the work of a test went into that.
 */
export const test = base.extend<{ readonly sampled: undefined }, Shared>({
  sampled: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads from the pattern which fixtures are needed.
    async ({}, use, info) => {
      const named = always.includes(path.basename(info.file).split('.')[0]);
      info.skip(!named && !chosen(info.title, share), 'One of the others is done in its place.');
      await use(undefined);
    },
    { auto: true },
  ],
  shared: [
    // biome-ignore lint/correctness/noEmptyPattern: likewise.
    async ({}, use, { project }) => {
      const { baseURL, viewport, actionTimeout = 0, launchOptions } = project.use;
      const folder = await mkdtemp(path.join(tmpdir(), 'compass-browser-'));
      const context = await chromium.launchPersistentContext(folder, { ...launchOptions, baseURL, viewport });
      context.setDefaultTimeout(actionTimeout);
      await context.addInitScript(() => {
        window.compassProbe = {};
      });
      await use(context);
      await context.close();
      await rm(folder, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  context: async ({ shared, baseURL }, use) => {
    await use(shared);
    await tidyUp(shared, baseURL ?? '');
  },
});

/** A test of many minutes: done where all runs are asked for. */
export const inWhole = whole ? test : test.skip;

/** Declares tests that are alike, of which about one in `of` is done, or all where all runs are asked for. */
export const oneIn =
  (of: number) =>
  (title: string, body: Parameters<typeof test>[2]): void =>
    (chosen(title, of) ? test : test.skip)(title, body);

/** A whole design made by hand. */
export const construction = oneIn(4);
