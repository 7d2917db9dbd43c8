import AxeBuilder from '@axe-core/playwright';
import type { Browser } from '@playwright/test';
import { Hand } from './hand';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 180_000 });

/** A page of somebody else: nothing of the designer’s browser is in it. */
async function asClient(browser: Browser, address: string, width = 1280, height = 800): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height },
    hasTouch: width < 500,
    isMobile: width < 500,
  });
  const page = await context.newPage();
  page.on('pageerror', (e) => {
    throw e;
  });
  await page.goto(address);
  return page;
}

async function openLinks(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('tab', { name: 'Client links' }).click();
}

const addressIn = (page: Page): Promise<string> => page.getByLabel('Address for the client').inputValue();

/** The picture once it is there. */
async function shownPicture(page: Page) {
  const picture = page.getByTestId('client-picture').locator('img');
  await expect
    .poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth), { timeout: 30_000 })
    .toBeGreaterThan(0);
  return picture;
}

test('a client sees a design by a link, pins a comment, chooses; the designer answers, ticks off and shows what is new', async ({
  page,
  browser,
}) => {
  const e = new Hand(page);
  await e.blank('Mark or badge');
  await e.draw('Circle', { Width: 1000, Height: 1000, 'Centre x': 1000, 'Centre y': 1000 });
  await e.colour('#9a6b1f');
  await e.saved();
  await openLinks(page);
  const form = page.getByRole('form', { name: 'New link' });
  await form.getByLabel('Title').fill('Hollin Tarn, first look');
  await form.getByLabel('Words to the client').fill('Is the brass warm enough?');
  await form.getByLabel('Sheet 1 proofs').check();
  await form.getByRole('button', { name: 'Make the link' }).click();
  const address = await addressIn(page);
  expect(new URL(address).pathname).toMatch(/^\/shared\/[\w-]{32}$/);

  const client = await asClient(browser, address);
  await expect(client.getByRole('heading', { name: 'Hollin Tarn, first look' })).toBeVisible();
  await expect(client.getByText('Is the brass warm enough?')).toBeVisible();
  const picture = await shownPicture(client);
  const box = await picture.boundingBox();
  if (!box) throw new Error('There is no picture.');
  await client.mouse.click(box.x + 0.5 * box.width, box.y + 0.3 * box.height);
  await client.getByLabel('What you think').fill('A little warmer up here.');
  await client.getByRole('form', { name: 'Say something' }).getByLabel('Your name').fill('Ada Fell');
  await client.getByRole('button', { name: 'Send' }).click();
  const pin = client.getByRole('button', { name: 'Comment 1', exact: true });
  await expect(pin).toBeVisible();
  // The pin’s point stands on the place, at every zoom.
  const pointOf = async () => {
    const [p, i] = [await pin.boundingBox(), await picture.boundingBox()];
    if (!p || !i) throw new Error('There is no pin.');
    return [(p.x - i.x) / i.width, (p.y + p.height - i.y) / i.height, p.width];
  };
  const [x, y, wide] = await pointOf();
  expect(x).toBeCloseTo(0.5, 2);
  expect(y).toBeCloseTo(0.3, 2);
  await client.getByRole('button', { name: 'Larger' }).click();
  await client.getByRole('button', { name: 'Larger' }).click();
  await expect.poll(async () => (await picture.boundingBox())?.width ?? 0).toBeGreaterThan(1.4 * box.width);
  await expect.poll(async () => Math.abs((await pointOf())[0] - 0.5) < 0.01).toBe(true);
  expect((await pointOf())[2]).toBeCloseTo(wide, 0);
  // Dragged about, nothing new is pinned.
  await client.mouse.move(box.x + 100, box.y + 200);
  await client.mouse.down();
  await client.mouse.move(box.x + 160, box.y + 240, { steps: 4 });
  await client.mouse.up();
  await expect(client.getByText('Press a place in the picture')).toBeVisible();
  // The proofs of the sheet are there as well.
  await client.getByRole('button', { name: 'Sheet 1 proofs' }).click();
  await shownPicture(client);
  await client.getByRole('button', { name: 'Sheet 1', exact: true }).click();
  expect(
    (await new AxeBuilder({ page: client }).analyze()).violations.map((v) => [v.id, v.nodes[0].html]),
  ).toEqual([]);

  // The designer sees it, answers, ticks it off, changes the colour and shows it.
  const comments = page.getByRole('list', { name: 'Comments of clients' });
  await expect(comments.getByText('A little warmer up here.')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('1 to see to')).toBeVisible();
  await comments.getByRole('button', { name: 'Answer' }).click();
  await comments.getByLabel('Answer').fill('It is redder now.');
  await comments.getByRole('button', { name: 'Send' }).click();
  await expect(comments.getByText('Answer: It is redder now.')).toBeVisible();
  await comments.getByRole('checkbox').click();
  await expect(page.getByText('1 to see to')).toBeHidden();
  const news = page.getByLabel('What is new (may stay empty)');
  await news.fill('Redder brass.');
  await page.getByRole('button', { name: 'Show the present state' }).click();
  await expect(page.getByText('Version 1 shows the design as it is now.')).toBeVisible();
  // What is refused is not lost.
  await expect(news).toHaveValue('Redder brass.');
  await page.getByRole('button', { name: 'Close' }).click();
  await e.colour('#b0522a');
  await e.saved();
  await openLinks(page);
  await news.fill('Redder brass.');
  await page.getByRole('button', { name: 'Show the present state' }).click();
  await expect(page.getByText('2 versions', { exact: false })).toBeVisible();

  // The client sees the answer, holds both against each other, and chooses.
  await client.reload();
  await shownPicture(client);
  await expect(client.getByText('Redder brass.')).toBeVisible();
  const pick = async (list: string, option: RegExp) => {
    await client.getByRole('combobox', { name: list }).click();
    await client.getByRole('option', { name: option }).click();
  };
  await pick('Version', /^Version 1,/);
  await expect(client.getByText('It is redder now.')).toBeVisible();
  await expect(client.getByText('· done')).toBeVisible();
  await pick('Version', /^Version 2,/);
  await pick('Compare with', /version 1/);
  await expect(client.getByRole('slider')).toBeVisible();
  await client.getByRole('button', { name: 'Side by side' }).click();
  await expect(client.getByRole('figure')).toHaveCount(2);
  await pick('Compare with', /By itself/);
  await client.getByRole('button', { name: 'Choose this one' }).click();
  await client.getByRole('form', { name: 'Choose this one' }).getByRole('button').click();
  await expect(client.getByRole('status')).toContainText('Ada Fell chose “Sheet 1”, version 2');
  await expect(page.getByRole('status').filter({ hasText: 'Ada Fell chose' })).toBeVisible({
    timeout: 30_000,
  });

  // What was said can be removed, a comment and a decision each by itself, and the client sees it no more.
  const removeTwice = async (button: RegExp) => {
    await page.getByRole('button', { name: button }).click();
    await page.getByRole('button', { name: button }).click();
  };
  await removeTwice(/^Remove.*: A little warmer up here/);
  await expect(comments).toBeHidden();
  await removeTwice(/^Remove.*: Ada Fell/);
  await expect(page.getByRole('status').filter({ hasText: 'Ada Fell chose' })).toBeHidden();
  await client.reload();
  await shownPicture(client);
  await expect(client.getByText('A little warmer up here.')).toBeHidden();
  await client.context().close();
});

