import { test as base } from '@playwright/test';

export { type BrowserContext, expect, type Locator, type Page, type Route } from '@playwright/test';

/** Tests whose pages say that they are driven, so that the editor tells when it has settled. */
export const test = base.extend({
  // Each worker has an application of its own, with a database of its own.
  // biome-ignore lint/correctness/noEmptyPattern: the form in which a fixture says that it needs no other
  baseURL: async ({}, use, { parallelIndex }) => {
    const all = (process.env.BASE_URL ?? 'http://127.0.0.1:3210').split(' ');
    await use(all[parallelIndex % all.length]);
  },
  context: async ({ context }, use) => {
    await context.addInitScript(() => {
      window.compassProbe = {};
    });
    await use(context);
  },
});
