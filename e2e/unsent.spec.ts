import { Editor } from './editor';
import { type BrowserContext, expect, type Route, test } from './test';

const changes = '**/api/designs/*/changes';

/** Another window of the same browser at the design that is open in one. */
async function another(context: BrowserContext, url: string): Promise<Editor> {
  const e = new Editor(await context.newPage());
  await e.page.goto(url);
  await e.ready();
  return e;
}

test('a window that loses the server goes on, closes, and comes back with everything', async ({
  page,
  context,
}) => {
  const e = new Editor(page);
  await e.blank('Icon');
  const url = page.url();
  await page.keyboard.press('s');
  await e.drawInView();
  await e.saved();

  // The server takes the next change, but its answer is lost; then the server is gone altogether.
  let taken = 0;
  const losing = async (route: Route) => {
    if (route.request().method() === 'POST' && taken++ === 0) await route.fetch();
    await route.abort();
  };
  await context.route(changes, losing);
  await e.type('Centre x', '200');
  await expect(
    page.getByText('The server cannot be reached. Your work is kept in this window'),
  ).toBeVisible();
  await e.type('Centre y', '310');
  await expect(page.getByTestId('save-state')).toHaveText('kept here, not sent yet');
  await page.close();
  await context.unroute(changes, losing);

  const back = await another(context, url);
  await back.saved();
  await back.choose('Disc');
  expect(await back.field('Centre x').inputValue()).toBe('200');
  expect(await back.field('Centre y').inputValue()).toBe('310');
  await expect(back.page.getByTestId('save-state')).toHaveText('saved');
  // Nothing was taken twice: both changes are there to be taken back, one by one.
  await back.page.keyboard.press('Control+z');
  await back.settled();
  expect(await back.field('Centre y').inputValue()).not.toBe('310');
  expect(await back.field('Centre x').inputValue()).toBe('200');
});

test('two windows at one part: what differs is merged, what clashes is told, and a copy can be kept', async ({
  page,
  context,
}) => {
  const e = new Editor(page);
  await e.blank('Icon');
  await page.keyboard.press('d');
  await e.drawInView();
  await e.saved();
  const other = await another(context, page.url());
  await e.choose('Rectangle');
  await other.choose('Rectangle');

  // Each a number of its own: both have both.
  await e.type('Centre x', '111');
  await e.saved();
  await other.type('Centre y', '222');
  await other.saved();
  expect(await other.field('Centre x').inputValue()).toBe('111');
  await e.page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(e.field('Centre y')).toHaveValue('222');

  // The same number in both: the later is told, and nothing is overwritten.
  await other.type('Centre x', '300');
  await other.saved();
  await e.type('Centre x', '203');
  await expect(page.getByText('Another window changed the same thing meanwhile.')).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('changed elsewhere');
  await page.getByRole('button', { name: 'Keep mine as a design of its own' }).click();
  await page.waitForURL((u) => u.href !== other.page.url());
  await e.ready();
  await e.choose('Rectangle');
  await expect(e.field('Centre x')).toHaveValue('203');
  await other.page.reload();
  await other.ready();
  await other.choose('Rectangle');
  await expect(other.field('Centre x')).toHaveValue('300');
});

test('what the server will never take is set aside, and what follows goes on', async ({ page, context }) => {
  const e = new Editor(page);
  await e.blank('Icon');
  await page.keyboard.press('s');
  await e.drawInView();
  await e.saved();
  let refused = 0;
  await context.route(changes, (route) =>
    route.request().method() === 'POST' && refused++ === 0
      ? route.fulfill({ status: 422, json: { message: 'The disc is not to be had there.', details: [] } })
      : route.continue(),
  );
  await e.type('Centre x', '77');
  await expect(page.getByRole('alert').getByText('The disc is not to be had there.')).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('not all saved');
  await expect(e.field('Centre x')).not.toHaveValue('77');
  await e.type('Centre y', '90');
  // It is still there when the design is opened again, with what followed stored.
  await page.reload();
  await e.ready();
  await e.choose('Disc');
  await expect(e.field('Centre y')).toHaveValue('90');
  await page.getByRole('button', { name: 'Keep it as a design of its own' }).click();
  await page.waitForURL((u) => /designs/.test(u.pathname));
  await expect(page.getByRole('heading', { name: /\(set aside\)/ })).toBeVisible();
  await e.ready();
  await e.choose('Disc');
  await expect(e.field('Centre x')).toHaveValue('77');
  await expect(page.getByTestId('save-state')).toHaveText('saved');
});

test('workers that end are started again, with the design as it is', async ({ page }) => {
  const e = new Editor(page);
  await e.openDemo('Moon-phase badge');
  const before = await e.pixel(1000, 400);
  // A worker that was about to start when it was ended is ended once more.
  for (const nth of [0, -1])
    await expect(async () => {
      await page
        .workers()
        .at(nth)
        ?.evaluate(() => self.close())
        // It may be gone before it has answered.
        .catch(() => {});
      await expect(page.getByText('The drawing program ended and was started again.')).toBeVisible({
        timeout: 8000,
      });
      await e.settled();
      expect(await e.pixel(1000, 400)).toEqual(before);
      // The word of the one before is gone when the next is ended.
      await expect(page.getByText('The drawing program ended and was started again.')).toBeHidden();
    }).toPass({ timeout: 60_000 });
  await e.choose('Sky');
  await e.settled();
  expect(await e.pixel(1000, 400)).toEqual(before);
  await page.keyboard.press('ArrowRight');
  await e.settled();
  await page.keyboard.press('Control+z');
  await e.settled();
  await e.saved();
  expect(await e.pixel(1000, 400)).toEqual(before);
});

test('an absurd recipe says on its card what is too much, and the editor stays at hand', async ({ page }) => {
  const e = new Editor(page);
  await e.blank('Icon');
  await page.keyboard.press('s');
  await e.drawInView();
  await e.stage('Repeat');
  for (let i = 0; i < 3; i++) {
    await e.tool('Radial repeat').click();
    await e.settled();
    await e.type('Copies', '1000');
  }
  await expect(
    page.getByText(/This would make [\d,]+ segments; a part may have 500,000\./).first(),
  ).toBeVisible();
  await e.type('Copies', '3');
  await e.saved();
});
