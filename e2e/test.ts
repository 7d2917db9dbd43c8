import { test as base } from '@playwright/test';
import { whole } from '../test/share';

export { type BrowserContext, expect, type Locator, type Page, type Route } from '@playwright/test';

/** Tests whose pages say that they are driven, so that the editor tells when it has settled. */
export const test = base.extend({
  context: async ({ context }, use) => {
    await context.addInitScript(() => {
      window.compassProbe = {};
    });
    await use(context);
  },
});

/** A long construction by hand, one of several alike: done where all runs are asked for. */
export const inWhole = whole ? test : test.skip;
