import { test as base } from '@playwright/test';

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
