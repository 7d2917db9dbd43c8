import { type BrowserContext, test as base } from '@playwright/test';
import { chosen, whole } from '../test/share';

export { type BrowserContext, expect, type Locator, type Page, type Route } from '@playwright/test';

/** What a test may leave in the browser that the next must not meet; scripts that were fetched and compiled stay. */
const leftBehind = 'cookies,local_storage,indexeddb,cache_storage';

/** Closes all pages of a context and empties what they stored. */
async function tidyUp(context: BrowserContext, origin: string): Promise<void> {
  await context.unrouteAll({ behavior: 'ignoreErrors' });
  await Promise.all(context.pages().map((p) => p.close()));
  await context.clearPermissions();
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: leftBehind });
  await page.close();
}

/**
 * Tests whose pages say that they are driven, so that the editor tells when it has settled. Those of one worker share a browser
 * context, so that the program's scripts are fetched and compiled once.
 */
export const test = base.extend<object, { readonly shared: BrowserContext }>({
  shared: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport, actionTimeout = 0 } = project.use;
      const context = await browser.newContext({ baseURL, viewport });
      context.setDefaultTimeout(actionTimeout);
      await context.addInitScript(() => {
        window.compassProbe = {};
      });
      await use(context);
      await context.close();
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