test('on a telephone a link with a password opens, is pinned and declined, and is withdrawn in words', async ({
  page,
  browser,
}) => {
  const e = new Hand(page);
  await e.blank('Icon');
  await e.draw('Rectangle', { Width: 600, Height: 400, 'Centre x': 512, 'Centre y': 512 });
  await e.saved();
  await openLinks(page);
  await page.getByLabel('Password (may stay empty)').fill('heather');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const client = await asClient(browser, await addressIn(page), 375, 667);
  await client.getByLabel('Password').fill('bracken');
  await client.getByRole('button', { name: 'Open' }).tap();
  await expect(client.getByText('This is not the password.')).toBeVisible();
  await client.getByLabel('Password').fill('heather');
  await client.getByRole('button', { name: 'Open' }).tap();
  const picture = await shownPicture(client);
  // Nothing sticks out sideways, and the picture is as wide as the screen lets it be.
  expect(await client.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(375);
  const box = await picture.boundingBox();
  expect(box?.width).toBeGreaterThan(300);
  await client.touchscreen.tap((box?.x ?? 0) + 60, (box?.y ?? 0) + 80);
  await client.getByLabel('What you think').fill('Rounder here?');
  await client.getByLabel('Your name').fill('Bo Reedwater');
  await client.getByRole('button', { name: 'Send' }).tap();
  await expect(client.getByRole('list', { name: 'Comments' }).getByText('Rounder here?')).toBeVisible();
  await client.getByRole('button', { name: 'None of these' }).tap();
  await client.getByLabel('What is missing?').fill('It should be round.');
  await client.getByRole('form', { name: 'None of these' }).getByRole('button').tap();
  await expect(client.getByRole('status')).toContainText('Bo Reedwater declined');
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('button', { name: 'Give it again' })).toBeVisible();
  await client.reload();
  await expect(client.getByText('This link was withdrawn.')).toBeVisible();
  await client.context().close();
});
